/** A face of the strip: `outer` is the one away from the shirt when it is draped, `inner` the one on the shirt. */
export const FACES = ['outer', 'inner'] as const;
export type Face = (typeof FACES)[number];

/** How the folds are made. Each turn is half a turn of the strip about its own length. */
export interface Folding {
  /** Short end turned over before it is folded. */
  readonly frontTurned: boolean;
  /** Long end turned over before it drops down the front. */
  readonly dropTurned: boolean;
  /** Long end turned over behind the front bow, before its own fold. */
  readonly backTurned: boolean;
  /** Where the tail of the back bow goes at its fold: before the layer that comes from the knot, or behind it. */
  readonly backTail: 'before' | 'behind';
}

/** Folded flat, as taught: nothing turned, the tail of the back bow before its knot layer. */
export const UNTWISTED: Folding = { frontTurned: false, dropTurned: false, backTurned: false, backTail: 'before' };

/** Which face is seen from the front on each part of the tied bow. */
export interface FacesShown {
  readonly frontLoop: Face;
  readonly frontFlatEnd: Face;
  readonly knot: Face;
  readonly backLoop: Face;
  readonly backFlatEnd: Face;
}

/**
 * Which face each part of the bow shows. Every bend of the strip reverses the face that looks forward; derived by
 * following both ends in docs/model.md. The front bow shows one face on loop and flat end, since one layer makes both.
 */
export function facesShown({ frontTurned, dropTurned, backTurned, backTail }: Folding): FacesShown {
  const front = faceAfter(frontTurned);
  const knot = faceAfter(dropTurned);
  const back = faceAfter(dropTurned !== backTurned);
  return { frontLoop: front, frontFlatEnd: front, knot, backLoop: backTail === 'before' ? back : otherFace(back), backFlatEnd: back };
}

const faceAfter = (isTurned: boolean): Face => (isTurned ? 'inner' : 'outer');
const otherFace = (face: Face): Face => (face === 'outer' ? 'inner' : 'outer');
