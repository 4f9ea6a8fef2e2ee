import { FACES, facesShown, type FacesShown, type Folding } from './facesShown.ts';

const TURNED = [false, true] as const;

/** All ways to make the folds. */
const FOLDINGS: readonly Folding[] = TURNED.flatMap((frontTurned) =>
  TURNED.flatMap((dropTurned) =>
    TURNED.flatMap((backTurned) => (['before', 'behind'] as const).map((backTail) => ({ frontTurned, dropTurned, backTurned, backTail }))),
  ),
);

/**
 * How the folds were made of a bow that shows these faces: the inverse of {@link facesShown}, found by trying all of them. Null where
 * none shows them: the front bow's loop and flat end are one layer, so that they show one face unless that end is twisted itself.
 */
export function foldingThatShows(faces: FacesShown): Folding | null {
  const parts = Object.keys(faces) as (keyof FacesShown)[];
  return FOLDINGS.find((folding) => parts.every((part) => facesShown(folding)[part] === faces[part])) ?? null;
}

/** The other face. */
export const turnedFace = (face: FacesShown['knot']): FacesShown['knot'] => (face === FACES[0] ? FACES[1] : FACES[0]);
