import { oppositeSide, type Side } from '../fit/index.ts';
import { add, blend, cross, distance, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { leafPlace } from '../tying/body.ts';
import { poseStep, type Choreography, type PosedMoment } from '../tying/choreography.ts';
import { pointOf, type Pose } from '../tying/pose.ts';
import { WAY_PARTS } from '../tying/ways.ts';
import { elbowOf, type TyingHands } from './arm.ts';
import { COMINGS, type Coming } from './comings.ts';
import { GRIPS, POSTURES, type Grip, type HandRole, type StripPlace, type Touch } from './grips.ts';
import { DIGITS, handPoints, JOINT_COUNT, mirrorHand, placeHand, pointIndex, RADII_MM, SLEEVE_POINT, type HandPose } from './handModel.ts';
import { BALL_COUNT, clothNear, clothRoom, placeBalls } from './obstacles.ts';
import { solveHand, type HandAims, type HandSurroundings, type PadAim } from './solveHand.ts';

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

/** No fingertip goes further than this in a 24th of a step, in mm. */
const MOST_PER_24TH_MM = 24;

const HOLD_STEPS = 5;
const HOLDING_ON = { place: 0.3, turn: 15, joint: 8 } as const;
const EASES = 0.15;
/** How much a hand that takes hold is kept turned as it came. */
export const HOLD_TURNS = 2;
const ON_THE_WAY = { steps: 5, place: 1, turn: 40, joint: 18 } as const;

interface RoleState {
  pose: HandPose;
  /** The task that is done or was done last, and where its places were resolved to. */
  task: Task | null;
  places: ReadonlyMap<Touch, number>;
  leftAt: number;
  /** Where the hand was when it let go, and of what. */
  leaving: HandPose;
  left: Task | null;
  /** The pose that holds what it is going to, and how far it has come on its way there, 0 to 1. */
  goal: HandPose;
  progress: number;
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
const tasksOf = ({ way }: Choreography, hands: TyingHands, role: HandRole): readonly Task[] =>
  WAY_PARTS[way].flatMap((part, stepIndex) =>
    GRIPS[part][role].map((grip, k): Task => ({
      ...{ grip, stepIndex, coming: COMINGS[hands][part][role][k] },
      ...{ from: stepIndex + grip.from, until: stepIndex + grip.until },
    })),
  );

/** Prepares to lead the hands through a choreography. */
export function playHands(choreography: Choreography, hands: TyingHands = 'wearer'): HandsPlayer {
  const mirrored = choreography.longEnd === 'right';
  const scene = sceneOf(choreography, hands);
  const tasks: Readonly<Record<HandRole, readonly Task[]>> = {
    own: tasksOf(choreography, hands, 'own'),
    other: tasksOf(choreography, hands, 'other'),
  };
  const state: Partial<Record<HandRole, RoleState>> = {};
  let last = 0;
  return {
    at: (stepIndex, share, given) => {
      const moment = mirrored ? flipMoment(given) : given;
      if (stepIndex >= choreography.steps.length) throw new RangeError(`a way of tying has no step ${stepIndex}`);
      const time = stepIndex + share;
      const mostMm = MOST_PER_24TH_MM * 24 * (time - last);
      last = time;
      const result = {} as Record<HandRole, HandMoment>;
      for (const role of ROLES) {
        const other = state[role === 'own' ? 'other' : 'own'];
        const around: Around = { moment, role, other: other ? ballsOf(other.pose) : NONE };
        const isFirst = !state[role];
        const now = (state[role] ??= beginning(scene, around, tasks[role]));
        result[role] = advance(scene, around, tasks[role], now, time, isFirst ? Infinity : mostMm);
      }
      return mirrored ? { own: flipHand(result.own), other: flipHand(result.other) } : result;
    },
  };
}

/**
 * Points of both hands in one picture of each step, for paper: each hand as it takes the grip that it has just then, or has next to
 * then, without being led there.
 * @param shares how far each step is when it is drawn, by its index.
 */
export function handsInPictures(
  choreography: Choreography,
  hands: TyingHands,
  shares: readonly number[],
): readonly (readonly Float32Array[])[] {
  const mirrored = choreography.longEnd === 'right';
  const scene = sceneOf(choreography, hands);
  return shares.map((share, stepIndex) => {
    const step = choreography.steps[stepIndex];
    if (!step) throw new RangeError(`a way of tying has no step ${stepIndex}`);
    const given = poseStep(choreography, step, share, GOAL_SPACING_MM);
    const moment = mirrored ? flipMoment(given) : given;
    const time = stepIndex + share;
    let other: Float64Array = NONE;
    return ROLES.map((role) => {
      const tasks = tasksOf(choreography, hands, role);
      const apart = ({ from, until }: Task): number => Math.max(0, from - time, time - until);
      const task = tasks.reduce((best, each) => (apart(each) < apart(best) ? each : best));
      const around: Around = { moment, role, other };
      const pose = reach(scene, around, task, padsOf(scene, around, task.grip, resolve(scene, moment, task.grip)), PICTURED_STEPS);
      other = ballsOf(pose);
      return pointsOfHand(mirrored ? mirrorHand(pose) : pose, role, hands, choreography.longEnd);
    });
  });
}

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

const ROLES = ['own', 'other'] as const;
const NONE = new Float64Array(0);

export interface Scene {
  readonly choreography: Choreography;
  readonly hands: TyingHands;
  readonly halfThickMm: number;
  room: Float64Array | null;
}

export interface Around {
  readonly moment: PosedMoment;
  readonly role: HandRole;
  readonly other: Float64Array;
}

/** Side of the wearer that a role's arm comes from, for a long end from the wearer's left. */
const fromOf = (role: HandRole): Side => (role === 'own' ? 'left' : 'right');

/** Whose hand it is of its owner's own: who faces the wearer has the right one on the wearer's left. */
export const handSide = (role: HandRole, hands: TyingHands): Side => (hands === 'facing' ? oppositeSide(fromOf(role)) : fromOf(role));

export function surroundings(scene: Scene, { moment, role, other }: Around, near: Point3): HandSurroundings {
  scene.room ??= clothRoom(moment.pose);
  if (scene.room.length < 11 * moment.pose.nodeCount) scene.room = clothRoom(moment.pose);
  return {
    hands: scene.hands,
    from: fromOf(role),
    collarRadiusMm: scene.choreography.measures.collarRadiusMm,
    cloth: clothNear(moment.pose, near.x, near.y, near.z, scene.halfThickMm, 2, scene.room),
    other,
  };
}

/** One hand a moment further. */
function advance(scene: Scene, around: Around, tasks: readonly Task[], now: RoleState, time: number, mostMm: number): HandMoment {
  const index = tasks.findIndex(({ until }) => time <= until + SOON);
  // where one task ends as the next begins, the later one
  const later = tasks[index + 1];
  const task = index >= 0 && later && time >= later.from - SOON ? later : tasks[index];
  const before = now.pose;
  if (!task) return { pose: before, pads: [] };
  const isHeld = time >= task.from - SOON;
  if (now.task !== task) {
    const follows = now.task !== null && task.from - now.task.until < SOON;
    const then = isHeld ? around.moment : momentThen(scene, task);
    now.left = now.task;
    now.leaving = before;
    now.leftAt = time;
    now.task = task;
    now.places = resolve(scene, then, task.grip);
    now.progress = follows || mostMm === Infinity ? 1 : 0;
    now.goal = follows
      ? before
      : reach(scene, { ...around, moment: then }, task, padsOf(scene, { ...around, moment: then }, task.grip, now.places));
  }
  const pads = padsOf(scene, around, task.grip, now.places);
  if (isHeld) now.goal = hold(scene, around, task, pads, now.goal);
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

const SOON = 1e-9;
/** A hand that has to go round something still keeps up. */
const PACE = 0.92;
const STRIDES = [1, 0.7, 0.5, 0.35, 0.25, 0.17, 0.11, 0.06, 0.02] as const;

/** The pose that goes on holding what it holds. */
function hold(scene: Scene, around: Around, { grip }: Task, pads: readonly PadAim[], pose: HandPose): HandPose {
  const posture = POSTURES[grip.posture];
  // what need not move stays as it is, and eases towards how such a hand is held
  const joints = pose.joints.map((angle, k) => angle + EASES * ((posture[k] ?? 0) - angle));
  const near = { pose: { ...pose, joints }, placeWeight: HOLDING_ON.place, turnWeight: HOLDING_ON.turn, jointWeight: HOLDING_ON.joint };
  return solveHand(pose, { pads, together: grip.posture === 'pinch', near }, surroundings(scene, around, palmOf(pose)), HOLD_STEPS);
}

/** The pose between what was let go and what will be held, clear of what is in the way. */
function onTheWay(scene: Scene, around: Around, now: RoleState, task: Task, pads: readonly PadAim[]): HandPose {
  const between = poseBetween(now.leaving, now.goal, now.progress);
  // fingers go out beside what they held and in beside what they will hold, not through it
  const { left } = now;
  const beside = now.progress < 0.5 && left ? padsOf(scene, around, left.grip, resolve(scene, around.moment, left.grip)) : pads;
  const aims: HandAims = {
    pads: [],
    beside,
    together: task.grip.posture === 'pinch',
    near: { pose: between, placeWeight: ON_THE_WAY.place, turnWeight: ON_THE_WAY.turn, jointWeight: ON_THE_WAY.joint },
  };
  return solveHand(now.pose, aims, surroundings(scene, around, palmOf(now.pose)), ON_THE_WAY.steps);
}

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
  const pose = reach(scene, around, first, padsOf(scene, around, first.grip, resolve(scene, around.moment, first.grip)));
  return { pose, task: null, places: new Map(), leftAt: 0, leaving: pose, left: null, goal: pose, progress: 1 };
}

/** Finds a pose for a grip from nowhere, the hand turned as it best comes in. */
function reach(scene: Scene, around: Around, { grip, coming }: Task, pads: readonly PadAim[], steps = REACH_STEPS): HandPose {
  if (!coming) throw new RangeError('how a hand comes to a grip is known for each');
  const middle = scale(
    pads.reduce<Point3>((sum, { place }) => add(sum, place), { x: 0, y: 0, z: 0 }),
    1 / Math.max(1, pads.length),
  );
  const start = turnedTo(handSide(around.role, scene.hands), coming, pads, middle);
  const near = { pose: { ...start, joints: POSTURES[grip.posture] }, placeWeight: 0.04, turnWeight: HOLD_TURNS, jointWeight: 2.5 };
  const aims: HandAims = { pads, together: grip.posture === 'pinch', near };
  return solveHand(start, aims, surroundings(scene, around, middle), steps);
}

const REACH_STEPS = 20;
/** In a picture a hand is taken nearly as it is known to come. */
const PICTURED_STEPS = 9;

/** A hand turned as it comes in, its pads' middle at a place. */
function turnedTo(side: Side, coming: Coming, pads: readonly PadAim[], middle: Point3): HandPose {
  const [fx = 0, fy = 0, fz = 0, px = 0, py = 0, pz = 0, ...degrees] = coming;
  const distal = unit({ x: fx, y: fy, z: fz });
  const loose = { x: px, y: py, z: pz };
  const palmar = unit(subtract(loose, scale(distal, dot(loose, distal))));
  const radial = scale(cross(distal, palmar), side === 'right' ? 1 : -1);
  const pose: HandPose = {
    side,
    wrist: { x: 0, y: 0, z: 0 },
    distal,
    palmar,
    radial,
    joints: Float64Array.from(degrees, (angle) => (angle * Math.PI) / 180),
  };
  placeHand(pose, scratch);
  const digits = pads.length > 0 ? pads.map(({ digit }) => digit) : [1];
  const own = digits.reduce<Point3>((sum, digit) => add(sum, tipOf(scratch.pointsMm, digit)), { x: 0, y: 0, z: 0 });
  return { ...pose, wrist: subtract(middle, scale(own, 1 / digits.length)) };
}

const scratch = handPoints();
const tipOf = (pointsMm: Float64Array, digit: number): Point3 => {
  const at = 3 * pointIndex(digit, 3);
  return { x: pointsMm[at] ?? 0, y: pointsMm[at + 1] ?? 0, z: pointsMm[at + 2] ?? 0 };
};

/** Places of a grip that are found when it begins: how far from the nose. */
export function resolve(scene: Scene, { pose, knotAt }: PosedMoment, { touches }: Grip): ReadonlyMap<Touch, number> {
  const m = scene.choreography.measures;
  return new Map(
    touches.map((touch) => {
      if (touch.on === 'leaf') return [touch, 0];
      const { at, end } = touch.on;
      return [touch, typeof at === 'function' ? at(m) : nearestFromNose(scene, pose, end, at.nearestTo(m, knotAt))];
    }),
  );
}

function nearestFromNose(scene: Scene, pose: Pose, end: StripPlace['end'], point: Point3): number {
  const bladeMm = scene.choreography.measures.tie.profile.bladeLengthMm;
  let [best, least] = [0, Infinity];
  const [from, until] = end === 'short' ? [0, pose.backNode] : [pose.backNode, pose.nodeCount];
  for (let node = from; node < until; node += 1) {
    const apart = distance(pointOf(pose.centreMm, node), point);
    if (apart < least) [best, least] = [node, apart];
  }
  const fromTip = (end === 'short' ? best : pose.nodeCount - 1 - best) * pose.spacingMm;
  return bladeMm - fromTip;
}

/** So far along the strip from the place that it touches, a finger keeps to its side, in mm. */
const SIDED_MM = 40;

/** Where a grip's pads belong just now. */
export function padsOf(scene: Scene, around: Around, { touches }: Grip, places: ReadonlyMap<Touch, number>): readonly PadAim[] {
  const { choreography, hands, halfThickMm } = scene;
  const m = choreography.measures;
  const { pose, collarDown } = around.moment;
  return touches.map((touch): PadAim => {
    const digit = DIGITS.indexOf(hands === 'facing' ? swapped(touch.digit) : touch.digit);
    if (touch.on === 'leaf') {
      const { at, outward } = leafPlace(m.collarRadiusMm, collarDown, fromOf(around.role));
      return { digit, place: at, face: scale(outward, touch.face === 'outer' ? 1 : -1), touched: null };
    }
    const { end, across = 0 } = touch.on;
    const fromTip = Math.min(pose.spacingMm * (pose.nodeCount - 1), Math.max(0, m.tie.profile.bladeLengthMm - (places.get(touch) ?? 0)));
    const index = end === 'short' ? fromTip / pose.spacingMm : pose.nodeCount - 1 - fromTip / pose.spacingMm;
    const first = Math.min(pose.nodeCount - 2, Math.floor(index));
    const share = index - first;
    const mix = (array: Float32Array): Point3 => blend(pointOf(array, first), pointOf(array, first + 1), share);
    const outward = unit(mix(pose.outward));
    const sign = touch.face === 'outer' ? 1 : -1;
    const face = scale(outward, sign);
    const half = (pose.halfWidthMm[first] ?? 0) * across;
    const place = add(add(mix(pose.centreMm), scale(mix(pose.across), half)), scale(face, halfThickMm));
    const span = SIDED_MM / pose.spacingMm;
    return { digit, place, face, touched: { fromNode: first - span, untilNode: first + span, sign, outward } };
  });
}

/** Who faces the wearer has the forefinger where the wearer has the thumb: behind, and the other way round. */
const swapped = (digit: Touch['digit']): Touch['digit'] => (digit === 'thumb' ? 'forefinger' : digit === 'forefinger' ? 'thumb' : digit);

const palmOf = ({ wrist, distal }: HandPose): Point3 => add(wrist, scale(distal, 90));

/** How far a hand draws back along its own fingers before it goes elsewhere, and goes in along them, in mm. */
const DRAWN_BACK_MM = 30;

/** A pose on the way from one to another: out along the fingers, which open, across, and in along them. */
function poseBetween(a: HandPose, b: HandPose, share: number): HandPose {
  const straight = straightBetween(a, b, share);
  const back = Math.min(DRAWN_BACK_MM, 6 + 0.2 * distance(a.wrist, b.wrist));
  const [p, q] = [subtract(a.wrist, scale(a.distal, back)), subtract(b.wrist, scale(b.distal, back))];
  const [s, t] = [1 - share, share];
  const wrist = add(add(scale(a.wrist, s * s * s), scale(p, 3 * s * s * t)), add(scale(q, 3 * s * t * t), scale(b.wrist, t * t * t)));
  const open = Math.sin(Math.PI * share);
  const joints = straight.joints.map((angle, k) => angle * (1 - open) + (POSTURES.wide[k] ?? 0) * open);
  return { ...straight, wrist, joints };
}

const [was, is] = [handPoints(), handPoints()];

/** How far the fingertip goes that goes furthest. */
function furthestTip(before: HandPose, after: HandPose): number {
  placeHand(before, was);
  placeHand(after, is);
  let far = 0;
  for (let digit = 0; digit < DIGITS.length; digit += 1)
    far = Math.max(far, distance(tipOf(was.pointsMm, digit), tipOf(is.pointsMm, digit)));
  return far;
}

/** The new pose, or as much of the way to it as no fingertip goes too far. */
function slowed(before: HandPose, after: HandPose, mostMm: number): HandPose {
  let pose = after;
  for (let k = 0; k < 4; k += 1) {
    const far = furthestTip(before, pose);
    if (far <= mostMm) return pose;
    pose = straightBetween(before, pose, mostMm / far);
  }
  return pose;
}

function straightBetween(a: HandPose, b: HandPose, share: number): HandPose {
  const distal = unit(blend(a.distal, b.distal, share));
  const loose = blend(a.palmar, b.palmar, share);
  const palmar = unit(subtract(loose, scale(distal, dot(loose, distal))));
  return {
    side: b.side,
    wrist: blend(a.wrist, b.wrist, share),
    distal,
    palmar,
    radial: scale(cross(distal, palmar), b.side === 'right' ? 1 : -1),
    joints: Float64Array.from({ length: JOINT_COUNT }, (_, k) => (a.joints[k] ?? 0) * (1 - share) + (b.joints[k] ?? 0) * share),
  };
}

export function ballsOf(pose: HandPose): Float64Array {
  placeHand(pose, scratch);
  const balls = new Float64Array(4 * BALL_COUNT);
  placeBalls(scratch.pointsMm, balls);
  return balls;
}

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
