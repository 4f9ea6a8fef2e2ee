import { bowStrands, shortBow, wrap, type BowLay, type SideSign } from './bowStrands.ts';
import { foldBegunAside, foldHalfway, foldHeld, foldMadeAside, sweptAside, type FoldDepths } from './foldLays.ts';
import { BUTTON, LONG_CONTROLS, SHORT_CONTROLS, WORKING_TURN, inHand, knotOf, parkedLong, risen } from './halfKnotLays.ts';
import { FORWARD, band, control, levels, straight, to } from './lay.ts';
import type { TyingMeasures, WingHalves } from './measures.ts';
import type { LaidStrip } from './pose.ts';
import type { Control, Strand } from './strand.ts';

const shortStrand = (m: TyingMeasures, lay: BowLay): Strand => [...band(m, -1), ...shortBow(m, lay)];

/** The bow before it is tightened. `widthRatio`: half-widths of its loops against the finished ones. */
export function workingBow(m: TyingMeasures, frontLoop: 1 | -1 = -1, pushedFrom: 1 | -1 = frontLoop, over: Partial<BowLay> = {}): BowLay {
  const shrunk = ({ loopMm, flatEndMm }: WingHalves, by: number): WingHalves => ({ loopMm: loopMm * by, flatEndMm });
  return {
    front: shrunk(m.front, 0.97),
    back: shrunk(m.back, 0.86),
    frontLoop,
    pushedFrom,
    loose: 1,
    shortTurn: 0.5,
    longTurn: WORKING_TURN,
    pinchedMm: 0,
    frontTiltRad: 0,
    backTiltRad: 0,
    ...over,
  };
}

/** The short blade taken by the belly and turned up, halfway to its fold. */
export function takenUp(m: TyingMeasures, frontLoop: 1 | -1 = -1): LaidStrip {
  const s = frontLoop;
  const z = levels(m, 0.6);
  const from = to(3, -8, z.short + 6);
  const tail = straight(from, to(0.5 * s, -0.45, 0.74), to(0.75 * s, 0.65, 0), SHORT_CONTROLS - 3, 20);
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    long: parkedLong(m),
    short: [
      ...band(m, -1),
      control(to(0, 0, levels(m).short), FORWARD, 0.85),
      control(to(2.5, -5, z.short), FORWARD, 0.7),
      control(from, to(0.3 * s, -0.2, 1), 0.7),
      ...tail,
    ],
  };
}

/** The short blade laid to its side, its tail pointing forward before it is folded across. */
export function foldBegun(m: TyingMeasures, frontLoop: 1 | -1 = -1): LaidStrip {
  const lay = workingBow(m, frontLoop);
  const s = frontLoop;
  const short = shortBow(m, lay);
  const z = levels(m, 1);
  const r = lay.front.loopMm;
  const tail = [
    control(to(s * (r - 4), 0, z.frontKnot + 4), to(0.6 * s, 0, -1)),
    control(to(s * r, -2, z.frontKnot + 16), to(s, 0.1, -0.2)),
    control(to(s * (r - 4), -5, z.frontKnot + 36), to(s, 0.3, 0.2)),
    control(to(s * (r - 10), -10, z.frontKnot + 58), to(s, 0.3, 0.3)),
    control(to(s * (r - 18), -16, z.frontKnot + 80), to(s, 0.3, 0.35)),
    control(to(s * (r - 26), -22, z.frontKnot + 104), to(s, 0.3, 0.35)),
    control(to(s * (r - 36), -30, z.frontKnot + 134), to(s, 0.3, 0.35)),
  ];
  return { leadMm: m.leadMm, knotAt: knotOf(m, { loose: 1 }), long: parkedLong(m), short: [...band(m, -1), ...short.slice(0, 6), ...tail] };
}

/** The front bow held across the collar button. */
export function frontBow(m: TyingMeasures, frontLoop: 1 | -1 = -1): LaidStrip {
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, { loose: 1 }),
    long: parkedLong(m),
    short: [...band(m, -1), ...shortBow(m, workingBow(m, frontLoop))],
  };
}

/** The long end lifted off the shoulder, before the face. */
export function liftedOver(m: TyingMeasures, lay: BowLay, short = shortBow(m, lay)): LaidStrip {
  const up = to(0, 0.5 * m.knotHeightMm, levels(m).up);
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, lay),
    short: hangingStrand(m, short),
    long: [...band(m, 1), ...risen(m), ...straight(up, to(0.12, 1, 0.5), to(0, 0.5, -1), 15, 16)],
  };
}

/** The long end falling forward over the front bow. */
export function falling(m: TyingMeasures, lay: BowLay, short = shortBow(m, lay)): LaidStrip {
  const z = levels(m, 1);
  const arch = [
    control(to(0, 14, z.up + 3), to(0, 0.4, -1), 0.7),
    control(to(0, 26, z.up + 16), to(0, 1, -0.5), 0.8),
    control(to(0, 28, z.up + 36), to(0, 1, 0.3), 0.9),
    control(to(0, 16, z.up + 56), to(0, 0.7, 0.7)),
    ...straight(to(0, 16, z.up + 56), to(0, -0.85, 0.45), to(0, 0.45, 0.85), 12, 18),
  ];
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, lay),
    short: hangingStrand(m, short),
    long: [...band(m, 1), ...risen(m).slice(0, 5), ...arch],
  };
}

/** The long end is still narrow where it leaves the knot's place. */
const HANG_GATHER = [0.5, 0.55, 0.75] as const;

/** The long end hanging straight down over the middle of the front bow. */
export function dropped(m: TyingMeasures, lay: BowLay): LaidStrip {
  const z = levels(m, lay.loose);
  const top = wrap(m, lay);
  const hang = Array.from({ length: LONG_CONTROLS - top.length }, (_, i) =>
    control(to(0, -16 - i * 19, z.face + 1), FORWARD, HANG_GATHER[i] ?? 1),
  );
  return { leadMm: m.leadMm, knotAt: knotOf(m, lay), short: shortStrand(m, lay), long: [...band(m, 1), ...top, ...inHand(m, hang)] };
}

/** The short half of the strip with its end as it is given. */
export const hangingStrand = (m: TyingMeasures, end: readonly Control[]): Strand => [...band(m, -1), ...end];

/** A moment at which the long end is folded or pushed through. */
export type FoldMoment = 'swept' | 'begun' | 'made' | 'held' | 'halfway';

/** The long end being folded and pushed through behind the front bow. */
export function backFold(m: TyingMeasures, lay: BowLay, moment: FoldMoment): LaidStrip {
  const z = levels(m, lay.loose);
  const depths: FoldDepths = { hang: z.face, knot: z.backKnot, tail: z.backTail };
  const fold = foldControls(depths, lay.pushedFrom, moment, m.tie.tie.cloth.gatherRatio, lay.back.loopMm * 0.55);
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, lay),
    short: shortStrand(m, lay),
    long: [...band(m, 1), ...wrap(m, lay), ...inHand(m, fold)],
  };
}

/** The short end being folded and pushed through the turn that the long end makes round a finger. `held`: where the long end waits. */
export function frontFold(m: TyingMeasures, lay: BowLay, moment: FoldMoment, held: LaidStrip): LaidStrip {
  const z = levels(m, lay.loose);
  const depths: FoldDepths = { hang: z.long + 6, knot: z.frontKnot, tail: z.frontTail };
  const fold = foldControls(depths, -lay.frontLoop as SideSign, moment, m.tie.tie.cloth.gatherRatio, lay.front.loopMm * 0.6);
  return { ...held, short: [...band(m, -1), control(to(0, 0, z.short + 0.7), FORWARD, 0.85), ...inHand(m, fold)] };
}

function foldControls(depths: FoldDepths, p: SideSign, moment: FoldMoment, gatherRatio: number, reachMm: number): Control[] {
  switch (moment) {
    case 'swept':
      return sweptAside(depths, p);
    case 'begun':
      return foldBegunAside(depths, p);
    case 'made':
      return foldMadeAside(depths, p);
    case 'held':
      return foldHeld(depths, p, gatherRatio);
    case 'halfway':
      return foldHalfway(depths, p, gatherRatio, reachMm);
  }
}

/** A bow from its lay. */
export function bow(m: TyingMeasures, lay: BowLay): LaidStrip {
  return { leadMm: m.leadMm, knotAt: knotOf(m, lay), ...bowStrands(m, lay) };
}
