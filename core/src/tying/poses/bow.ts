import { add, scale, subtract, bisect, turnedAboutZ } from '../../geometry/index.ts';
import type { TyingMeasures, WingHalves } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { band } from './collar.ts';
import { BACKWARD, DOWNWARD, FORWARD, type SideSign, UPWARD, control, to, inOrder, type Parts } from './controls.ts';
import { knotOf, levels } from './levels.ts';
import type { Control, Strand } from '../strand.ts';

/** How both ends lie in a bow. All for a long end from the wearer's left. */
export interface BowForm {
  readonly front: WingHalves;
  readonly back: WingHalves;
  /** Side of the front bow's loop; −1, the right, is the one that holds. */
  readonly frontLoop: SideSign;
  /** Side that the back bow is pushed in from; the front loop's is the one that holds. */
  readonly pushedFrom: SideSign;
  /** 0 tightened, 1 as it is when the back bow has just come through. */
  readonly loose: number;
  /** How far the turns in the knot reach, 1 as the cloth is thick; solved so that the knot takes as much cloth as it should. */
  readonly shortTurn: number;
  readonly longTurn: number;
  /** How far the wings are pinched forward, in mm at a fold. */
  readonly pinchedMm: number;
  /** How far each bow is turned about the knot, in radians, the wearer's left going up. */
  readonly frontTiltRad: number;
  readonly backTiltRad: number;
  /** Whether the front bow's flat end comes back behind its loop, which is wrong. */
  readonly isTailBehind?: boolean;
}

/** A tied bow's wings fan out a little, so that the back bow is seen above the front one (common practice, no source). */
export const FAN_RAD = { front: -0.02, back: 0.035 } as const;

/** Parts of a wing that the fan of the cloth spreads over. */
const FAN_AT = 0.42;

/** How far the layers of a loop stand apart in their middle, in mm, beyond the knot's own levels. */
const PUFF_MM = 2.6;

/** How far the upright part of a front bow that is folded the wrong way stands before its flat end, in mm, so that it is seen. */
const STEM_MM = 7;
/** How many times lower it turns up, so that it passes under the flat end. */
const STEM_LOWER = 2.2;

/** A fold is soft: cloth of this kind is not creased there. */
const FOLD_RADIUS_MM = 1.8;

/** Parts of a bow: out to the fold, the fold, home again, across the knot's middle, and the flat end. */
export type WingPart = 'out' | 'fold' | 'home' | 'middle' | 'tail';

/**
 * Short end from the half-knot on: down, turned up in front of the back bow's place, out to its fold, back across the middle.
 */
export function shortBowParts(m: TyingMeasures, lay: BowForm): Parts<'turn' | WingPart> {
  const z = levels(m, lay.loose);
  const g = m.tie.measured.cloth.gatherRatio;
  // the short end clears the gathered cloth of the back bow before it goes up in front of it
  const turn = (m.knotHeightMm / 2 + 0.5 * m.layerMm) * lay.shortTurn * (lay.isTailBehind ? STEM_LOWER : 1);
  const s = lay.frontLoop;
  // a wing that is pinched forward reaches less far to its side
  const [r, t] = [pinchedReach(lay.front.loopMm, lay.pinchedMm), pinchedReach(lay.front.flatEndMm, lay.pinchedMm)];
  const [near, far] = lay.isTailBehind ? [z.frontTail + STEM_MM, z.frontKnot] : [z.frontKnot, z.frontTail];
  const puff = lay.isTailBehind ? -PUFF_MM : PUFF_MM;
  const middle = (z.short + near) / 2;
  const ahead = wingDepth(r, lay.pinchedMm, 1.8);
  const aheadFlat = wingDepth(t, lay.pinchedMm, 1.8);
  // the strand turns back on itself in a bend, not in a corner
  const bend = 0.6 * m.layerMm;
  return {
    turn: [
      control(to(-bend, 0, z.short), FORWARD, 0.85),
      control(to(0.45 * turn, -0.8 * turn, z.short), to(0, 0.3, 1), g),
      control(to(0.5 * turn, -turn, middle), UPWARD, g),
      control(to(0.4 * turn, -0.8 * turn, near), to(0, 0.5, -1), g),
      control(to(s === -1 ? -bend : 0, 0, near), BACKWARD, g),
    ],
    ...turned(lay.frontTiltRad, {
      ...loop(s, r, near, far, ahead),
      middle: [control(to(0, 0, far), FORWARD, g)],
      tail: [
        control(to(-s * FAN_AT * t, 0, far + puff * 0.5 + aheadFlat(FAN_AT * t)), FORWARD),
        control(to(-s * (t + 20), 0, far + aheadFlat(t + 20)), FORWARD),
      ],
    }),
  };
}

/** {@link shortBowParts} one after another. */
export const shortBow = (m: TyingMeasures, lay: BowForm): Control[] => inOrder(shortBowParts(m, lay));

/**
 * Long end from the half-knot on: behind both and up, over the top, down the front, back under, through the passage to its
 * fold, and back through it.
 */
export function longBowParts(m: TyingMeasures, lay: BowForm): Parts<'wrap' | 'under' | WingPart> {
  const z = levels(m, lay.loose);
  const g = m.tie.measured.cloth.gatherRatio;
  const p = lay.pushedFrom;
  const { loopMm: r, flatEndMm: t } = lay.back;
  const h = m.knotHeightMm * lay.longTurn;
  // the short end turns forward just to the left of the middle: the long end goes by on its own side of that
  const aside = p === 1 ? 0.34 : -0.16;
  const ahead = wingDepth(r, 0, 0.2);
  const aheadFlat = wingDepth(t, 0, 0.2);
  return {
    wrap: wrap(m, lay),
    under: [
      control(to(aside * 0.5 * h, -0.44 * h, z.face), to(0, -0.4, 1), g),
      control(to(aside * h, -0.52 * h, (z.face + z.backKnot) / 2), DOWNWARD, g),
      control(to(aside * h, -0.3 * h, z.backKnot), to(0, -0.4, -1), g),
      control(to(p === 1 ? 0.16 * h : -0.04 * h, 0, z.backKnot), BACKWARD, g),
    ],
    ...turned(lay.backTiltRad, {
      ...loop(-p as SideSign, r, z.backKnot, z.backTail, ahead),
      middle: [control(to(0, 0, z.backTail), FORWARD, g)],
      tail: [
        control(to(p * FAN_AT * t, 0, z.backTail + aheadFlat(FAN_AT * t)), FORWARD),
        control(to(p * (t + 20), 0, z.backTail + aheadFlat(t + 20)), FORWARD),
      ],
    }),
  };
}

/** {@link longBowParts} one after another. */
const longBow = (m: TyingMeasures, lay: BowForm): Control[] => inOrder(longBowParts(m, lay));

/** Long end from the crossing to the middle of the knot's front. */
export function wrap(m: TyingMeasures, lay: Pick<BowForm, 'loose' | 'longTurn'>): Control[] {
  const z = levels(m, lay.loose);
  const g = m.tie.measured.cloth.gatherRatio;
  const h = m.knotHeightMm * lay.longTurn;
  return [
    ...behind(m, lay),
    control(to(0, 0.44 * h, z.up), to(0, 0.3, -1), g),
    control(to(0, 0.53 * h, (z.up + z.face) / 2), UPWARD, g),
    control(to(0, 0.44 * h, z.face), to(0, 0.4, 1), g),
    control(to(0, 0, z.face + 0.4), FORWARD, g),
  ];
}

/** Long end from the crossing round behind both and half up. */
export function behind(m: TyingMeasures, lay: Pick<BowForm, 'loose' | 'longTurn'>): Control[] {
  const z = levels(m, lay.loose);
  const g = m.tie.measured.cloth.gatherRatio;
  const h = m.knotHeightMm * lay.longTurn;
  return [
    control(to(0, 0.04 * h, z.long), FORWARD, 0.85),
    control(to(-0.09 * h, -0.08 * h, z.long), to(0, -0.3, 1), 0.45),
    control(to(-0.12 * h, -0.1 * h - 0.5 * m.layerMm, z.short), to(0, -1, 0), 0.4),
    control(to(-0.07 * h, -0.08 * h, z.up), to(0, -0.3, -1), 0.45),
    control(to(0, 0, z.up), BACKWARD, g),
  ];
}

/** Half-width that is left of a wing of `halfMm` cloth when its end is brought forward along a cubic. */
function pinchedReach(halfMm: number, pinchedMm: number): number {
  if (pinchedMm === 0) return halfMm;
  const lengthMm = (reachMm: number): number => {
    let sum = 0;
    for (let i = 0; i < 16; i += 1) sum += Math.sqrt((reachMm / 16) ** 2 + (pinchedMm * (((i + 1) / 16) ** 3 - (i / 16) ** 3)) ** 2);
    return sum;
  };
  return bisect(lengthMm, halfMm, 0.3 * halfMm, halfMm, 24);
}

/** The parts of a wing turned about the knot. */
const turned = (angleRad: number, parts: Parts<WingPart>): Parts<WingPart> => {
  const tilt = (c: Control): Control => ({ ...c, at: turnedAboutZ(c.at, angleRad), outward: turnedAboutZ(c.outward, angleRad) });
  return {
    out: parts.out.map(tilt),
    fold: parts.fold.map(tilt),
    home: parts.home.map(tilt),
    middle: parts.middle.map(tilt),
    tail: parts.tail.map(tilt),
  };
};

/** How far forward of the knot's level a wing stands at a distance from the knot. */
const wingDepth =
  (halfMm: number, pinchedMm: number, leanMm: number) =>
  (outMm: number): number => {
    const share = outMm / Math.max(1, halfMm);
    return leanMm * share * 2 + pinchedMm * Math.abs(share) ** 3;
  };

/** The doubled half of a bow: out on the level `from`, round the fold, back on the level `back`, which may lie before or behind it. */
function loop(side: SideSign, r: number, from: number, back: number, ahead: (outMm: number) => number): Parts<'out' | 'fold' | 'home'> {
  const middle = (from + back) / 2;
  const turn = back < from ? -1 : 1;
  const near = FAN_AT * r;
  // the fold is turned as the wing stands there: `u` runs on along the wing, `v` forward of it
  const slope = Math.atan2(ahead(r) - ahead(r - 1), 1);
  const [u, v] = [to(side * Math.cos(slope), 0, Math.sin(slope)), to(-side * Math.sin(slope), 0, Math.cos(slope))];
  const fold = to(side * r, 0, middle + ahead(r));
  const beside = (sign: 1 | -1): Control => control(add(fold, scale(subtract(scale(v, turn * sign), u), FOLD_RADIUS_MM)), scale(v, sign));
  return {
    out: [control(to(side * near, 0, from - turn * PUFF_MM * 0.4 + ahead(near)), BACKWARD)],
    fold: [beside(-1), control(fold, scale(u, turn)), beside(1)],
    home: [control(to(side * near, 0, back + turn * PUFF_MM + ahead(near)), FORWARD)],
  };
}

/** Both whole strands of a bow on the wearer. */
function bowStrands(m: TyingMeasures, lay: BowForm): { readonly short: Strand; readonly long: Strand } {
  return { short: [...band(m, -1), ...shortBow(m, lay)], long: [...band(m, 1), ...longBow(m, lay)] };
}

/** A bow from its lay. */
export function bow(m: TyingMeasures, lay: BowForm): PosedStrip {
  return { leadMm: m.leadMm, knotAt: knotOf(m, lay), ...bowStrands(m, lay) };
}
