import { add, cross, distance, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { choreograph, poseStep, type Choreography, type PosedMoment } from '../tying/choreography.ts';
import type { TyingMeasures } from '../tying/measures.ts';
import { partsOfWay, type PartName, type TyingWay } from '../tying/ways.ts';
import type { TyingHands } from './arm.ts';
import type { Coming } from './comings.ts';
import { GRIPS, HAND_ROLES, POSTURES, type Grip, type HandRole } from './grips.ts';
import { DIGITS, handPoints, placeHand, tipOf, type HandPose } from './handModel.ts';
import { ballsOf } from './obstacles.ts';
import { HOLD_TURNS } from './playHands.ts';
import { comingIn, handSide, middleOf, padsOf, placesOf, surroundings, turnedTo, type Around, type Scene } from './scene.ts';
import { costOf, depthCostOf, solveHand, type PadAim } from './solveHand.ts';

/** A way that was found to come to a grip. */
export interface FoundComing {
  readonly part: PartName;
  readonly role: HandRole;
  /** Place of the grip in its part. */
  readonly index: number;
  readonly coming: Coming;
  /** What it costs, a moment: about the squares of what pads are off and fingers are in, in mm². */
  readonly cost: number;
}

/** Moments of a grip that a way to come to it is judged by. */
const MOMENTS = 7;
/** Turns that are held through all of them. */
const HELD_THROUGH = 24;
const FIRST_STEPS = 40;
const NEXT_STEPS = 12;
/** What deviating from where people's hands come from costs, and what the way from the grip before costs, against mm². */
const LEANING = 550;
const TRAVEL = 0.012;
/** What a turn on the way costs, for the squares of what its directions change by. */
const TURNING = 35;
/** Distances that a hand is drawn back by, in mm, and what it then counts for to lie in something. */
const DRAWN_BACK_BY_MM = [25, 55, 90] as const;
const DRAWN_BACK = 0.35;

interface Frame {
  readonly around: Around;
  readonly pads: readonly PadAim[];
}

/**
 * Finds how each hand best comes to each grip of a way, by trying many turns of the hand: what {@link COMINGS} keeps. Slow; for whoever
 * changes a grip.
 * @param tries turns that are tried for each grip.
 * @param random numbers from 0 to 1.
 * @param known what was found for a way before, of parts that ways share: it is not looked for again.
 */
export function findComings(
  m: TyingMeasures,
  way: TyingWay,
  hands: TyingHands,
  tries: number,
  random: () => number,
  known: (part: PartName, role: HandRole, index: number) => Coming | undefined = () => undefined,
): readonly FoundComing[] {
  const choreography = choreograph(m, 'left', way);
  const scene: Scene = { choreography, hands, halfThickMm: m.tie.measured.cloth.thicknessMm / 2, room: null };
  const held: { readonly at: number; readonly pose: HandPose }[] = [];
  const before: Partial<Record<HandRole, Before>> = {};
  return partsOfWay(way, m.letOutMm > 0).flatMap((part, stepIndex) =>
    HAND_ROLES.flatMap((role) =>
      GRIPS[part][role].map((grip, index): FoundComing => {
        const times = Array.from({ length: MOMENTS }, (_, k) => grip.from + ((grip.until - grip.from) * k) / (MOMENTS - 1));
        const moments = times.map((share) => momentOf(choreography, stepIndex, share));
        const [first] = moments;
        if (!first) throw new RangeError('a grip has moments');
        const places = placesOf(scene, first, grip);
        const frames = moments.map((moment, k): Frame => {
          const time = stepIndex + (times[k] ?? 0);
          const other = role === 'other' ? held.find(({ at }) => Math.abs(at - time) < 0.1) : undefined;
          const around: Around = { moment, role, other: other ? ballsOf(other.pose) : new Float64Array(0) };
          return { around, pads: padsOf(scene, around, grip, places) };
        });
        const found = known(part, role, index);
        const best = found
          ? followed(scene, frames, grip, found)
          : bestOf(scene, frames, grip, hintFor(part, role, hands), before[role] ?? null, tries, random);
        const last = best.poses[MOMENTS - 1] ?? best.first;
        before[role] = { pose: last, tips: tipsOf(last) };
        if (role === 'own') best.poses.forEach((pose, k) => held.push({ at: stepIndex + (times[k] ?? 0), pose }));
        return { part, role, index, coming: found ?? comingOf(best.first), cost: best.cost / MOMENTS };
      }),
    ),
  );
}

function momentOf(choreography: Choreography, stepIndex: number, share: number): PosedMoment {
  const step = choreography.steps[stepIndex];
  if (!step) throw new RangeError(`a way of tying has no step ${stepIndex}`);
  return poseStep(choreography, step, share);
}

/** Where a hand comes from: from below while the ends hang, from its side at the bow; a helper's from their own side. */
function hintFor(part: PartName, role: HandRole, hands: TyingHands): Point3 {
  const side = role === 'own' ? -1 : 1;
  const isLow = LOW.includes(part);
  const own = isLow ? unit({ x: 0.65 * side, y: 0.75, z: -0.05 }) : unit({ x: 0.8 * side, y: 0.5, z: -0.3 });
  if (hands === 'facing') return unit({ x: own.x, y: 0.6 * own.y, z: -0.9 });
  return hands === 'behind' ? unit({ x: 0.8 * own.x, y: -0.35, z: 0.8 }) : own;
}
const LOW: readonly PartName[] = ['prepare', 'lead', 'cross', 'halfKnot', 'park', 'frontBow', 'collarDown'];

/** How a hand let go of what it held before. */
interface Before {
  readonly pose: HandPose;
  readonly tips: readonly Point3[];
}

interface Best {
  readonly score: number;
  readonly cost: number;
  readonly first: HandPose;
  readonly poses: readonly HandPose[];
}

function bestOf(
  scene: Scene,
  frames: readonly Frame[],
  grip: Grip,
  hint: Point3,
  before: Before | null,
  tries: number,
  random: () => number,
): Best {
  const [first] = frames;
  if (!first) throw new RangeError('a grip has moments');
  const preferred = (pose: HandPose): number => {
    const leaning = subtract(hint, pose.distal);
    const tips = tipsOf(pose);
    const travel = before ? tips.reduce((sum, tip, digit) => sum + distance(tip, before.tips[digit] ?? tip) ** 2, 0) / tips.length : 0;
    const turn = before ? distance(pose.distal, before.pose.distal) ** 2 + distance(pose.palmar, before.pose.palmar) ** 2 : 0;
    return LEANING * dot(leaning, leaning) + TRAVEL * travel + TURNING * turn;
  };
  // many turns are tried for the first moment, and those that do best there are held through all
  const begun = Array.from({ length: tries }, (_, k) => {
    // the first few as people's hands come, the others anyhow
    const spread = k < 8 ? 0 : 2.2;
    const off = (): number => spread * (random() - 0.5);
    const distal = unit(add(hint, { x: off(), y: off(), z: off() }));
    const palmar = unit(cross(distal, { x: random() - 0.5, y: random() - 0.5, z: random() - 0.5 }));
    const start = turnedTo(handSide(first.around.role, scene.hands), distal, palmar, POSTURES[grip.posture], first.pads);
    const { poses, cost } = follow(scene, [first], grip, start);
    return { start, score: cost + preferred(poses[0] ?? start) };
  }).sort((a, b) => a.score - b.score);
  const tried = begun.slice(0, HELD_THROUGH).map(({ start }): Best => {
    const { poses, cost } = follow(scene, frames, grip, start);
    const pose = poses[0] ?? start;
    return { poses, cost, first: pose, score: cost + preferred(pose) };
  });
  return tried.reduce((best, each) => (each.score < best.score ? each : best));
}

/** How a grip is held that is come to in a known way. */
function followed(scene: Scene, frames: readonly Frame[], grip: Grip, coming: Coming): Best {
  const [first] = frames;
  if (!first) throw new RangeError('a grip has moments');
  const start = comingIn(handSide(first.around.role, scene.hands), coming, first.pads);
  const { poses, cost } = follow(scene, frames, grip, start);
  return { score: cost, cost, first: poses[0] ?? start, poses };
}

/** Holds a grip through its moments, from a turn of the hand; with what it costs. */
function follow(
  scene: Scene,
  frames: readonly Frame[],
  grip: Grip,
  begin: HandPose,
): { readonly cost: number; readonly poses: readonly HandPose[] } {
  const posture = POSTURES[grip.posture];
  const poses: HandPose[] = [];
  let cost = 0;
  for (const { around, pads } of frames) {
    const middle = middleOf(pads);
    const last = poses[poses.length - 1];
    const start = last ?? begin;
    const near = { pose: { ...start, joints: posture }, placeWeight: 0.04, turnWeight: last ? HOLD_TURNS : 0.3, jointWeight: 2.5 };
    const aims = { pads, together: grip.posture === 'pinch', near };
    const about = surroundings(scene, around, middle);
    const pose = solveHand(start, aims, about, last ? NEXT_STEPS : FIRST_STEPS);
    cost += costOf(pose, aims, about);
    // as it comes in and goes out along its fingers, it had better be clear too
    if (poses.length === 0 || poses.length === MOMENTS - 1)
      for (const backMm of DRAWN_BACK_BY_MM)
        cost += DRAWN_BACK * depthCostOf({ ...pose, wrist: subtract(pose.wrist, scale(pose.distal, backMm)) }, aims, about);
    poses.push(pose);
  }
  return { cost, poses };
}

const scratch = handPoints();

function tipsOf(pose: HandPose): readonly Point3[] {
  placeHand(pose, scratch);
  return DIGITS.map((_, digit) => tipOf(scratch.pointsMm, digit));
}

/** A pose as it is kept: rounded to hundredths and whole degrees. */
function comingOf({ distal, palmar, joints }: HandPose): Coming {
  const directions = [distal.x, distal.y, distal.z, palmar.x, palmar.y, palmar.z].map((value) => Math.round(100 * value) / 100);
  return [...directions, ...Array.from(joints, (angle) => Math.round((180 * angle) / Math.PI))];
}
