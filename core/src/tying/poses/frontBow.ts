import type { TyingMeasures, WingHalves } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { type BowForm, shortBow, shortBowParts } from './bow.ts';
import { BUTTON, band } from './collar.ts';
import { FORWARD, control, straight, to } from './controls.ts';
import { WORKING_TURN } from './halfKnot.ts';
import { SHORT_CONTROLS } from './inHand.ts';
import { knotOf, levels } from './levels.ts';
import { parkedLong } from './parked.ts';

/** The bow before it is tightened. `widthRatio`: half-widths of its loops against the finished ones. */
export function workingBow(m: TyingMeasures, frontLoop: 1 | -1 = -1, pushedFrom: 1 | -1 = frontLoop, over: Partial<BowForm> = {}): BowForm {
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
export function takenUp(m: TyingMeasures, frontLoop: 1 | -1 = -1): PosedStrip {
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
export function foldBegun(m: TyingMeasures, frontLoop: 1 | -1 = -1): PosedStrip {
  const lay = workingBow(m, frontLoop);
  const s = frontLoop;
  const { turn, out } = shortBowParts(m, lay);
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
  return { leadMm: m.leadMm, knotAt: knotOf(m, { loose: 1 }), long: parkedLong(m), short: [...band(m, -1), ...turn, ...out, ...tail] };
}

/** The front bow held across the collar button. */
export function frontBow(m: TyingMeasures, frontLoop: 1 | -1 = -1, over: Partial<BowForm> = {}): PosedStrip {
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, { loose: 1 }),
    long: parkedLong(m),
    short: [...band(m, -1), ...shortBow(m, workingBow(m, frontLoop, frontLoop, over))],
  };
}
