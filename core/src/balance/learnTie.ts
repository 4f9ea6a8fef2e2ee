import { SPREADS, type Normal, type PreparedTie, type TakeUpBeliefs } from '../fit/index.ts';
import { byParts, isSurprising, partOf, PARTS, priorTakeUps, VARIANCES, type BeliefPart, type ShownTakeUps } from './learnTakeUp.ts';

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

/** Readings of one wearer: how many, and their sums by parts. */
interface Readings {
  count: number;
  readonly sum: Record<BeliefPart, number>;
}

/** Goes through a tie's measured tyings, oldest first, from what is held of it before them. */
export function learnTie(tie: PreparedTie, observations: readonly TakeUpObservation[], prior = priorTakeUps(tie)): LearnedTie {
  let beliefs = prior;
  const history = [beliefs];
  const surprisingIds: string[] = [];
  const believed: TakeUpObservation[] = [];
  const byWearer = new Map<string, Readings>();
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

function addReading(byWearer: Map<string, Readings>, observation: TakeUpObservation): void {
  const own = byWearer.get(observation.wearerId) ?? { count: 0, sum: { whole: 0, evenLead: 0 } };
  own.count += 1;
  for (const part of PARTS) own.sum[part] += partOf(observation, part);
  byWearer.set(observation.wearerId, own);
}

/**
 * A tie's take-up from the means that wearers showed: the mean of n readings of one wearer varies about the tie's take-up by what
 * wearers differ by and a n-th of what a reading errs by. (A normal model of two levels; Gelman et al., Bayesian Data Analysis,
 * ch. 5, from memory.)
 */
function weigh(prior: Normal, wearers: Iterable<Readings>, part: BeliefPart): Normal {
  let [precision, weighed] = [1 / prior.sdMm ** 2, prior.meanMm / prior.sdMm ** 2];
  for (const { count, sum } of wearers) {
    const weight = 1 / (VARIANCES.person[part] + VARIANCES.reading[part] / count);
    precision += weight;
    weighed += (weight * sum[part]) / count;
  }
  return { meanMm: weighed / precision, sdMm: Math.sqrt(1 / precision) };
}

/** From so many measured tyings of a tie on a wearer's fits go by their own hands. */
export const WEARER_TYINGS = 3;

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
  const others = new Map<string, Readings>();
  const mine = new Map<string, Readings>();
  for (const observation of observations) addReading(observation.wearerId === wearerId ? mine : others, observation);
  const own = mine.get(wearerId);
  return byParts((part) => {
    const { meanMm, sdMm } = weigh(prior[part], others.values(), part);
    const anybody = { meanMm, sdMm: Math.sqrt(sdMm ** 2 + VARIANCES.person[part]) };
    if (!own) return anybody;
    const [before, reading] = [anybody.sdMm ** 2, VARIANCES.reading[part] / own.count];
    return {
      meanMm: (meanMm * reading + (own.sum[part] / own.count) * before) / (before + reading),
      sdMm: Math.sqrt((before * reading) / (before + reading)),
    };
  });
}

/** What is held of a tie in the hands of somebody of whom nothing is known. */
export const inAnybodysHands = (ofTie: TakeUpBeliefs): TakeUpBeliefs =>
  byParts((part) => ({ meanMm: ofTie[part].meanMm, sdMm: Math.sqrt(ofTie[part].sdMm ** 2 + VARIANCES.person[part]) }));

/** What the next tying will show, given what is held of the tie in those hands: the lead is not set twice the same. */
export const nextTime = (inHands: TakeUpBeliefs): TakeUpBeliefs =>
  byParts((part) => ({
    meanMm: inHands[part].meanMm,
    sdMm: part === 'evenLead' ? Math.hypot(inHands[part].sdMm, SPREADS.leadSetMm) : inHands[part].sdMm,
  }));

/** Take-ups in somebody's hands as they are kept with a tie or a wearer. In mm. */
export interface KnownHands extends ShownTakeUps {
  readonly count: number;
  readonly wholeSdMm: number;
  readonly leadSdMm: number;
}

/**
 * Take-ups of a tie in one wearer's hands, where they have tied and measured it at least {@link WEARER_TYINGS} times and
 * were believed; null else. `tie` is the tie by the model alone; readings of all wearers are given, oldest first.
 */
export function handsOf(tie: PreparedTie, observations: readonly TakeUpObservation[], wearerId: string): KnownHands | null {
  const { believed } = learnTie(tie, observations);
  const count = believed.filter((observation) => observation.wearerId === wearerId).length;
  if (count < WEARER_TYINGS) return null;
  const { short, long, whole, evenLead } = takeUpsForWearer(tie, believed, wearerId);
  return { count, shortMm: short.meanMm, longMm: long.meanMm, wholeSdMm: whole.sdMm, leadSdMm: evenLead.sdMm };
}

/** A tie whose take-ups are those that were learned: every fit that is made of it then predicts by them. */
export const withTakeUps = (tie: PreparedTie, beliefs: TakeUpBeliefs): PreparedTie => ({
  ...tie,
  takeUp: { ...tie.takeUp, shortMm: beliefs.short.meanMm, longMm: beliefs.long.meanMm },
  beliefs,
});

/** What a further tying would teach most: the cloth that both bows take, or how it is shared between them. */
export const mostTelling = ({ whole, evenLead }: TakeUpBeliefs): BeliefPart => (whole.sdMm > evenLead.sdMm ? 'whole' : 'evenLead');
