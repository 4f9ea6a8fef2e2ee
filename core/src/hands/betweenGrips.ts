import { add, blend, distance, scale, subtract, type Point3 } from '../geometry/index.ts';
import { POSTURES } from './grips.ts';
import { DIGITS, handDirections, handPoints, JOINT_COUNT, placeHand, tipOf, type HandPose } from './handModel.ts';

/** How far a hand draws back along its own fingers before it goes elsewhere, and goes in along them, in mm. */
const DRAWN_BACK_MM = { most: 90, share: 0.6 } as const;
/** Share of the way, at its beginning and at its end, in which a hand keeps the turn that it has. */
const HELD_TURN = 0.2;
/** A hand turns about a place so far from its wrist towards its fingers, in mm: fingertips go no further than they must. */
const TURNS_ABOUT_MM = 60;

/** A pose on the way from one to another: out along the fingers, which open, across, and in along them. */
export function poseBetween(a: HandPose, b: HandPose, share: number): HandPose {
  const turned = Math.min(1, Math.max(0, (share - HELD_TURN) / (1 - 2 * HELD_TURN)));
  const straight = straightBetween(a, b, turned * turned * (3 - 2 * turned));
  const [from, until] = [middleOf(a), middleOf(b)];
  const back = Math.min(DRAWN_BACK_MM.most, 6 + DRAWN_BACK_MM.share * distance(from, until));
  const [p, q] = [subtract(from, scale(a.distal, back)), subtract(until, scale(b.distal, back))];
  const [s, t] = [1 - share, share];
  const middle = add(add(scale(from, s * s * s), scale(p, 3 * s * s * t)), add(scale(q, 3 * s * t * t), scale(until, t * t * t)));
  const open = Math.sin(Math.PI * share);
  const joints = straight.joints.map((angle, k) => angle * (1 - open) + (POSTURES.wide[k] ?? 0) * open);
  return { ...straight, wrist: subtract(middle, scale(straight.distal, TURNS_ABOUT_MM)), joints };
}

const middleOf = ({ wrist, distal }: HandPose): Point3 => add(wrist, scale(distal, TURNS_ABOUT_MM));

const [was, is] = [handPoints(), handPoints()];

/** How far the fingertip goes that goes furthest. */
export function furthestTip(before: HandPose, after: HandPose): number {
  placeHand(before, was);
  placeHand(after, is);
  let far = 0;
  for (let digit = 0; digit < DIGITS.length; digit += 1)
    far = Math.max(far, distance(tipOf(was.pointsMm, digit), tipOf(is.pointsMm, digit)));
  return far;
}

/** The new pose, or as much of the way to it as no fingertip goes too far. */
export function slowed(before: HandPose, after: HandPose, mostMm: number): HandPose {
  let pose = after;
  for (let k = 0; k < 4; k += 1) {
    const far = furthestTip(before, pose);
    if (far <= mostMm) return pose;
    pose = straightBetween(before, pose, mostMm / far);
  }
  return pose;
}

function straightBetween(a: HandPose, b: HandPose, share: number): HandPose {
  return {
    side: b.side,
    wrist: blend(a.wrist, b.wrist, share),
    ...handDirections(b.side, blend(a.distal, b.distal, share), blend(a.palmar, b.palmar, share)),
    joints: Float64Array.from({ length: JOINT_COUNT }, (_, k) => (a.joints[k] ?? 0) * (1 - share) + (b.joints[k] ?? 0) * share),
  };
}
