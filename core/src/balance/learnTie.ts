import { beliefsOf, SPREADS, type Normal, type PreparedTie, type TakeUpBeliefs } from '../fit/index.ts';
import { layOn, meanErrs, withReading, type Readings } from './handsVary.ts';
import { byParts, isSurprising, partOf, priorTakeUps, VARIANCES, type BeliefPart, type ShownTakeUps } from './learnTakeUp.ts';

/** Take-ups that one measured tying showed, oldest first in a list of them. In mm. */
export interface TakeUpObservation extends ShownTakeUps {
  readonly id: string;
  readonly wearerId: string;
  /** Measured again and found true: believed however surprising. */
  readonly isConfirmed: boolean;
}

/** What is held of a tie after its tyings, and which of them were too surprising to be believed unasked. */
export interface LearnedTie {
  /** Of the tie, in anybody's hands. */
  readonly beliefs: TakeUpBeliefs;
  /** Beliefs before the first tying and after each, for a picture of how they narrow. */
  readonly history: readonly TakeUpBeliefs[];
  readonly surprisingIds: readonly string[];
  /** The others, which are counted. */
  readonly believed: readonly TakeUpObservation[];
}

/** One wearer's readings of a tie, and how far their mean lies off what those hands take: standard deviations, in mm. */
interface WearerReadings extends Readings {
  readonly errs: Readonly<Record<BeliefPart, number>>;
}

/** Goes through a tie's measured tyings, oldest first, from what is held of it before them. */
export function learnTie(tie: PreparedTie, observations: readonly TakeUpObservation[], prior = priorTakeUps(tie)): LearnedTie {
  let beliefs = prior;
  const history = [beliefs];
  const surprisingIds: string[] = [];
  const believed: TakeUpObservation[] = [];
  const byWearer = new Map<string, WearerReadings>();
  for (const observation of observations) {
    // a mis-set mark shows on both ends: a tying is believed as a whole or not at all
    if (isSurprising(beliefs, observation) && !observation.isConfirmed) surprisingIds.push(observation.id);
    else {
      believed.push(observation);
      addReading(byWearer, observation);
      beliefs = byParts((part) => weigh(prior[part], byWearer.values(), part));
    }
    history.push(beliefs);
  }
  return { beliefs, history, surprisingIds, believed };
}

function addReading(byWearer: Map<string, WearerReadings>, observation: TakeUpObservation): void {
  const readings = withReading(byWearer.get(observation.wearerId), (part) => partOf(observation, part));
  byWearer.set(observation.wearerId, { ...readings, errs: meanErrs(readings) });
}

/**
 * A tie's take-up from the means that wearers showed: the mean of one wearer's readings varies about the tie's take-up by what
 * wearers differ by, and by what their tyings scatter. (A normal model of two levels; Gelman et al., Bayesian Data Analysis, ch. 5,
 * from memory.)
 */
function weigh(prior: Normal, wearers: Iterable<WearerReadings>, part: BeliefPart): Normal {
  let [precision, weighed] = [1 / prior.sdMm ** 2, prior.meanMm / prior.sdMm ** 2];
  for (const { mean, errs } of wearers) {
    const weight = 1 / (VARIANCES.person[part] + errs[part] ** 2);
    precision += weight;
    weighed += weight * mean[part];
  }
  return { meanMm: weighed / precision, sdMm: Math.sqrt(1 / precision) };
}

/**
 * Take-ups of a tie in one wearer's hands: what the others' tyings and the prior say of the tie, widened by what wearers differ by,
 * with the wearer's own readings laid on that. Surprising tyings must have been left out.
 */
export function takeUpsForWearer(
  tie: PreparedTie,
  observations: readonly TakeUpObservation[],
  wearerId: string,
  prior = priorTakeUps(tie),
): TakeUpBeliefs {
  const others = new Map<string, WearerReadings>();
  let own: Readings | undefined;
  for (const observation of observations) {
    if (observation.wearerId === wearerId) own = withReading(own, (part) => partOf(observation, part));
    else addReading(others, observation);
  }
  const anybodys = inAnybodysHands(byParts((part) => weigh(prior[part], others.values(), part)));
  if (!own) return anybodys;
  const { held, tyingMm } = layOn(anybodys, own);
  return beliefsOf(held.whole, held.evenLead, tyingMm);
}

/** What is held of a tie in the hands of somebody of whom nothing is known. */
export const inAnybodysHands = (ofTie: TakeUpBeliefs): TakeUpBeliefs =>
  byParts((part) => ({ meanMm: ofTie[part].meanMm, sdMm: Math.sqrt(ofTie[part].sdMm ** 2 + VARIANCES.person[part]) }));

/** What the next tying will show, given what is held of the tie in those hands: no hands tie twice the same, nor set a lead so. */
export const nextTime = (inHands: TakeUpBeliefs): TakeUpBeliefs =>
  byParts((part) => {
    const { meanMm, sdMm } = inHands[part];
    return { meanMm, sdMm: Math.hypot(sdMm, Math.SQRT2 * inHands.tyingMm, part === 'evenLead' ? SPREADS.leadSetMm : 0) };
  }, inHands.tyingMm);

/** Take-ups in somebody's hands as they are kept with a tie or a wearer. In mm. */
export interface KnownHands extends ShownTakeUps {
  readonly count: number;
  readonly wholeSdMm: number;
  readonly leadSdMm: number;
  readonly tyingMm: number;
}

/**
 * Take-ups of a tie in one wearer's hands, from their first tying of it that was measured and believed; null before that. `tie` is
 * the tie by the model alone; readings of all wearers are given, oldest first; `prior` is what is held of the tie without them.
 */
export function handsOf(
  tie: PreparedTie,
  observations: readonly TakeUpObservation[],
  wearerId: string,
  prior = priorTakeUps(tie),
): KnownHands | null {
  const { believed } = learnTie(tie, observations, prior);
  const count = believed.filter((observation) => observation.wearerId === wearerId).length;
  return count === 0 ? null : { count, ...keptTakeUps(takeUpsForWearer(tie, believed, wearerId, prior)) };
}

/** Take-ups as they are kept: both ends, and how surely they are known. */
export const keptTakeUps = ({ short, long, whole, evenLead, tyingMm }: TakeUpBeliefs): Omit<KnownHands, 'count'> => ({
  ...{ shortMm: short.meanMm, longMm: long.meanMm, wholeSdMm: whole.sdMm, leadSdMm: evenLead.sdMm, tyingMm },
});

/** A tie whose take-ups are those that were learned: every fit that is made of it then predicts by them. */
export const withTakeUps = (tie: PreparedTie, beliefs: TakeUpBeliefs): PreparedTie => ({
  ...tie,
  takeUp: { ...tie.takeUp, shortMm: beliefs.short.meanMm, longMm: beliefs.long.meanMm },
  beliefs,
});

/** What a further tying would teach most: the cloth that both bows take, or how it is shared between them. */
export const mostTelling = ({ whole, evenLead }: TakeUpBeliefs): BeliefPart => (whole.sdMm > evenLead.sdMm ? 'whole' : 'evenLead');
