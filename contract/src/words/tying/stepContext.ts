import {
  evenLeadMm,
  fitTie,
  ON_LEG,
  STRIP_WAY,
  tyingMeasures,
  type Fit,
  type Folding,
  type HardwareKind,
  type OfferedWay,
  type PreparedTie,
  type Setting,
  type Side,
  type TyingMeasures,
  type TyingWay,
} from '@easytuck/core';
import { bandSettings, hangBefore, letOutFor, letOutMm, type TyingSubject, type ShirtCollar } from '../../tying/tyingSubject.ts';
import type { Reader } from '../readers.ts';
import { settingWords } from '../settingWords.ts';

/** How a cloth behaves while it is tied (common practice, no source). */
type ClothHandling = 'slides' | 'slippery' | 'grips' | 'thick';

/** What the words of a step depend on: the hand, the way, the reader, and what is worn. Lengths are in words, such as 1½ in. */
export interface StepContext {
  readonly longEnd: Side;
  readonly way: TyingWay;
  readonly reader: Reader;
  readonly lead: string;
  /** How the band is set for tying. */
  readonly band?: BandWords | undefined;
  /** Where the band is let out for tying: to where, back to where, by how much, and how far the half-knot hangs below the button. */
  readonly letOut?: LetOutWords | null | undefined;
  readonly collar?: ShirtCollar | undefined;
  /** Which layer of the back loop tightens it, where that is known of this wearer. */
  readonly backKnotLayer?: 'front' | 'back' | null | undefined;
  /** The settings for the leg and the neck, where it is tied on a thigh or a cylinder. */
  readonly onThigh?: { readonly legMark: string; readonly neckMark: string } | null | undefined;
  readonly handling?: ClothHandling | undefined;
  /** The waist is so wide that it is folded lengthwise in the knot. */
  readonly foldLengthwise?: boolean | undefined;
  /** How far each flat end passes its loop; null where both reach equally far. */
  readonly pastLoop?: { readonly front: string; readonly back: string } | null | undefined;
  /** The names of the faces of a reversible tie and how its folds are made; null where nobody chose. */
  readonly faces?: FaceWords | null | undefined;
  /** With level ends: how wide each bow comes out, and the lead that would make them alike. */
  readonly evenWidths?: { readonly front: string; readonly back: string; readonly alikeAt: string } | null | undefined;
}

/** How a band is set for tying. */
export interface BandWords {
  readonly hardware: HardwareKind;
  /** Where it is set for tying, such as slot 4. */
  readonly setting: string;
  /** Where that is read on the band. */
  readonly readAt: string;
  /** Where the nose hangs once it is draped, such as ‘between the second and the third shirt button’. */
  readonly hang: string | null;
}

interface LetOutWords {
  readonly longest: string;
  readonly mark: string;
  readonly by: string;
  readonly lowerBy: string;
}

interface FaceWords {
  readonly outer: string;
  readonly inner: string;
  readonly folding: Folding;
}

/** Further choices that the words follow. */
export interface StepContextOptions {
  /** Girth of the leg or cylinder that it is tied on, in mm; the collar's where nobody gave it. */
  readonly thighGirthMm?: number;
  /** The side that the long end starts on, where another was chosen than the fitting's. */
  readonly longEnd?: Side;
  readonly backKnotLayer?: 'front' | 'back' | null;
}

const NO_LIMITS = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null } as const;

/** The lead of a way of tying, in mm: the way with even ends has none. */
export const leadOfWay = ({ leadMm }: Pick<TyingSubject, 'leadMm'>, way: OfferedWay): number => (way === 'evenEnds' ? 0 : leadMm);

/** The bow that a way of tying makes of a tie, by its finished set. @param moreMm how much thicker than the neck it is where it is tied. */
export const fitOfWay = (subject: TyingSubject, way: OfferedWay, moreMm = 0): Fit =>
  fitTie({
    tie: subject.prepared,
    neckPathMm: subject.neckPathMm + moreMm,
    setMm: subject.setMm + moreMm,
    leadMm: leadOfWay(subject, way),
    longEnd: subject.longEnd,
    limits: NO_LIMITS,
  });

/** Measures of a way of tying, for its choreography. `moreMm`: by how much the leg that it is tied on is thicker than the collar. */
export const measuresOfWay = (subject: TyingSubject, way: OfferedWay, moreMm = 0): TyingMeasures =>
  tyingMeasures(subject.prepared, fitOfWay(subject, way, moreMm), subject.collarGirthMm + moreMm, {
    letOutMm: letOutMm(letOutFor(subject, way)),
    collar: way === 'onThigh' ? ON_LEG : subject.worn,
  });

/**
 * What the words of every step of a tying depend on.
 * @param length writes a length given in mm in the unit that is read.
 */
export function stepContextOf(
  subject: TyingSubject,
  way: OfferedWay,
  reader: Reader,
  length: (lengthMm: number) => string,
  { thighGirthMm = subject.collarGirthMm, longEnd = subject.longEnd, backKnotLayer = null }: StepContextOptions = {},
): StepContext {
  const { tie, prepared, folding } = subject;
  const [letOut, fit, leadMm] = [letOutFor(subject, way), fitOfWay(subject, way), leadOfWay(subject, way)];
  const phrase = (setting: Setting): string => settingWords(setting, length).phrase;
  const { forTying, onNeck } = bandSettings(subject, way, thighGirthMm);
  return {
    ...{ longEnd, reader, way: STRIP_WAY[way], lead: length(leadMm), backKnotLayer, collar: subject.worn },
    band: {
      ...{ hardware: tie.hardware.kind, setting: phrase(forTying), readAt: readAtWords(forTying) },
      hang: way === 'onThigh' ? null : hangBetween(hangBefore(subject, letOut).between),
    },
    letOut: letOut && {
      ...{ longest: phrase(letOut.longest), mark: phrase(letOut.mark) },
      ...{ by: length(letOutMm(letOut)), lowerBy: length(letOutMm(letOut) / 2) },
    },
    onThigh: way === 'onThigh' ? { legMark: phrase(forTying), neckMark: phrase(onNeck) } : null,
    handling: handlingOf(tie),
    foldLengthwise: fit.foldLengthwise,
    pastLoop: pastLoopOf(fit, length),
    faces:
      folding === null || tie.faces.inner === null
        ? null
        : { outer: tie.faces.outer.name || 'the outer face', inner: tie.faces.inner.name || 'the inner face', folding },
    evenWidths: way === 'evenEnds' ? evenWidthsOf(fit, prepared, length) : null,
  };
}

/** How a cloth behaves while it is tied. */
function handlingOf({ fibre, weave }: Pick<TyingSubject['tie'], 'fibre' | 'weave'>): ClothHandling {
  if (weave === 'velvet' || fibre === 'wool') return 'thick';
  if (fibre === 'polyester') return 'slippery';
  return fibre === 'silk' ? 'slides' : 'grips';
}

/** Flat ends that pass their loops by less than this reach as far as they do, in mm. */
const EQUAL_MM = 1.5;

function pastLoopOf({ front, back }: Fit, length: (lengthMm: number) => string): StepContext['pastLoop'] {
  const [f, b] = [front.flatEndMm - front.loopMm, back.flatEndMm - back.loopMm];
  return Math.min(f, b) < EQUAL_MM ? null : { front: length(f), back: length(b) };
}

/** Bows whose widths differ by less than this are alike, in mm. */
const ALIKE_MM = 3;

function evenWidthsOf({ front, back }: Fit, prepared: PreparedTie, length: (lengthMm: number) => string): StepContext['evenWidths'] {
  if (Math.abs(front.spreadMm - back.spreadMm) < ALIKE_MM) return null;
  return { front: length(front.spreadMm), back: length(back.spreadMm), alikeAt: length(evenLeadMm(prepared)) };
}

const ORDINALS = ['', 'collar', 'second', 'third', 'fourth', 'fifth', 'sixth'] as const;

/** Where the nose hangs by the shirt's buttons; null where it hangs above the collar button or below the buttons of a shirt. */
function hangBetween([upper, lower]: readonly [number, number]): string | null {
  const [above, below] = [ORDINALS[upper] ?? '', ORDINALS[lower] ?? ''];
  if (above === '' || below === '') return null;
  return upper === 1
    ? 'between the collar button and the second button'
    : `between the ${above} and the ${below} button, the collar button being the first`;
}

function readAtWords({ position }: Setting): string {
  switch (position.kind) {
    case 'mark':
      return 'The number is on the back of the band, where it is set.';
    case 'slot':
      return `The slots have no numbers: count them from the shortest setting, ${position.of} in all.`;
    case 'button':
      return `The buttonholes have no numbers: count them from the shortest setting, ${position.of} in all.`;
    case 'glide':
      return 'The strap has no numbers: measure from its sewn end to the slider.';
    case 'fixed':
      return 'The length is on the card.';
  }
}
