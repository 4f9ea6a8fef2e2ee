import { frontLoopOnNeck, type Fitting, type Tying } from '@easytuck/contract';
import {
  applyPulls,
  drawnUp,
  firmnessOf,
  firmnessTakes,
  inAnybodysHands,
  isSurprising,
  judgeTied,
  likelierSetting,
  materialMm,
  neckPathMm,
  nextTime,
  observeTakeUps,
  planPulls,
  predictBows,
  predictSpread,
  priorTakeUps,
  retieFor,
  slackMmOf,
  targetHalves,
  withTakeUps,
  type BothBows,
  type BowState,
  type EvennessTolerance,
  type FinishTarget,
  type KnotFeel,
  type LikelierSetting,
  type PreparedTie,
  type Pull,
  type PullPlan,
  type ReadingDoubt,
  type Retie,
  type Setting,
  type Side,
  type TakeUpBeliefs,
  type TiedState,
  type Unevenness,
} from '@easytuck/core';
import type { Half } from '../../common/tying/HalfWidths.tsx';
import type { BowEnd } from '../../common/tying/pullWords.ts';

/** What was read of a tied bow; null where it was not measured. In mm. */
export type ReadHalves = Readonly<Record<Half, number | null>>;

/** What the desk starts from: a fitting as it was issued, and the tie with its take-ups. */
export interface DeskTie {
  readonly tie: PreparedTie;
  readonly setMm: number;
  readonly leadMm: number;
  readonly neckPathMm: number;
  readonly frontLoopSide: Side;
  /** What the next tying in these hands is held to show. */
  readonly next: TakeUpBeliefs;
}

/** What is known at the desk beside the fitting. */
interface AtTheDesk {
  /** Tied on a leg or a cylinder: the bow's sides change as it goes round the neck. */
  readonly onLeg?: boolean;
  /** The tie's take-ups are those of the wearer's own hands. */
  readonly isByOwnHands?: boolean;
  /** Where the band was, if not as the fitting has it. In mm. */
  readonly setMm?: number;
}

export function deskOf(fitting: Fitting, tie: PreparedTie, { onLeg = false, isByOwnHands = false, setMm }: AtTheDesk = {}): DeskTie {
  return {
    tie,
    next: nextTime(isByOwnHands ? tie.beliefs : inAnybodysHands(tie.beliefs)),
    setMm: setMm ?? fitting.result.setMm,
    leadMm: fitting.leadMm,
    neckPathMm: neckPathMm(fitting.collar, fitting.easeMm, fitting.tie.cloth),
    frontLoopSide: frontLoopOnNeck(fitting.longEnd, onLeg),
  };
}

/** Whether a wearer's latest tying was on a leg. @param tyings latest first, by anybody. */
export const wasTiedOnLeg = (tyings: readonly Pick<Tying, 'wearerId' | 'way'>[], wearerId: string): boolean =>
  tyings.find((tying) => tying.wearerId === wearerId)?.way === 'onThigh';

/** A tied bow with what is missing filled in from the prediction, and which halves those are. */
export interface DeskState extends TiedState {
  readonly estimated: readonly Half[];
}

/**
 * Fills in what was not measured: a missing half from the other one and the cloth that the bow should have, both from the
 * predicted bow. Slack in the knot is what the knot was felt to hold, or else what is missing beyond all doubt.
 */
export function stateOf(
  { tie, setMm, neckPathMm: path, leadMm, frontLoopSide, next }: DeskTie,
  read: ReadHalves,
  tilt: { tiltRad: number; knotOffMm: number },
  feel: KnotFeel = 'notChecked',
): DeskState {
  const predicted = predictBows(tie, path, setMm, leadMm);
  const estimated: Half[] = [];
  const bow = (end: BowEnd, loop: Half, flat: Half): BowState => {
    const { visibleMm, loopMm, flatEndMm } = predicted[end];
    const [r, t] = [read[loop], read[flat]];
    if (r === null) estimated.push(loop);
    if (t === null) estimated.push(flat);
    if (r === null && t === null) return { loopMm, flatEndMm, slackMm: 0 };
    if (r === null) return { loopMm: Math.max(1, (visibleMm - (t ?? 0)) / 2), flatEndMm: t ?? 0, slackMm: 0 };
    if (t === null) return { loopMm: r, flatEndMm: Math.max(1, visibleMm - 2 * r), slackMm: 0 };
    return { loopMm: r, flatEndMm: t, slackMm: slackMmOf(visibleMm - 2 * r - t, feel, end === 'front' ? 'short' : 'long', next) };
  };
  return {
    front: bow('front', 'frontLoopMm', 'frontFlatEndMm'),
    back: bow('back', 'backLoopMm', 'backFlatEndMm'),
    frontLoopSide,
    ...tilt,
    estimated,
  };
}

/** Both bows as they should come out, nothing slack: even, or uneven by as much as is wanted. */
export function wantedBows(desk: DeskTie, target: FinishTarget): BothBows {
  const predicted = stateOf(desk, { frontLoopMm: null, frontFlatEndMm: null, backLoopMm: null, backFlatEndMm: null }, LEVEL);
  const { front, back } = targetHalves(desk.tie, predicted, target);
  return { front: { ...front, slackMm: 0 }, back: { ...back, slackMm: 0 } };
}

const LEVEL = { tiltRad: 0, knotOffMm: 0 } as const;

/** One pull of the plan, with the bow before and after it. */
interface PlannedPull {
  readonly key: string;
  readonly end: BowEnd;
  readonly pull: Pull;
  readonly before: BowState;
  readonly after: BowState;
}

/** What the desk says of a tied bow. */
export interface DeskVerdict {
  readonly aims: ReturnType<typeof targetHalves>;
  readonly plans: Readonly<Record<BowEnd, PullPlan>>;
  /** In the order they are made: flat ends first, then the loops in turn, front and back opposed. */
  readonly pulls: readonly PlannedPull[];
  readonly unevenness: readonly Unevenness[];
  readonly retie: Retie;
  /** Cloth estimated to lie slack in each knot, in mm. */
  readonly slack: Readonly<Record<BowEnd, number>>;
}

export function judge(
  desk: DeskTie,
  state: TiedState,
  target: FinishTarget,
  tolerance: EvennessTolerance,
  wantedSpreadMm: number,
): DeskVerdict {
  const aims = targetHalves(desk.tie, state, target);
  const plans = { front: planPulls(state.front, aims.front), back: planPulls(state.back, aims.back) };
  const unevenness = judgeTied(desk.tie, state, target, tolerance);
  const needed = (end: BowEnd): readonly PlannedPull[] =>
    unevenness.includes(`${end}Halves`) || unevenness.includes(`${end}Loose`) ? inOrder(end, state[end], plans[end].pulls) : [];
  const [front, back] = [needed('front'), needed('back')];
  const isFlat = ({ pull }: PlannedPull): boolean => pull.kind === 'drawFlatEnd' || pull.kind === 'drawTailSide';
  const loops = [front, back].map((pulls) => pulls.filter((pull) => !isFlat(pull)));
  const opposed = Array.from({ length: Math.max(...loops.map(({ length }) => length)) }, (_, i) =>
    loops.flatMap((pulls) => pulls[i] ?? []),
  ).flat();
  return {
    aims,
    plans,
    pulls: [...front.filter(isFlat), ...back.filter(isFlat), ...opposed],
    unevenness,
    slack: { front: state.front.slackMm, back: state.back.slackMm },
    retie: retieFor(desk.tie, state.front, state.back, desk.leadMm, desk.setMm, wantedSpreadMm),
  };
}

function inOrder(end: BowEnd, from: BowState, pulls: readonly Pull[]): PlannedPull[] {
  let before = from;
  return pulls.map((pull, i) => {
    const after = applyPulls(before, [pull]);
    const planned: PlannedPull = { key: `${end}${i}`, end, pull, before, after };
    before = after;
    return planned;
  });
}

export const UNEVENNESS_WORDS: Readonly<Record<Unevenness, string>> = {
  frontHalves: 'Loop and flat end of the front bow are not as they should be',
  frontLoose: 'The knot still holds cloth of the front bow: draw it up',
  backHalves: 'Loop and flat end of the back bow are not as they should be',
  backLoose: 'The knot still holds cloth of the back bow: draw it up',
  frontAgainstBack: 'Front and back bow differ in width',
  tilt: 'The bow leans: hold the knot and turn the whole bow level',
  knotOff: 'The knot is off the button: slide the whole tie round the collar until it sits on it',
};

/** Why no verdict is given, in words. */
export function doubtWords(doubt: ReadingDoubt, fine: (lengthMm: number) => string): string {
  switch (doubt.kind) {
    case 'loopInKnot':
      return `A ${doubt.bow} loop of ${fine(doubt.loopMm)} would end inside the knot, which is ${fine(doubt.leastMm)} high. Measure it from the knot’s middle to the fold.`;
    case 'tooMuchCloth':
      return `The ${doubt.bow} bow shows ${fine(doubt.byMm)} more cloth than this tie has there at this set and lead. Is the band at the mark on the card, and was it measured from the knot’s middle?`;
    case 'tooLittleCloth':
      return `The ${doubt.bow} bow shows ${fine(-doubt.byMm)} less cloth than this tie has there, more than any knot hides. Is the band at the mark on the card, and was it measured from the knot’s middle?`;
  }
}

/** Whether only tying again mends what is left: both bows even in themselves, but of different width. */
export const needsRetie = ({ unevenness, pulls }: DeskVerdict): boolean => pulls.length === 0 && unevenness.includes('frontAgainstBack');

/**
 * A setting of the band that explains this bow better than odd hands do, or null. A bow is smaller than was held also while its knot
 * is loose: of a shorter band nothing is asked before the knot was pressed and found drawn up. How firmly it is counts as it was felt.
 */
export function settingAskedOf(
  { tie, setMm, neckPathMm: path, leadMm, next }: DeskTie,
  { front, back }: TiedState,
  feel: KnotFeel,
): LikelierSetting | null {
  if (feel === 'loose') return null;
  const { blade, cloth, hardware, firmness: wished = 'usual' } = tie.measured;
  const knot = { ...cloth, waistWidthMm: blade.waistWidthMm, bandWidthMm: blade.bandWidthMm };
  const [felt, held] = [firmnessTakes(knot, firmnessOf(feel) ?? wished), firmnessTakes(knot, wished)];
  const seen = observeTakeUps({ ...front, slackMm: 0 }, { ...back, slackMm: 0 }, setMm, path, leadMm);
  const shown = { shortMm: seen.shortMm - felt.shortMm + held.shortMm, longMm: seen.longMm - felt.longMm + held.longMm };
  const likelier = likelierSetting(next, shown, hardware, setMm);
  return feel === 'notChecked' && likelier !== null && likelier.setting.lengthMm < setMm ? null : likelier;
}

/** Whether the measures ask for a take-up that no knot has: a band off its mark, or a mis-read, is likelier. */
export function isMisread({ tie, setMm, neckPathMm: path, leadMm }: DeskTie, { front, back }: TiedState): boolean {
  const seen = observeTakeUps(front, back, setMm, path, leadMm);
  return isSurprising(tie.beliefs, seen);
}

/** What another set would do for the width, once no pull is left. Lengths in mm. */
export interface WidthAdvice {
  /** How much wider than wanted both bows come out when front and back are of one length; negative: narrower. */
  readonly widerByMm: number;
  /** The setting that brings it nearest, and the spread it gives; null where no setting of the band comes nearer. */
  readonly setting: Setting | null;
  readonly spreadMm: number;
}

/** Advice on the width where it is off by more than the tolerance; null where it is not, and while pulls are left. */
export function widthAdvice({ pulls, retie }: DeskVerdict, wantedSpreadMm: number, withinMm: number): WidthAdvice | null {
  const widerByMm = retie.spreadMm - wantedSpreadMm;
  if (pulls.length > 0 || Math.abs(widerByMm) <= withinMm) return null;
  const isNearer = Math.abs(retie.nearestSpreadMm - wantedSpreadMm) < Math.abs(widerByMm) - 0.5;
  return { widerByMm, setting: isNearer ? retie.rounded.nearest : null, spreadMm: retie.nearestSpreadMm };
}

/**
 * What the take-ups that are held change for a fitting: spreads before the tie was tied and next time, and the lead that makes both
 * bows alike. `held`: of the wearer's own hands, or of the tie in anybody's.
 */
export function effectOn({ tie, setMm, leadMm, neckPathMm: path }: DeskTie, model: PreparedTie, held: TakeUpBeliefs) {
  const prior = drawnUp(priorTakeUps(model), { ...model.measured, firmness: tie.measured.firmness });
  const before = predictSpread(model, nextTime(inAnybodysHands(prior)), setMm, path, leadMm);
  const after = predictSpread(withTakeUps(model, held), nextTime(held), setMm, path, leadMm);
  return { before, after, evenLeadMm: held.evenLead.meanMm };
}

/** Cloth of a bow in words of the desk: what the loop, the flat end and the knot hold. */
export const clothOf = (
  bow: BowState,
): { readonly loopMm: number; readonly flatEndMm: number; readonly slackMm: number; readonly wholeMm: number } => ({
  loopMm: 2 * bow.loopMm,
  flatEndMm: bow.flatEndMm,
  slackMm: bow.slackMm,
  wholeMm: materialMm(bow),
});
