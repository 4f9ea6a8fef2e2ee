import type { Side } from '../fit/index.ts';
import { add, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';

/** Who ties, and from where the arms come: the wearer, somebody who faces the wearer, or somebody who stands behind. */
export const TYING_HANDS = ['wearer', 'facing', 'behind'] as const;
export type TyingHands = (typeof TYING_HANDS)[number];

/** Shoulder to elbow and elbow to wrist of a grown-up, in mm (Drillis & Contini 1966: 0.186 and 0.146 of 1.75 m, from memory). */
const ARM_MM = { upper: 325, fore: 255 } as const;

/**
 * Where the shoulder of the arm on one of the wearer's sides is, in mm in the wearer's frame, and where its elbow tends to: down and
 * out. Whoever faces the wearer stands an arm's length before them (assumed).
 */
const SHOULDERS: Readonly<Record<TyingHands, { readonly at: Point3; readonly elbowTo: Point3 }>> = {
  wearer: { at: { x: 178, y: -40, z: -80 }, elbowTo: { x: 0.55, y: -0.8, z: 0.35 } },
  facing: { at: { x: 190, y: 20, z: 430 }, elbowTo: { x: 0.7, y: -0.75, z: 0.1 } },
  behind: { at: { x: 200, y: 60, z: -320 }, elbowTo: { x: 0.9, y: 0.2, z: 0.1 } },
};

/** How much the hand's own direction decides where the elbow goes, against where it tends to. */
const HAND_DECIDES = 1.6;

/** Where the elbow of the arm on one of the wearer's sides is when its wrist is at a place and the fingers point along `distal`. */
export function elbowOf(hands: TyingHands, side: Side, wrist: Point3, distal: Point3): Point3 {
  const flip = side === 'left' ? 1 : -1;
  const { at, elbowTo } = SHOULDERS[hands];
  const shoulder = { ...at, x: flip * at.x };
  const way = subtract(wrist, shoulder);
  const reach = Math.min(Math.sqrt(dot(way, way)), ARM_MM.upper + ARM_MM.fore - 1);
  const towards = unit(way);
  // the elbow lies on a circle about the line from shoulder to wrist: low and out, or where the wrist is straight
  const along = (ARM_MM.upper ** 2 - ARM_MM.fore ** 2 + reach ** 2) / (2 * reach);
  const out = Math.sqrt(Math.max(0, ARM_MM.upper ** 2 - along ** 2));
  const middle = add(shoulder, scale(towards, along));
  const across = (v: Point3): Point3 => subtract(v, scale(towards, dot(v, towards)));
  const easy = unit(across({ ...elbowTo, x: flip * elbowTo.x }));
  const straight = scale(across(subtract(subtract(wrist, scale(distal, ARM_MM.fore)), middle)), 1 / Math.max(1, out));
  return add(middle, scale(unit(add(easy, scale(straight, HAND_DECIDES))), out));
}
