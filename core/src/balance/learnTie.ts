import type { PreparedTie } from '../fit/index.ts';
import { learnTakeUp, priorTakeUps, READING_SD_MM, type TakeUpBelief, type TakeUpBeliefs } from './learnTakeUp.ts';

/** Take-ups that one measured tying showed, oldest first in a list of them. In mm. */
export interface TakeUpObservation {
  readonly id: string;
  readonly wearerId: string;
  readonly shortMm: number;
  readonly longMm: number;
  /** Measured again and found true: believed however surprising. */
  readonly isConfirmed: boolean;
}

/** What is held of a tie after its tyings, and which of them were too surprising to be believed unasked. */
export interface LearnedTie {
  readonly beliefs: TakeUpBeliefs;
  /** Beliefs before the first tying and after each, for a picture of how they narrow. */
  readonly history: readonly TakeUpBeliefs[];
  readonly surprisingIds: readonly string[];
  /** The others, which are counted. */
  readonly believed: readonly TakeUpObservation[];
}

/** Goes through a tie's measured tyings, oldest first, from what is held of it before them. */
export function learnTie(tie: PreparedTie, observations: readonly TakeUpObservation[], prior = priorTakeUps(tie)): LearnedTie {
  let beliefs = prior;
  const history = [beliefs];
  const surprisingIds: string[] = [];
  for (const { id, shortMm, longMm, isConfirmed } of observations) {
    const [short, long] = [learnTakeUp(beliefs.short, shortMm, isConfirmed), learnTakeUp(beliefs.long, longMm, isConfirmed)];
    // a mis-set mark shows on both ends: a tying is believed as a whole or not at all
    if (short.kind === 'surprising' || long.kind === 'surprising') surprisingIds.push(id);
    else beliefs = { short: short.belief, long: long.belief };
    history.push(beliefs);
  }
  return { beliefs, history, surprisingIds, believed: observations.filter(({ id }) => !surprisingIds.includes(id)) };
}

/** How much one wearer's hands differ from another's, in mm (assumed, no source). */
export const WEARER_SD_MM = 2;
/** With fewer tyings than this a wearer is taken as anybody. */
export const WEARER_TYINGS = 3;

/**
 * Take-ups for one wearer: the tie's own plus what their hands add, a normal model of two levels. The mean over a wearer's
 * n readings varies about the tie's take-up by the hands' variance and a nth of the reading's; the tie's take-up is the
 * weighed mean of all of these with the prior, and the wearer's the weighed mean of the tie's and their own readings.
 * (Gelman et al., Bayesian Data Analysis, ch. 5, from memory.) Surprising tyings must have been left out.
 *
 * @returns the tie's beliefs for a wearer of fewer than {@link WEARER_TYINGS} tyings, widened by what their hands may add.
 */
export function takeUpsForWearer(
  tie: PreparedTie,
  observations: readonly TakeUpObservation[],
  wearerId: string,
  prior = priorTakeUps(tie),
): TakeUpBeliefs {
  const of = (end: 'short' | 'long'): TakeUpBelief => {
    const readings = new Map<string, number[]>();
    for (const observation of observations) {
      const own = readings.get(observation.wearerId) ?? [];
      own.push(observation[end === 'short' ? 'shortMm' : 'longMm']);
      readings.set(observation.wearerId, own);
    }
    const groups = [...readings].map(([id, values]) => ({
      id,
      count: values.length,
      meanMm: values.reduce((sum, value) => sum + value, 0) / values.length,
    }));
    const hands = WEARER_SD_MM ** 2;
    const tieOf = (counted: typeof groups): { meanMm: number; variance: number } => {
      let [precision, weighed] = [1 / prior[end].sdMm ** 2, prior[end].meanMm / prior[end].sdMm ** 2];
      for (const { count, meanMm } of counted) {
        const weight = 1 / (hands + READING_SD_MM ** 2 / count);
        precision += weight;
        weighed += weight * meanMm;
      }
      return { meanMm: weighed / precision, variance: 1 / precision };
    };
    const own = groups.find(({ id }) => id === wearerId);
    if (!own || own.count < WEARER_TYINGS) {
      const { meanMm, variance } = tieOf(groups);
      return { meanMm, sdMm: Math.sqrt(variance + hands) };
    }
    // from the others comes what the tie takes, with this wearer's hands as spread; their own readings are laid on that
    const others = tieOf(groups.filter(({ id }) => id !== wearerId));
    const [before, reading] = [others.variance + hands, READING_SD_MM ** 2 / own.count];
    return {
      meanMm: (others.meanMm * reading + own.meanMm * before) / (before + reading),
      sdMm: Math.sqrt((before * reading) / (before + reading)),
    };
  };
  return { short: of('short'), long: of('long') };
}

/**
 * Take-ups of a tie in one wearer's hands, where they have tied and measured it at least {@link WEARER_TYINGS} times and
 * were believed; null else. `tie` is the tie by the model alone; readings of all wearers are given, oldest first.
 */
export function handsOf(
  tie: PreparedTie,
  observations: readonly TakeUpObservation[],
  wearerId: string,
): { readonly count: number; readonly shortMm: number; readonly longMm: number } | null {
  const { believed } = learnTie(tie, observations);
  const count = believed.filter((observation) => observation.wearerId === wearerId).length;
  if (count < WEARER_TYINGS) return null;
  const { short, long } = takeUpsForWearer(tie, believed, wearerId);
  return { count, shortMm: short.meanMm, longMm: long.meanMm };
}

/** A tie whose take-ups are those that were learned: every fit that is made of it then predicts by them. */
export const withTakeUps = (tie: PreparedTie, { short, long }: TakeUpBeliefs): PreparedTie => ({
  ...tie,
  takeUp: { ...tie.takeUp, shortMm: short.meanMm, longMm: long.meanMm },
});

/** Which bow is worth measuring first: the one whose take-up is held least surely. */
export const mostTelling = ({ short, long }: TakeUpBeliefs): 'front' | 'back' => (short.sdMm > long.sdMm ? 'front' : 'back');
