import { oppositeSide, type Side } from '../fit/index.ts';
import { cross, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';

/** Digits of a hand, from the thumb's side. */
export const DIGITS = ['thumb', 'forefinger', 'middleFinger', 'ringFinger', 'littleFinger'] as const;
export type Digit = (typeof DIGITS)[number];

const FLESH_MM = 5;

/**
 * Lengths of a grown-up's hand in mm. Bones: Buryanov & Kotiuk, Int. J. Morphol. 28 (2010) 755–758, means of radiographs of both
 * sexes (from memory): proximal, middle and distal phalanx, of the thumb its metacarpal and both phalanges. The last runs to the middle of
 * the rounded end, {@link FLESH_MM} of flesh and glove beyond the bone less that end's radius. The heads of the metacarpals and the radii are those of a hand 88 mm broad (Greiner, U.S. Army Natick TR-92/011, 1991, men 90 and women 79 mm, from
 * memory).
 */
const BONES_MM: Readonly<Record<Digit, readonly [number, number, number]>> = {
  thumb: [46.2, 31.6, 21.7 + FLESH_MM - 7.2],
  forefinger: [39.8, 22.4, 15.8 + FLESH_MM - 5.9],
  middleFinger: [44.6, 26.3, 17.4 + FLESH_MM - 6.1],
  ringFinger: [41.4, 25.7, 17.3 + FLESH_MM - 5.8],
  littleFinger: [32.7, 18.1, 16 + FLESH_MM - 5.2],
};

/** Where each digit begins: heads of the metacarpals, and the thumb's saddle joint; radial, distal and palmar of the wrist, in mm. */
const ROOTS_MM: Readonly<Record<Digit, readonly [number, number, number]>> = {
  thumb: [20, 18, 8],
  forefinger: [23, 84, 1],
  middleFinger: [3, 85, 0],
  ringFinger: [-16, 79, 1],
  littleFinger: [-32, 70, 4],
};

/** Radii of a gloved hand at the joints of a digit, from its root to its tip, in mm: tapered capsules lie between. */
export const RADII_MM: Readonly<Record<Digit, readonly [number, number, number, number]>> = {
  thumb: [13, 10.4, 8.8, 7.2],
  forefinger: [9.6, 8, 7.1, 5.9],
  middleFinger: [9.8, 8.2, 7.3, 6.1],
  ringFinger: [9.2, 7.7, 6.8, 5.8],
  littleFinger: [8.4, 6.8, 6, 5.2],
};
export const WRIST_RADIUS_MM = 22;

/** A joint's range in radians. */
export type JointRange = readonly [least: number, most: number];

const degrees = (least: number, most: number): JointRange => [(least * Math.PI) / 180, (most * Math.PI) / 180];

/**
 * Ranges of motion, active, of a healthy grown-up (common values of the clinic, as in Norkin & White, Measurement of Joint Motion, from
 * memory). Fingers: spread, then bend at knuckle and middle joint; the end joint bends {@link END_JOINT_RATIO} as far as the middle
 * one, since the two share a tendon. Thumb: away from the palm, away from the forefinger, bend at its two joints.
 */
export const RANGES = {
  spread: degrees(-22, 22),
  knuckle: degrees(-25, 90),
  middleJoint: degrees(0, 105),
  thumbFromPalm: degrees(-5, 65),
  thumbFromForefinger: degrees(-8, 68),
  thumbKnuckle: degrees(-10, 60),
  thumbEnd: degrees(-20, 80),
  wristBend: degrees(-70, 80),
  wristAside: degrees(-22, 38),
} as const satisfies Record<string, JointRange>;

export const END_JOINT_RATIO = 0.62;

/** Joints of a hand, as they are turned: three of each finger, four of the thumb. */
export const JOINT_RANGES: readonly JointRange[] = [
  RANGES.thumbFromPalm,
  RANGES.thumbFromForefinger,
  RANGES.thumbKnuckle,
  RANGES.thumbEnd,
  ...[1, 2, 3, 4].flatMap(() => [RANGES.spread, RANGES.knuckle, RANGES.middleJoint]),
];
export const JOINT_COUNT = JOINT_RANGES.length;
/** The first of a digit's joints in a list of all. */
export const firstJoint = (digit: number): number => (digit === 0 ? 0 : 4 + 3 * (digit - 1));

/**
 * A hand in space. Its own directions are `radial` (towards the thumb), `distal` (towards the fingertips) and `palmar` (out of the
 * palm); for a right hand they are right-handed in this order, for a left one its mirror image.
 */
export interface HandPose {
  readonly side: Side;
  /** Middle of the wrist, in mm in the wearer's frame. */
  readonly wrist: Point3;
  readonly radial: Point3;
  readonly distal: Point3;
  readonly palmar: Point3;
  /** Angles of {@link JOINT_RANGES} in radians. */
  readonly joints: Float64Array;
}

/**
 * Points kept of a hand: the wrist, four of each digit from its root to its tip, and the elbow's direction, a span of sleeve from the
 * wrist. Three numbers each.
 */
export const HAND_POINTS = 1 + 4 * DIGITS.length + 1;
export const pointIndex = (digit: number, joint: number): number => 1 + 4 * digit + joint;
export const SLEEVE_POINT = HAND_POINTS - 1;

/** Working room of {@link placeHand}: local points and what the pads look at. */
export interface HandPoints {
  /** In the wearer's frame, three numbers a point. */
  readonly pointsMm: Float64Array;
  /** Unit direction that the pad of each digit's end looks in. */
  readonly pads: Float64Array;
  /** Axes that the joints turn about, in the wearer's frame, by joint. (In a left hand they turn the other way about them.) */
  readonly axes: Float64Array;
}

export const handPoints = (): HandPoints => ({
  pointsMm: new Float64Array(3 * HAND_POINTS),
  pads: new Float64Array(3 * DIGITS.length),
  axes: new Float64Array(3 * JOINT_COUNT),
});

const { sin, cos, sqrt } = Math;

/** How far the thumb's bending turns towards the palm when it stands away from it: it is pronated on its saddle (assumed). */
const THUMB_TURN = 0.35;
const THUMB_TURN_BY_ANGLE = 0.75;

const ROOT = DIGITS.map((digit) => ROOTS_MM[digit]);
const BONE = DIGITS.map((digit) => BONES_MM[digit]);

/** A direction given by its shares of the hand's own directions, written into an array. */
function put(into: Float64Array, at: number, hand: HandPose, r: number, d: number, n: number): void {
  const { radial: R, distal: D, palmar: N } = hand;
  into[at] = r * R.x + d * D.x + n * N.x;
  into[at + 1] = r * R.y + d * D.y + n * N.y;
  into[at + 2] = r * R.z + d * D.z + n * N.z;
}

function putPoint(into: Float64Array, at: number, hand: HandPose, r: number, d: number, n: number): void {
  put(into, at, hand, r, d, n);
  into[at] = (into[at] ?? 0) + hand.wrist.x;
  into[at + 1] = (into[at + 1] ?? 0) + hand.wrist.y;
  into[at + 2] = (into[at + 2] ?? 0) + hand.wrist.z;
}

/** Where all points of a hand are, what its pads look at, and the axes of its joints. */
export function placeHand(hand: HandPose, into: HandPoints): void {
  const { joints } = hand;
  const { pointsMm, pads, axes } = into;
  pointsMm[0] = hand.wrist.x;
  pointsMm[1] = hand.wrist.y;
  pointsMm[2] = hand.wrist.z;
  placeThumb(hand, into);
  for (let digit = 1; digit < DIGITS.length; digit += 1) {
    const first = firstJoint(digit);
    const [spread, knuckle, middle] = [joints[first] ?? 0, joints[first + 1] ?? 0, joints[first + 2] ?? 0];
    const [ur, ud] = [sin(spread), cos(spread)];
    const root = ROOT[digit] ?? ROOTS_MM.forefinger;
    const bones = BONE[digit] ?? BONES_MM.forefinger;
    let [r, d, n] = [root[0], root[1], root[2]];
    putPoint(pointsMm, 3 * pointIndex(digit, 0), hand, r, d, n);
    // spread turns in the plane of the palm, bends from the finger's own direction towards the palm
    put(axes, 3 * first, hand, 0, 0, -1);
    put(axes, 3 * (first + 1), hand, ud, -ur, 0);
    put(axes, 3 * (first + 2), hand, ud, -ur, 0);
    let bend = knuckle;
    for (let bone = 0; bone < 3; bone += 1) {
      if (bone === 1) bend += middle;
      if (bone === 2) bend += END_JOINT_RATIO * middle;
      const long = bones[bone] ?? 0;
      const [along, in_] = [cos(bend) * long, sin(bend) * long];
      r += along * ur;
      d += along * ud;
      n += in_;
      putPoint(pointsMm, 3 * pointIndex(digit, bone + 1), hand, r, d, n);
    }
    put(pads, 3 * digit, hand, -sin(bend) * ur, -sin(bend) * ud, cos(bend));
  }
}

function placeThumb(hand: HandPose, { pointsMm, pads, axes }: HandPoints): void {
  const { joints } = hand;
  const [fromPalm, fromFinger, knuckle, end] = [joints[0] ?? 0, joints[1] ?? 0, joints[2] ?? 0, joints[3] ?? 0];
  const [mr, md, mn] = [cos(fromPalm) * sin(fromFinger), cos(fromPalm) * cos(fromFinger), sin(fromPalm)];
  // the thumb bends across the palm, the more towards it the further it stands away
  const turn = THUMB_TURN + THUMB_TURN_BY_ANGLE * fromPalm;
  const [wr, wn] = [-cos(turn), sin(turn)];
  const along = wr * mr + wn * mn;
  let [fr, fd, fn] = [wr - along * mr, -along * md, wn - along * mn];
  const size = sqrt(fr * fr + fd * fd + fn * fn);
  fr /= size;
  fd /= size;
  fn /= size;
  let [r, d, n] = [...ROOTS_MM.thumb];
  putPoint(pointsMm, 3 * pointIndex(0, 0), hand, r, d, n);
  // axis of bending: from the thumb's direction towards where it bends to
  const [ar, ad, an] = [md * fn - mn * fd, mn * fr - mr * fn, mr * fd - md * fr];
  // out of the palm's plane it turns about itself as well
  put(axes, 0, hand, cos(fromFinger) + THUMB_TURN_BY_ANGLE * mr, -sin(fromFinger) + THUMB_TURN_BY_ANGLE * md, THUMB_TURN_BY_ANGLE * mn);
  put(axes, 3, hand, 0, 0, -1);
  put(axes, 6, hand, ar, ad, an);
  put(axes, 9, hand, ar, ad, an);
  let bend = 0;
  for (let bone = 0; bone < 3; bone += 1) {
    if (bone === 1) bend += knuckle;
    if (bone === 2) bend += end;
    const long = BONES_MM.thumb[bone] ?? 0;
    const [c, s] = [cos(bend) * long, sin(bend) * long];
    r += c * mr + s * fr;
    d += c * md + s * fd;
    n += c * mn + s * fn;
    putPoint(pointsMm, 3 * pointIndex(0, bone + 1), hand, r, d, n);
  }
  put(pads, 0, hand, -sin(bend) * mr + cos(bend) * fr, -sin(bend) * md + cos(bend) * fd, -sin(bend) * mn + cos(bend) * fn);
}

/** A hand's own directions from where its fingers point and about where its palm looks. */
export function handDirections(side: Side, fingersTo: Point3, palmTo: Point3): Pick<HandPose, 'distal' | 'palmar' | 'radial'> {
  const distal = unit(fingersTo);
  const palmar = unit(subtract(palmTo, scale(distal, dot(palmTo, distal))));
  return { distal, palmar, radial: scale(cross(distal, palmar), side === 'right' ? 1 : -1) };
}

/** Middle of a digit's rounded end, of points that {@link placeHand} has placed. */
export function tipOf(pointsMm: Float64Array, digit: number): Point3 {
  const at = 3 * pointIndex(digit, 3);
  return { x: pointsMm[at] ?? 0, y: pointsMm[at + 1] ?? 0, z: pointsMm[at + 2] ?? 0 };
}

/** The same hand on the other side of the wearer. */
export const mirrorHand = (hand: HandPose): HandPose => {
  const flip = ({ x, y, z }: Point3): Point3 => ({ x: -x, y, z });
  return {
    ...hand,
    side: oppositeSide(hand.side),
    wrist: flip(hand.wrist),
    radial: flip(hand.radial),
    distal: flip(hand.distal),
    palmar: flip(hand.palmar),
  };
};
