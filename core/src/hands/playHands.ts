import { oppositeSide, type Side } from '../fit/index.ts';
import { add, distance, ORIGIN, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { poseStep, type Choreography, type PosedMoment } from '../tying/choreography.ts';
import { shirtFrontZ } from '../tying/poses/collar.ts';
import { hasLeaf } from '../tying/measures.ts';
import { paceOf } from '../tying/steps.ts';
import { partsOfWay } from '../tying/ways.ts';
import { elbowOf, type TyingHands } from './arm.ts';
import { furthestTip, poseBetween, slowed } from './betweenGrips.ts';
import { COMINGS, type Coming } from './comings.ts';
import { GRIPS, HAND_ROLES, POSTURES, type Grip, type HandRole, type Touch } from './grips.ts';
import { DIGITS, handPoints, mirrorHand, placeHand, RADII_MM, SLEEVE_POINT, tipOf, type HandPose } from './handModel.ts';
import { ballsOf, SHIRT_HALF_WIDTH_MM } from './obstacles.ts';
import { comingIn, fromOf, handSide, middleOf, padsOf, placesOf, surroundings, type Around, type Scene } from './scene.ts';
import { solveHand, type HandAims, type PadAim } from './solveHand.ts';

/** One hand at a moment. */
export interface HandMoment {
  readonly pose: HandPose;
  /** Pads that have a place just now, and where; none while the hand is on its way. */
  readonly pads: readonly PadAim[];
}

/** Both hands at a moment: the one on the long end's side of the wearer, and the other. */
export type HandsMoment = Readonly<Record<HandRole, HandMoment>>;

/** Leads both hands through a choreography. */
export interface HandsPlayer {
  /** The hands at a moment; moments are asked for in order, from the first step on, as the hands follow what they held before. */
  readonly at: (stepIndex: number, share: number, moment: PosedMoment) => HandsMoment;
}

/** No fingertip goes further than this in a 24th of a usual step, in mm: in a step that lasts longer, as far in the same time. */
const MOST_PER_24TH_MM = 24;

const HOLD_STEPS = 4;
const HOLDING_ON = { place: 0.3, turn: 15, joint: 8 } as const;
const EASES = 0.15;
/** How much a hand that takes hold is kept turned as it came. */
export const HOLD_TURNS = 2;
const ON_THE_WAY = { steps: 4, place: 1, turn: 40, joint: 18 } as const;

interface RoleState {
  pose: HandPose;
  /** The task that is done or was done last, and where its places were resolved to. */
  task: Task | null;
  places: ReadonlyMap<Touch, number>;
  leftAt: number;
  /** Where the hand was when it let go, and of what. */
  leaving: HandPose;
  left: Task | null;
  leftPlaces: ReadonlyMap<Touch, number>;
  /** The pose that holds what it is going to, and how far it has come on its way there, 0 to 1. */
  goal: HandPose;
  progress: number;
  /** Whether the pose that holds no longer changes, and where its pads belonged a moment before. */
  isSettled: boolean;
  held: readonly PadAim[];
}

/** A grip with its time in the whole tying: a step's index and the share of the step. */
interface Task {
  readonly grip: Grip;
  readonly from: number;
  readonly until: number;
  readonly stepIndex: number;
  readonly coming: Coming | undefined;
}

const sceneOf = (choreography: Choreography, hands: TyingHands): Scene => ({
  ...{ choreography, hands, room: null },
  halfThickMm: choreography.measures.tie.measured.cloth.thicknessMm / 2,
});

/** All that a hand does in a way, one after another. */
const tasksOf = ({ way, measures }: Choreography, hands: TyingHands, role: HandRole): readonly Task[] =>
  partsOfWay(way, measures.letOutMm > 0).flatMap((part, stepIndex) =>
    GRIPS[part][role].flatMap((grip, k): readonly Task[] =>
      // without a leaf there is none to take
      !hasLeaf(measures.collar) && grip.touches.some(({ on }) => on === 'leaf')
        ? []
        : [
            {
              ...{ grip, stepIndex, coming: COMINGS[hands][part][role][k] },
              ...{ from: stepIndex + grip.from, until: stepIndex + grip.until },
            },
          ],
    ),
  );

const allTasks = (choreography: Choreography, hands: TyingHands): Readonly<Record<HandRole, readonly Task[]>> => ({
  own: tasksOf(choreography, hands, 'own'),
  other: tasksOf(choreography, hands, 'other'),
});

/** Prepares to lead the hands through a choreography. */
export function playHands(choreography: Choreography, hands: TyingHands = 'wearer'): HandsPlayer {
  const mirrored = choreography.longEnd === 'right';
  const scene = sceneOf(choreography, hands);
  const tasks = allTasks(choreography, hands);
  const state: Partial<Record<HandRole, RoleState>> = {};
  let last = 0;
  return {
    at: (stepIndex, share, given) => {
      const moment = mirrored ? flipMoment(given) : given;
      if (stepIndex >= choreography.steps.length) throw new RangeError(`a way of tying has no step ${stepIndex}`);
      const time = stepIndex + share;
      const mostMm = MOST_PER_24TH_MM * 24 * (time - last) * paceOf(choreography.steps[stepIndex]?.step ?? 'prepare');
      last = time;
      const result = {} as Record<HandRole, HandMoment>;
      for (const role of HAND_ROLES) {
        const other = state[role === 'own' ? 'other' : 'own'];
        const isFirst = !state[role];
        // who is on the way gives way to who holds
        const mayPass = other && (other.progress === 1 || (state[role]?.progress ?? 1) < 1);
        const around: Around = { moment, role, other: mayPass ? ballsOf(other.pose) : NONE };
        const now = (state[role] ??= beginning(scene, around, tasks[role]));
        result[role] = advance(scene, around, tasks[role], now, time, isFirst ? Infinity : mostMm);
      }
      return mirrored ? { own: flipHand(result.own), other: flipHand(result.other) } : result;
    },
  };
}

/**
 * Points of both hands in one picture of each step, for paper: each hand as it takes the grip that it has just then, or has next to
 * then, without being led there. A hand that holds nothing for long is left out.
 * @param shares how far each step is when it is drawn, by its index.
 */
export function handsInPictures(
  choreography: Choreography,
  hands: TyingHands,
  shares: readonly number[],
): readonly (readonly Float32Array[])[] {
  const mirrored = choreography.longEnd === 'right';
  const scene = sceneOf(choreography, hands);
  const tasks = allTasks(choreography, hands);
  return shares.map((share, stepIndex) => {
    const step = choreography.steps[stepIndex];
    if (!step) throw new RangeError(`a way of tying has no step ${stepIndex}`);
    const given = poseStep(choreography, step, share, GOAL_SPACING_MM);
    const moment = mirrored ? flipMoment(given) : given;
    const time = stepIndex + share;
    let other: Float64Array = NONE;
    return HAND_ROLES.flatMap((role) => {
      const apart = ({ from, until }: Task): number => Math.max(0, from - time, time - until);
      const task = tasks[role].reduce((best, each) => (apart(each) < apart(best) ? each : best));
      if (apart(task) > OUT_OF_PICTURE) return [];
      const around: Around = { moment, role, other };
      const pose = reach(scene, around, task, padsOf(scene, around, task.grip, placesOf(scene, moment, task.grip)), PICTURED_STEPS);
      other = ballsOf(pose);
      return pointsOfHand(mirrored ? mirrorHand(pose) : pose, role, hands, choreography.longEnd);
    });
  });
}

/** Share of a step from its nearest grip beyond which a hand is not drawn. */
const OUT_OF_PICTURE = 0.25;

/** Sleeve that is drawn from the wrist towards the elbow, in mm. */
const SLEEVE_MM = 150;

/** All points of a role's hand, sleeve included, for whoever draws it; a long end from the wearer's right has the roles on the other sides. */
export function pointsOfHand(pose: HandPose, role: HandRole, hands: TyingHands, longEnd: Side): Float32Array {
  placeHand(pose, scratch);
  const points = Float32Array.from(scratch.pointsMm);
  const from = longEnd === 'left' ? fromOf(role) : oppositeSide(fromOf(role));
  const { x, y, z } = add(pose.wrist, scale(unit(subtract(elbowOf(hands, from, pose.wrist, pose.distal), pose.wrist)), SLEEVE_MM));
  points.set([x, y, z], 3 * SLEEVE_POINT);
  return points;
}

const NONE = new Float64Array(0);

/** One hand a moment further. */
function advance(scene: Scene, around: Around, tasks: readonly Task[], now: RoleState, time: number, mostMm: number): HandMoment {
  const index = tasks.findIndex(({ until }) => time <= until + SOON);
  // where one task ends as the next begins, the later one
  const later = tasks[index + 1];
  const task = index >= 0 && later && time >= later.from - SOON ? later : tasks[index];
  const before = now.pose;
  if (!task) return { pose: (now.pose = slowed(before, goneOut(before, around.role, mostMm), mostMm)), pads: [] };
  const isHeld = time >= task.from - SOON;
  if (now.task !== task) {
    const follows = now.task !== null && task.from - now.task.until < SOON;
    const then = isHeld ? around.moment : momentThen(scene, task);
    now.left = now.task;
    now.leftPlaces = now.places;
    now.leaving = before;
    now.leftAt = time;
    now.task = task;
    now.places = placesOf(scene, then, task.grip);
    now.isSettled = false;
    now.held = [];
    now.progress = follows || mostMm === Infinity ? 1 : 0;
    now.goal = follows
      ? before
      : reach(scene, { ...around, moment: then }, task, padsOf(scene, { ...around, moment: then }, task.grip, now.places));
  }
  const pads = padsOf(scene, around, task.grip, now.places);
  // what is held at rest, and has come to rest itself, is held on
  if (isHeld && !(now.isSettled && isAtRest(now.held, pads))) {
    const goal = hold(scene, around, task, pads, now.held, now.goal);
    now.isSettled = now.progress === 1 && furthestTip(now.goal, goal) < SETTLED_MM;
    now.goal = goal;
  }
  now.held = pads;
  if (now.progress < 1) {
    const wanted = isHeld ? 1 : Math.min(1, (time - now.leftAt) / Math.max(1e-6, task.from - now.leftAt));
    const from = now.progress;
    // as far on its way as no fingertip goes too far
    const here = poseBetween(now.leaving, now.goal, from);
    const share =
      STRIDES.find((each) => furthestTip(here, poseBetween(now.leaving, now.goal, from + (wanted - from) * each)) <= PACE * mostMm) ?? 0;
    now.progress = from + (wanted - from) * share;
    if (now.progress > 0.999) now.progress = 1;
  }
  now.pose = slowed(before, now.progress < 1 ? onTheWay(scene, around, now, task, pads) : now.goal, mostMm);
  return { pose: now.pose, pads: isHeld && isThere(now.pose, pads) ? pads : [] };
}

/** A hand that has no more to do: lowered, and a little to its own side; so far in its time as is no haste. */
function goneOut(pose: HandPose, role: HandRole, mostMm: number): HandPose {
  const aside = fromOf(role) === 'left' ? 1 : -1;
  const wrist = add(pose.wrist, scale(unit({ x: 0.35 * aside, y: -1, z: 0.5 }), 0.7 * mostMm));
  return { ...pose, wrist, joints: pose.joints.map((angle, k) => angle + EASES * ((POSTURES.relaxed[k] ?? 0) - angle)) };
}

const SOON = 1e-9;
/** A hand that has to go round something still keeps up. */
const PACE = 0.92;
const STRIDES = [1, 0.7, 0.5, 0.35, 0.25, 0.17, 0.11, 0.06, 0.02] as const;

/** The pose that goes on holding what it holds: carried along with it first, then set right. */
function hold(scene: Scene, around: Around, { grip }: Task, pads: readonly PadAim[], was: readonly PadAim[], pose: HandPose): HandPose {
  const posture = POSTURES[grip.posture];
  const moved = was.length === pads.length ? subtract(middleOf(pads), middleOf(was)) : ORIGIN;
  // what need not move stays as it is, and eases towards how such a hand is held
  const joints = pose.joints.map((angle, k) => angle + EASES * ((posture[k] ?? 0) - angle));
  const carried = { ...pose, wrist: add(pose.wrist, moved), joints };
  const near = { pose: carried, placeWeight: HOLDING_ON.place, turnWeight: HOLDING_ON.turn, jointWeight: HOLDING_ON.joint };
  const start = { ...carried, joints: pose.joints };
  return solveHand(start, { pads, together: grip.posture === 'pinch', near }, surroundings(scene, around, palmOf(start)), HOLD_STEPS);
}

/** The pose between what was let go and what will be held, clear of what is in the way. */
function onTheWay(scene: Scene, around: Around, now: RoleState, task: Task, pads: readonly PadAim[]): HandPose {
  const straight = poseBetween(now.leaving, now.goal, now.progress);
  const between = {
    ...straight,
    wrist: add(straight.wrist, roundNeck(straight, scene.choreography.measures.collarRadiusMm, now.progress)),
  };
  // fingers go out beside what they held and in beside what they will hold, not through it
  const { left } = now;
  const beside = now.progress < 0.5 && left ? padsOf(scene, around, left.grip, now.leftPlaces) : pads;
  const aims: HandAims = {
    pads: [],
    beside,
    together: task.grip.posture === 'pinch',
    near: { pose: between, placeWeight: ON_THE_WAY.place, turnWeight: ON_THE_WAY.turn, jointWeight: ON_THE_WAY.joint },
  };
  return solveHand(now.pose, aims, surroundings(scene, around, palmOf(now.pose)), ON_THE_WAY.steps);
}

/** No part of a hand on its way comes nearer to the collar than this, in mm; it holds nothing there. */
const ROUND_NECK_MM = 60;

/** The same of the shirt below the collar. */
const OFF_SHIRT_MM = 12;
const SHIRT_BELOW_MM = -40;

/** How much further out a hand on its way is led, so that it goes round neck and shirt: outwards, as its palm is from the neck. */
function roundNeck(pose: HandPose, collarRadiusMm: number, progress: number): Point3 {
  const palm = palmOf(pose);
  // (behind the neck nobody goes)
  const out = unit({ x: palm.x, y: 0, z: Math.max(40, palm.z + collarRadiusMm) });
  placeHand(pose, scratch);
  const { pointsMm } = scratch;
  let missing = 0;
  for (let at = 0; at + 2 < 3 * SLEEVE_POINT; at += 3) {
    const [x, z] = [pointsMm[at] ?? 0, (pointsMm[at + 2] ?? 0) + collarRadiusMm];
    const y = pointsMm[at + 1] ?? 0;
    if (y < SHIRT_BELOW_MM) {
      const behind = shirtFrontZ(x, y) + OFF_SHIRT_MM - (pointsMm[at + 2] ?? 0);
      if (Math.abs(x) < SHIRT_HALF_WIDTH_MM) missing = Math.max(missing, behind / Math.max(0.5, out.z));
      continue;
    }
    // so far along `out` until it is as far from the neck's middle as it should be
    const along = x * out.x + z * out.z;
    const aside = x * out.z - z * out.x;
    const wanted = (collarRadiusMm + ROUND_NECK_MM) ** 2 - aside ** 2;
    if (wanted > 0) missing = Math.max(missing, Math.sqrt(wanted) - along);
  }
  return scale(out, missing * Math.min(1, 2 * Math.sin(Math.PI * progress)));
}

/** A hand of which no fingertip moves further than this has come to rest, in mm. */
const SETTLED_MM = 0.2;
/** Places that moved less than this are where they were, in mm. */
const AT_REST_MM = 0.02;

const isAtRest = (before: readonly PadAim[], now: readonly PadAim[]): boolean =>
  now.length === before.length && now.every(({ place }, k) => distance(place, before[k]?.place ?? ORIGIN) < AT_REST_MM);

/** A hand has taken hold once all its pads are this near to their places, in mm. */
const THERE_MM = 5.5;

function isThere(pose: HandPose, pads: readonly PadAim[]): boolean {
  placeHand(pose, scratch);
  return pads.every(
    ({ digit, place }) => Math.abs(distance(tipOf(scratch.pointsMm, digit), place) - RADII_MM[DIGITS[digit] ?? 'thumb'][3]) < THERE_MM,
  );
}

/** A goal is found on a coarser strip. */
const GOAL_SPACING_MM = 4;

const momentThen = ({ choreography }: Scene, { stepIndex, grip }: Task): PosedMoment => {
  const step = choreography.steps[stepIndex];
  if (!step) throw new RangeError(`a way of tying has no step ${stepIndex}`);
  const given = poseStep(choreography, step, grip.from, GOAL_SPACING_MM);
  return choreography.longEnd === 'right' ? flipMoment(given) : given;
};

function beginning(scene: Scene, around: Around, tasks: readonly Task[]): RoleState {
  const [first] = tasks;
  if (!first) throw new RangeError('a hand has something to do');
  const pose = reach(scene, around, first, padsOf(scene, around, first.grip, placesOf(scene, around.moment, first.grip)));
  return {
    pose,
    task: null,
    places: new Map(),
    leftAt: 0,
    leaving: pose,
    left: null,
    leftPlaces: new Map(),
    goal: pose,
    progress: 1,
    isSettled: false,
    held: [],
  };
}

/** Finds a pose for a grip from nowhere, the hand turned as it best comes in. */
function reach(scene: Scene, around: Around, { grip, coming }: Task, pads: readonly PadAim[], steps = REACH_STEPS): HandPose {
  if (!coming) throw new RangeError('how a hand comes to a grip is known for each');
  const middle = middleOf(pads);
  const start = comingIn(handSide(around.role, scene.hands), coming, pads);
  const near = { pose: { ...start, joints: POSTURES[grip.posture] }, placeWeight: 0.04, turnWeight: HOLD_TURNS, jointWeight: 2.5 };
  const aims: HandAims = { pads, together: grip.posture === 'pinch', near };
  return solveHand(start, aims, surroundings(scene, around, middle), steps);
}

const REACH_STEPS = 20;
/** In a picture a hand is taken nearly as it is known to come. */
const PICTURED_STEPS = 9;

const scratch = handPoints();
const palmOf = ({ wrist, distal }: HandPose): Point3 => add(wrist, scale(distal, 90));

const flipHand = ({ pose, pads }: HandMoment): HandMoment => ({
  pose: mirrorHand(pose),
  pads: pads.map(({ digit, place, face, touched }) => ({
    digit,
    touched,
    place: { ...place, x: -place.x },
    face: { ...face, x: -face.x },
  })),
});

function flipMoment({ pose, knotAt, collarDown }: PosedMoment): PosedMoment {
  const flip = (array: Float32Array): Float32Array => array.map((value, i) => (i % 3 === 0 ? -value : value));
  // the direction of the width is the outward one crossed with the strip's own: mirrored, it points the other way
  const turn = (array: Float32Array): Float32Array => array.map((value, i) => (i % 3 === 0 ? value : -value));
  return {
    pose: { ...pose, centreMm: flip(pose.centreMm), across: turn(pose.across), outward: flip(pose.outward) },
    knotAt: { ...knotAt, x: -knotAt.x },
    collarDown,
  };
}
