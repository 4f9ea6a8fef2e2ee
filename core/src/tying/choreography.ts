import { oppositeSide, type Side } from '../fit/index.ts';
import type { Point3 } from '../geometry/index.ts';
import { shortBow, type BowForm } from './poses/bow.ts';
import { type SideSign } from './poses/controls.ts';
import * as poses from './poses/index.ts';
import type { TyingMeasures } from './measures.ts';
import { poseStrip, type PosedStrip, type Pose } from './pose.ts';
import { solveBow, type SolvedBow } from './solveBow.ts';
import { poseBetween, soundFrames, type Frame, type KeyPose } from './timeline.ts';
import type { Control, Strand } from './strand.ts';
import type { TyingStep } from './steps.ts';
import { letOutAt, withLetOut } from './letOut.ts';
import { partsOfWay, type TyingWay } from './ways.ts';

/** The strip's movement through one step. */
export interface ChoreographedStep {
  readonly step: TyingStep;
  readonly frames: readonly Frame[];
}

/** The strip from draped to finished, for one tie, neck, lead, hand and way. */
export interface Choreography {
  readonly measures: TyingMeasures;
  readonly longEnd: Side;
  readonly way: TyingWay;
  readonly steps: readonly ChoreographedStep[];
  readonly finished: SolvedBow;
}

/** Side on which the front loop is laid, and side from which the back bow is pushed in, of the wearer's own. */
export interface ChosenFolds {
  readonly frontLoop: Side;
  readonly pushedFrom: Side;
}

/** The folds that make the knot that holds: the front loop opposite to where the long end started, the push from its side. */
export const soundFolds = (longEnd: Side): ChosenFolds => ({ frontLoop: oppositeSide(longEnd), pushedFrom: oppositeSide(longEnd) });

/** Choreographs a way of tying for a tie on a neck. The geometry is this project's own; what is checked of it is in docs/model.md. */
export function choreograph(
  m: TyingMeasures,
  longEnd: Side,
  way: TyingWay = 'main',
  folds: ChosenFolds = soundFolds(longEnd),
): Choreography {
  const sign = (side: Side): SideSign => (side === longEnd ? 1 : -1);
  const [frontLoop, pushedFrom] = [sign(folds.frontLoop), sign(folds.pushedFrom)];
  const finished = solveBow(m, { front: m.front, back: m.back, frontLoop, pushedFrom });
  const part = parts(m, frontLoop, pushedFrom, finished.lay);
  const steps = partsOfWay(way, m.letOutMm > 0).map((name) => part[name]);
  return { measures: m, longEnd, way, finished, steps: longEnd === 'left' ? steps : steps.map(mirrorStep) };
}

/** A frame as it is written below: when, the lay, and its name where it is a key pose. */
type Written = readonly [share: number, strip: PosedStrip, key?: KeyPose | null, rests?: 'rests'];

/** The strip at rest in a lay while hands change. */
const rest = (from: number, until: number, strip: PosedStrip): readonly Written[] => [
  [from, strip, null, 'rests'],
  [until, strip, null, 'rests'],
];

/** Between these shares of its step the collar is turned down: hands come to it before, and go after. */
const COLLAR_TURNS = { from: 0.5, until: 0.96 } as const;

const step = (name: TyingStep, frames: readonly Written[], isCollarTurned = false): ChoreographedStep => ({
  step: name,
  frames: soundFrames(
    frames.map(([share, strip, key, rests]) => ({
      share,
      strip,
      key: key ?? null,
      rests: rests === 'rests',
      collarDown: isCollarTurned ? Math.min(1, Math.max(0, (share - COLLAR_TURNS.from) / (COLLAR_TURNS.until - COLLAR_TURNS.from))) : 0,
    })),
  ),
});

/** How far the front bow's folds stand forward of the back bow while there are fingers between them, in mm. */
const ROOM_MM = 40;

/** Steps that the ways are put together from. */
function parts(m: TyingMeasures, s: SideSign, p: SideSign, finished: BowForm) {
  const drape = (leadMm: number): PosedStrip => ({ leadMm, knotAt: poses.BUTTON, short: poses.draped(m, -1), long: poses.draped(m, 1) });
  const working = poses.workingBow(m, s, p);
  const open: BowForm = { ...working, loose: 1.7 };
  const pinched: BowForm = { ...open, pinchedMm: 36 };
  // the front bow leans forward as long as fingers are between it and the back bow
  const messy: BowForm = { ...working, loose: 0.8, pinchedMm: ROOM_MM, frontTiltRad: 0.1 * s, backTiltRad: -0.2 * p };
  const drawn: BowForm = {
    ...finished,
    loose: 0.3,
    pinchedMm: ROOM_MM,
    front: { ...finished.front, loopMm: finished.front.loopMm * 0.99 },
    back: { ...finished.back, loopMm: finished.back.loopMm * 0.94 },
  };
  const hanging = poses.snugShort(m);
  const held = poses.backFold(m, open, 'swept');
  // the fold waits half way through while one hand takes over the front bow and the other goes to the fold
  const caught: readonly Written[] = [
    [0.54, poses.backFold(m, pinched, 'halfway'), 'foldThrough', 'rests'],
    [0.84, poses.backFold(m, pinched, 'halfway'), null, 'rests'],
    [0.97, poses.bow(m, messy), null, 'rests'],
    [1, poses.bow(m, messy), 'twoLoops'],
  ];
  const push = (from: PosedStrip, fromSwept: boolean): ChoreographedStep =>
    step('backBow', [
      [0, from],
      [0.09, from, null, 'rests'],
      ...(fromSwept ? [] : [[0.21, poses.backFold(m, pinched, 'swept')] as const]),
      [0.28, poses.backFold(m, pinched, 'begun')],
      [0.36, poses.backFold(m, pinched, 'made')],
      [0.44, poses.backFold(m, pinched, 'held'), 'foldHeld'],
      ...caught,
    ]);
  return {
    // the tie is not round the neck yet: nothing moves
    setBand: step('setBand', [
      [0, drape(-24)],
      [1, drape(-24)],
    ]),
    prepare: step('prepare', [
      [0, drape(-24)],
      [0.5, drape(24)],
      [1, drape(0), 'draped'],
    ]),
    lead: step('lead', [
      [0, drape(0)],
      [1, drape(m.leadMm), 'leadSet'],
    ]),
    cross: step('cross', [[0, drape(m.leadMm)], ...rest(0.36, 0.6, poses.crossing(m)), [1, poses.crossed(m, false), 'crossed']]),
    halfKnot: step('halfKnot', [
      [0, poses.crossed(m, true)],
      [0.28, poses.turnedUnder(m)],
      [0.52, poses.through(m), 'upBehind', 'rests'],
      [0.7, poses.through(m), null, 'rests'],
      [1, poses.snug(m), 'halfKnot'],
    ]),
    park: step('park', [
      [0, poses.snug(m)],
      [0.3, poses.liftedAside(m)],
      [0.8, poses.parked(m), null, 'rests'],
      [1, poses.parked(m), 'parked'],
    ]),
    frontBow: step('frontBow', [
      [0, poses.parked(m)],
      [0.02, poses.parked(m), null, 'rests'],
      [0.4, poses.takenUp(m, s)],
      [0.66, poses.foldBegun(m, s)],
      [1, poses.frontBow(m, s), 'frontBow'],
    ]),
    drop: step('drop', [
      [0, poses.frontBow(m, s)],
      [0.45, poses.frontBow(m, s), null, 'rests'],
      ...dropFrames(m, working),
      [1, poses.dropped(m, working), 'dropped'],
    ]),
    passage: step('passage', [
      [0, poses.dropped(m, working)],
      [0.34, poses.dropped(m, working), null, 'rests'],
      [0.8, poses.dropped(m, pinched), null, 'rests'],
      [1, poses.dropped(m, pinched), 'passage'],
    ]),
    // the thumb opens the passage while the long end is still over the shoulder
    passageFirst: step('passage', [
      [0, poses.frontBow(m, s)],
      [0.4, poses.frontBow(m, s), null, 'rests'],
      [0.86, { ...poses.frontBow(m, s), short: poses.dropped(m, pinched).short }, null, 'rests'],
      [1, { ...poses.frontBow(m, s), short: poses.dropped(m, pinched).short }, 'passage'],
    ]),
    dropLast: step('drop', [
      [0, { ...poses.frontBow(m, s), short: poses.dropped(m, pinched).short }],
      [0.45, { ...poses.frontBow(m, s), short: poses.dropped(m, pinched).short }, null, 'rests'],
      ...dropFrames(m, pinched),
      [1, poses.dropped(m, pinched), 'dropped'],
    ]),
    wrap: step('wrap', [
      [0, poses.snug(m)],
      [0.4, poses.liftedOver(m, working, hanging)],
      [0.6, poses.falling(m, working, hanging)],
      [0.78, { ...poses.dropped(m, open), short: poses.hangingStrand(m, hanging) }],
      [1, { ...held, short: poses.hangingStrand(m, hanging) }, 'dropped'],
    ]),
    pushFront: step('pushFront', [
      [0, { ...held, short: poses.hangingStrand(m, hanging) }],
      [0.22, poses.frontFold(m, open, 'swept', held)],
      [0.33, poses.frontFold(m, open, 'begun', held)],
      [0.46, poses.frontFold(m, open, 'made', held)],
      [0.62, poses.frontFold(m, open, 'held', held)],
      [0.8, poses.frontFold(m, open, 'halfway', held)],
      [1, poses.backFold(m, pinched, 'swept'), 'frontBow'],
    ]),
    backBow: push(poses.dropped(m, pinched), false),
    backBowHeld: push(poses.backFold(m, pinched, 'swept'), true),
    backBowTurned: step('backBow', [
      [0, poses.dropped(m, pinched)],
      [0.07, poses.dropped(m, pinched), null, 'rests'],
      [0.16, poses.backFold(m, pinched, 'pinched'), 'pinched'],
      [0.24, poses.backFold(m, pinched, 'turnedAside'), 'turnedAside'],
      [0.29, poses.backFold(m, pinched, 'swungBack')],
      [0.34, poses.backFold(m, pinched, 'begun')],
      [0.39, poses.backFold(m, pinched, 'made')],
      [0.45, poses.backFold(m, pinched, 'held'), 'foldHeld'],
      ...caught,
    ]),
    backBowPlain: step('backBow', [
      [0, poses.dropped(m, pinched)],
      [0.1, poses.dropped(m, pinched), null, 'rests'],
      [0.24, poses.backFold(m, pinched, 'swept')],
      [0.42, poses.backFold(m, pinched, 'held'), 'foldHeld'],
      ...caught,
    ]),
    tighten: step('tighten', [
      [0, poses.bow(m, messy)],
      [0.45, poses.bow(m, messy), null, 'rests'],
      [1, poses.bow(m, drawn), 'drawnUp'],
    ]),
    balance: step('balance', [
      [0, poses.bow(m, drawn)],
      [0.12, poses.bow(m, drawn), null, 'rests'],
      [0.58, poses.bow(m, { ...drawn, pinchedMm: 0 }), null, 'rests'],
      [1, poses.bow(m, finished), 'even'],
    ]),
    takeIn: step('takeIn', [
      [0, poses.bow(m, finished)],
      [1, poses.bow(m, finished), 'takenIn'],
    ]),
    collarDown: step(
      'collarDown',
      [
        [0, poses.bow(m, finished)],
        [COLLAR_TURNS.from, poses.bow(m, finished)],
        [COLLAR_TURNS.until, poses.bow(m, finished)],
        [1, poses.bow(m, finished), 'finished'],
      ],
      true,
    ),
  };
}

/** The long end on its way from the shoulder over the front bow. */
const dropFrames = (m: TyingMeasures, lay: BowForm): readonly Written[] => [
  [0.66, poses.liftedAside(m, shortBow(m, lay))],
  [0.79, poses.liftedOver(m, lay)],
  [0.9, poses.falling(m, lay)],
];

const mirrorStep = ({ step: name, frames }: ChoreographedStep): ChoreographedStep => ({
  step: name,
  frames: frames.map((frame) => ({ ...frame, strip: mirrorStrip(frame.strip) })),
});

/** The same lay in the other hand. */
export function mirrorStrip({ short, long, leadMm, knotAt }: PosedStrip): PosedStrip {
  const flip = (strand: Strand): Strand =>
    strand.map((control): Control => ({
      ...control,
      at: { ...control.at, x: -control.at.x },
      outward: { ...control.outward, x: -control.outward.x },
    }));
  return { short: flip(short), long: flip(long), leadMm, knotAt: { ...knotAt, x: -knotAt.x } };
}

/** A moment of a choreography. */
export interface PosedMoment {
  readonly pose: Pose;
  readonly knotAt: Point3;
  /** How far the collar is turned down, 0 to 1. */
  readonly collarDown: number;
}

/** The strip at a moment of a step, `share` of it done. */
export function poseStep(
  { measures }: Choreography,
  { step: name, frames }: ChoreographedStep,
  share: number,
  spacingMm?: number,
): PosedMoment {
  const { strip: asWorn, collarDown } = poseBetween(frames, share);
  const { longerMm, lowerMm } = letOutAt(measures, name, share);
  const strip = withLetOut(asWorn, measures, lowerMm);
  const tie = { profile: measures.tie.profile, setMm: measures.setMm, letOutMm: longerMm };
  return { pose: poseStrip(tie, strip, spacingMm), knotAt: strip.knotAt, collarDown };
}

/** The strip at a moment of the whole: whole numbers are beginnings of steps, the part behind the point is the share of the step that is done. @throws RangeError for a choreography without steps. */
export function poseAt(choreography: Choreography, time: number, spacingMm?: number): PosedMoment {
  const { steps } = choreography;
  const index = Math.min(steps.length - 1, Math.max(0, Math.floor(time)));
  const at = steps[index];
  if (!at) throw new RangeError('a choreography has steps');
  return poseStep(choreography, at, Math.max(0, time - index), spacingMm);
}

/** A key pose, with the step it belongs to and when it comes. */
export interface KeyMoment {
  readonly key: KeyPose;
  readonly stepIndex: number;
  readonly step: ChoreographedStep;
  readonly share: number;
}

/** The key poses of a choreography in order. */
export function keyMoments({ steps }: Choreography): readonly KeyMoment[] {
  return steps.flatMap((at, stepIndex) => at.frames.flatMap(({ key, share }) => (key ? [{ key, stepIndex, step: at, share }] : [])));
}
