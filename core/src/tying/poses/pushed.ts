import type { Point3 } from '../../geometry/index.ts';
import type { TyingMeasures } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { type BowForm, wrap } from './bow.ts';
import { band } from './collar.ts';
import { BACKWARD, DOWNWARD, FORWARD, UPWARD, type SideSign, control, to } from './controls.ts';
import { shortStrand } from './dropped.ts';
import { inHand } from './inHand.ts';
import { knotOf, levels } from './levels.ts';
import type { Control } from '../strand.ts';

/** A moment at which the long end is folded or pushed through. */
export type FoldMoment = 'swept' | 'pinched' | 'turnedAside' | 'swungBack' | 'begun' | 'made' | 'held' | 'halfway';

/** The long end being folded and pushed through behind the front bow. */
export function backFold(m: TyingMeasures, lay: BowForm, moment: FoldMoment): PosedStrip {
  const z = levels(m, lay.loose);
  const depths: FoldDepths = { hang: z.face, knot: z.backKnot, tail: z.backTail };
  const before = [...band(m, 1), ...wrap(m, lay)];
  const gatherRatio = m.tie.measured.cloth.gatherRatio;
  const fold = foldControls(depths, lay.pushedFrom, moment, gatherRatio, lay.back.loopMm * 0.55);
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, lay),
    short: shortStrand(m, lay),
    long: [...before, ...inHand(m, fold)],
  };
}

/** The short end being folded and pushed through the turn that the long end makes round a finger. `held`: where the long end waits. */
export function frontFold(m: TyingMeasures, lay: BowForm, moment: FoldMoment, held: PosedStrip): PosedStrip {
  const z = levels(m, lay.loose);
  const depths: FoldDepths = { hang: z.long + 6, knot: z.frontKnot, tail: z.frontTail };
  const fold = foldControls(depths, -lay.frontLoop as SideSign, moment, m.tie.measured.cloth.gatherRatio, lay.front.loopMm * 0.6);
  return { ...held, short: [...band(m, -1), control(to(0, 0, z.short + 0.7), FORWARD, 0.85), ...inHand(m, fold)] };
}

function foldControls(depths: FoldDepths, p: SideSign, moment: FoldMoment, gatherRatio: number, reachMm: number): Control[] {
  switch (moment) {
    case 'swept':
      return sweptAside(depths, p);
    case 'pinched':
      return pinchedForward(depths);
    case 'turnedAside':
      return pinchTurnedAside(depths, p);
    case 'swungBack':
      return pinchSwungBack(depths, p);
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

/** Depths, in mm, between which an end is folded and pushed through: where it hangs, and where its two layers will lie. */
interface FoldDepths {
  readonly hang: number;
  readonly knot: number;
  readonly tail: number;
}

/**
 * Lays of a hanging end that is taken up by its belly, folded, and pushed through the knot from one side. Each gives the
 * controls from the knot down; `p` is the side that it is pushed in from.
 */

/** The blade swept up to its side, its tip leading forward. */
function sweptAside({ hang }: FoldDepths, p: SideSign): Control[] {
  const sweep: readonly (readonly [number, number, number])[] = [
    [38, -84, 0],
    [50, -84, 6],
    [60, -80, 14],
    [67, -76, 22],
    [73, -72, 31],
    [78, -68, 42],
    [84, -64, 58],
    [90, -62, 82],
    [98, -62, 140],
  ];
  return [
    control(to(p * 2, -26, hang + 3), to(0, -0.1, 1), 0.6),
    control(to(p * 13, -56, hang + 4), FORWARD, 0.65),
    control(to(p * 25, -76, hang), FORWARD, 0.75),
    ...sweep.map(([x, y, ahead], i) => control(to(p * x, y, hang + ahead), to(-p * Math.min(1, 0.15 * i), 0, 1))),
  ];
}

/** The hanging blade pinched at its belly, the fold pointing away from the wearer. */
function pinchedForward({ hang: z }: FoldDepths): Control[] {
  return [
    control(to(0, -26, z + 2), FORWARD, 0.6),
    control(to(0, -60, z + 5), to(0, 0.2, 1), 0.7),
    control(to(0, -80, z + 14), to(0, 0.8, 0.6), 0.75),
    control(to(0, -86, z + 34), UPWARD, 0.75),
    control(to(0, -86, z + 52), UPWARD, 0.75),
    control(to(0, -87, z + 58), to(0, 0.8, 0.6), 0.75),
    control(to(0, -89.5, z + 60.5), FORWARD, 0.75),
    control(to(0, -92, z + 58), to(0, -0.8, 0.6), 0.75),
    control(to(0, -93, z + 42), DOWNWARD, 0.8),
    control(to(0, -104, z + 26), to(0, -0.6, 0.8), 0.9),
    control(to(0, -130, z + 20), to(0, -0.1, 1)),
    control(to(0, -200, z + 18), FORWARD),
  ];
}

/** The pinch turned to the side of the front loop, below it: both loops stand one above the other. */
function pinchTurnedAside({ hang: z }: FoldDepths, p: SideSign): Control[] {
  return [
    control(to(p * 2, -26, z + 2), FORWARD, 0.6),
    control(to(p * 5, -56, z + 6), to(0.1 * p, 0.1, 1), 0.65),
    control(to(p * 18, -72, z + 10), to(0.1 * p, 0.7, 0.7), 0.7),
    control(to(p * 40, -76, z + 10), UPWARD, 0.75),
    control(to(p * 58, -77, z + 9), UPWARD, 0.75),
    control(to(p * 64, -78, z + 9), to(0.5 * p, 0.8, 0), 0.75),
    control(to(p * 66.5, -80.5, z + 8), to(0.8 * p, 0, -0.4), 0.75),
    control(to(p * 64, -83, z + 9), to(0.4 * p, -0.8, -0.2), 0.75),
    control(to(p * 46, -84, z + 12), DOWNWARD, 0.8),
    control(to(p * 28, -96, z + 18), to(0.1 * p, -0.6, 0.8), 0.9),
    control(to(p * 18, -124, z + 22), to(0, -0.1, 1)),
    control(to(p * 12, -194, z + 22), FORWARD),
  ];
}

/** The pinch on its way behind the front loop, turning top to bottom. */
function pinchSwungBack({ hang, knot }: FoldDepths, p: SideSign): Control[] {
  return [
    control(to(p * 2, -26, hang + 3), to(0, -0.1, 1), 0.6),
    control(to(p * 14, -60, hang + 6), to(0.2 * p, -0.1, 1), 0.55),
    control(to(p * 34, -74, (hang + knot) / 2 + 4), to(0.5 * p, 0.2, 0.6), 0.55),
    control(to(p * 50, -70, knot + 2), to(0.7 * p, 0.3, -0.4), 0.6),
    control(to(p * 56, -60, knot - 3), to(0.4 * p, 0.3, -0.8), 0.65),
    control(to(p * 54, -55, knot - 5), to(0.2 * p, 0.2, -1), 0.7),
    control(to(p * 51.5, -54, knot - 4), to(-0.3 * p, 0.1, -1), 0.75),
    control(to(p * 49, -54, knot), to(-0.8 * p, -0.1, -0.5), 0.75),
    control(to(p * 46, -57, knot + 14), to(-0.9 * p, -0.3, 0.1), 0.85),
    control(to(p * 45, -66, knot + 30), to(-0.8 * p, -0.2, 0.4), 0.95),
    control(to(p * 46, -86, knot + 46), to(-0.6 * p, 0, 0.7)),
    control(to(p * 50, -140, knot + 74), to(-0.6 * p, 0, 0.7)),
  ];
}

/** Strand that leads from the knot down to the fold while that is made out at the side. */
function bight({ hang, knot }: FoldDepths, p: SideSign): Control[] {
  return [
    control(to(p * 2, -26, hang + 4), to(0, -0.2, 1), 0.6),
    control(to(p * 20, -62, hang + 6), to(0.3 * p, -0.5, 0.8), 0.5),
    control(to(p * 44, -74, (hang + knot) / 2), to(0.5 * p, -0.8, 0.1), 0.5),
    control(to(p * 56, -58, knot - 6), to(0.7 * p, -0.2, -0.7), 0.5),
    control(to(p * 51, -43, knot - 5), to(0.2 * p, 0, -1), 0.55),
  ];
}

/** The fold begun at the belly: the tail points forward, clear of the strand that leads to the fold. */
function foldBegunAside(depths: FoldDepths, p: SideSign): Control[] {
  const { knot } = depths;
  const ahead: Point3 = to(-p, 0, 0);
  return [
    ...bight(depths, p),
    control(to(p * 42, -38, knot), to(-0.5 * p, 0, -1), 0.7),
    control(to(p * 39, -37, knot + 5), ahead, 0.75),
    control(to(p * 38, -37, knot + 12), ahead, 0.8),
    control(to(p * 38, -39, knot + 26), ahead, 0.9),
    control(to(p * 40, -42, knot + 46), ahead),
    control(to(p * 43, -47, knot + 70), ahead),
    control(to(p * 50, -62, knot + 130), ahead),
  ];
}

/** The fold made out at the side, the tail turned back over it. */
function foldMadeAside(depths: FoldDepths, p: SideSign): Control[] {
  const { tail } = depths;
  return [
    ...bight(depths, p),
    ...foldAt(p * 37, -36, depths, p, 0.75),
    control(to(p * 66, -46, tail + 2), FORWARD, 0.9),
    control(to(p * 90, -60, tail), FORWARD),
    control(to(p * 160, -98, tail), FORWARD),
  ];
}

/** The fold held at the mouth of the passage. */
function foldHeld(depths: FoldDepths, p: SideSign, gatherRatio: number): Control[] {
  const { hang, knot, tail } = depths;
  return [
    control(to(p * 2, -26, hang + 2), to(0, -0.3, 1), 0.55),
    control(to(p * 17, -54, hang - 3), to(0.5 * p, -0.63, 0.5), 0.42),
    control(to(p * 33, -46, knot), to(0.6 * p, -0.3, -0.7), 0.42),
    control(to(p * 28, -15, knot), BACKWARD, 0.5),
    control(to(p * 15, -5, knot - 0.5), BACKWARD, 0.6),
    ...foldAt(-p, -1, depths, p, gatherRatio + 0.1),
    control(to(p * 20, -4, tail + 1), FORWARD, 0.7),
    control(to(p * 45, -9, tail), FORWARD),
    control(to(p * 150, -26, tail), FORWARD),
  ];
}

/** The fold come through the passage by `reachMm`. */
function foldHalfway(depths: FoldDepths, p: SideSign, gatherRatio: number, reachMm: number): Control[] {
  const { hang, knot, tail } = depths;
  return [
    control(to(p * 2, -18, hang + 1), to(0, -0.3, 1), 0.55),
    control(to(p * 10, -42, (hang + knot) / 2), to(0.2 * p, -1, 0.1), 0.42),
    control(to(p * 15, -34, knot), to(0.3 * p, -0.4, -1), 0.42),
    control(to(p * 5, -4, knot), BACKWARD, gatherRatio),
    control(to(-p * 0.4 * reachMm, 0, knot - 0.5), BACKWARD, 0.8),
    ...foldAt(-p * reachMm, -1, depths, p, 1),
    control(to(p * 6, -1, tail), FORWARD, gatherRatio),
    control(to(p * 45, -9, tail), FORWARD),
    control(to(p * 150, -20, tail), FORWARD),
  ];
}

const FOLD_MM = 2.4;

/** A fold at (x, y) and the tail's first control behind it. */
function foldAt(x: number, y: number, { knot, tail }: FoldDepths, p: SideSign, gather: number): Control[] {
  const middle = (knot + tail) / 2;
  return [
    control(to(x + p * FOLD_MM, y, middle - FOLD_MM), BACKWARD, gather),
    control(to(x, y, middle), to(-p, 0, 0), gather),
    control(to(x + p * FOLD_MM, y, middle + FOLD_MM), FORWARD, gather),
    control(to(x + p * 16, y, tail + 1.2), FORWARD, gather),
  ];
}
