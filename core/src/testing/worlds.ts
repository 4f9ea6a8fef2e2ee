import {
  beliefsOf,
  joinSources,
  NINETY_PERCENT,
  prepareTie,
  SPREADS,
  takeUpGrounds,
  type PreparedTie,
  type TakeUpBeliefs,
} from '../fit/index.ts';
import { isSurprising, likelierSetting, nextTime, predictSpread, takeUpsForWearer, type TakeUpObservation } from '../balance/index.ts';
import { seededNormal } from '../party/seededNumbers.ts';
import { HALF_SIZE_SLOTS, UNTIED } from './workedTie.ts';

/** A world in which ties are cut, marked, set, tied and read: by how much everything errs there. Standard deviations in mm. */
export interface World {
  readonly name: string;
  /** A tie's knot against the model, in the whole take-up and in the even lead. */
  readonly knotMm: readonly [whole: number, lead: number];
  /** Care in printing marks. */
  readonly markMm: number;
  /** One wearer against another, in the whole take-up and in the lead. */
  readonly wearerMm: readonly [whole: number, lead: number];
  /** The same hands from tying to tying, at each end: of one wearer, by a normal number and by how often they have tied. */
  readonly tyingMm: (deviations: number, tyings: number) => number;
  /** How the collar sits from day to day. */
  readonly collarMm: number;
  /** The tape at each bow, and what it is rounded to. */
  readonly readingMm: number;
  readonly roundedToMm: number;
  readonly leadSetMm: number;
  /** Share of tyings with the band one slot off. */
  readonly slotOff: number;
  /** Errors from a distribution with longer tails than the normal one (Student's with four degrees of freedom, scaled to the same variance). */
  readonly hasLongTails: boolean;
}

const AS_ASSUMED: World = {
  name: 'as assumed',
  knotMm: [SPREADS.knotWholeMm, 8.14],
  markMm: SPREADS.markMm,
  wearerMm: [Math.sqrt(2 * SPREADS.handsMm ** 2 + SPREADS.pathMm ** 2 + SPREADS.pullMm ** 2), Math.SQRT2 * SPREADS.handsMm],
  tyingMm: (deviations) => 2.6 * Math.exp(0.4 * deviations),
  collarMm: 0,
  readingMm: SPREADS.readingMm,
  roundedToMm: 0,
  leadSetMm: SPREADS.leadSetMm,
  slotOff: 0,
  hasLongTails: false,
};

/** Five worlds; the model's spreads were set by the first alone. */
export const WORLDS: readonly World[] = [
  AS_ASSUMED,
  { ...AS_ASSUMED, name: 'steady hands, shifting collars, 3 % a slot off', tyingMm: () => 2, collarMm: 3, slotOff: 0.03 },
  { ...AS_ASSUMED, name: '3 mm hands, careless marks', knotMm: [10, 7], markMm: 14, tyingMm: () => 3, wearerMm: [6.5, 4] },
  { ...AS_ASSUMED, name: 'long tails, coarse tape', hasLongTails: true, readingMm: 3.5, roundedToMm: 3.175 },
  { ...AS_ASSUMED, name: 'learners who grow steadier', tyingMm: (_, tyings) => 1.8 + 1.8 * Math.exp(-tyings / 3) },
];

/** A sixth in which nearly everything is worse at once; no prior that is right for the others holds there. */
export const HARSH_WORLD: World = {
  ...AS_ASSUMED,
  ...{ name: 'everything worse at once', knotMm: [15, 11], markMm: 14, wearerMm: [9, 5], tyingMm: () => 4.5, collarMm: 3 },
  ...{ readingMm: 4, roundedToMm: 3.175, leadSetMm: 5, slotOff: 0.05, hasLongTails: true },
};

/** How well predictions hold in a world, after so many tyings of the wearer. */
export interface Coverage {
  readonly tyings: number;
  /** Share of bows within the interval of nine in ten, and within 3 mm of what was said. */
  readonly held: number;
  readonly within3: number;
}

const [SET_MM, PATH_MM, LEAD_MM] = [880, 412.75, 40] as const;
const MARKED: PreparedTie = prepareTie({ ...UNTIED, hardware: { ...HALF_SIZE_SLOTS, shortestMm: SET_MM - 2 * HALF_SIZE_SLOTS.pitchMm } });

/** Simulates ties, wearers and tyings of a world, and holds each next bow against what was said of it. */
export function coverageIn(world: World, byTyings: readonly number[], cases: number, seed: number): readonly Coverage[] {
  const normal = seededNormal(seed);
  const error = (): number => {
    if (!world.hasLongTails) return normal();
    const squares = Array.from({ length: 4 }, () => normal() ** 2).reduce((sum, each) => sum + each, 0);
    return normal() / Math.sqrt(squares / 4) / Math.SQRT2;
  };
  const { knot } = takeUpGrounds(UNTIED);
  const count = { held: byTyings.map(() => 0), within3: byTyings.map(() => 0) };
  const most = Math.max(...byTyings);
  for (let i = 0; i < cases; i += 1) {
    const [whole, lead] = [knot.whole.meanMm + world.knotMm[0] * error(), knot.evenLead.meanMm + world.knotMm[1] * error()];
    const mark = { meanMm: whole + world.markMm * error(), sdMm: SPREADS.markMm };
    // half of the ties have marks
    const prior: TakeUpBeliefs = i % 2 === 0 ? knot : beliefsOf(joinSources(knot.whole, mark).joined, knot.evenLead);
    const [theirWhole, theirLead, steadiness] = [whole + world.wearerMm[0] * error(), lead + world.wearerMm[1] * error(), normal()];
    /** What the strip's ends really lose in a tying, against the path, the set and the lead that were meant. */
    const lost = (n: number): readonly [number, number] => {
      const tyingMm = world.tyingMm(steadiness, n);
      const [commonMm, leadErrMm] = [world.collarMm * error(), world.leadSetMm * error()];
      return [
        (theirWhole - theirLead + commonMm + leadErrMm) / 2 + tyingMm * error(),
        (theirWhole + theirLead + commonMm - leadErrMm) / 2 + tyingMm * error(),
      ];
    };
    const rounded = (mm: number): number => (world.roundedToMm === 0 ? mm : Math.round(mm / world.roundedToMm) * world.roundedToMm);
    const observations: TakeUpObservation[] = [];
    for (let n = 0; n <= most; n += 1) {
      const at = byTyings.indexOf(n);
      const [short, long] = lost(n);
      const next = at >= 0 || world.slotOff > 0 ? nextTime(takeUpsForWearer(MARKED, observations, 'a', prior)) : null;
      if (at >= 0 && next) {
        const { frontSpread, backSpread } = predictSpread(MARKED, next, SET_MM, PATH_MM, LEAD_MM);
        [frontSpread, backSpread].forEach(({ meanMm, sdMm }, k) => {
          const truth = (2 / 3) * ((SET_MM - PATH_MM + (k === 0 ? -LEAD_MM : LEAD_MM)) / 2 - (k === 0 ? short : long));
          const offMm = Math.abs(meanMm - truth);
          if (offMm <= NINETY_PERCENT * sdMm) count.held[at] = (count.held[at] ?? 0) + 1;
          if (offMm <= 3) count.within3[at] = (count.within3[at] ?? 0) + 1;
        });
      }
      // the band is a slot off: what the strip is shorter or longer by, the knot seems to take; asked about, it is put right
      const draw = normal();
      const slotMm = Math.abs(draw) < slotLimit(world.slotOff) ? HALF_SIZE_SLOTS.pitchMm * Math.sign(normal()) : 0;
      const read = (mm: number): number => rounded(mm + slotMm / 2 + world.readingMm * error());
      const shown = { shortMm: read(short), longMm: read(long) };
      const isAsked = slotMm !== 0 && next !== null && likelierSetting(next, shown, MARKED.measured.hardware, SET_MM) !== null;
      const isPutRight = isAsked || (slotMm !== 0 && isSurprising(prior, shown));
      observations.push({
        ...{ id: String(n), wearerId: 'a', isConfirmed: true },
        ...(isPutRight ? { shortMm: shown.shortMm - slotMm / 2, longMm: shown.longMm - slotMm / 2 } : shown),
      });
    }
  }
  return byTyings.map((tyings, k) => ({
    tyings,
    held: (count.held[k] ?? 0) / (2 * cases),
    within3: (count.within3[k] ?? 0) / (2 * cases),
  }));
}

/** A normal number lies within this of 0 in such a share of cases: for small shares, by the density at 0. */
const slotLimit = (share: number): number => (share * Math.sqrt(2 * Math.PI)) / 2;
