import type { Side } from '../fit/index.ts';
import * as bows from './bowLays.ts';
import { bowStrands, type BowLay } from './bowStrands.ts';
import { mirrorStrip, type PosedMoment } from './choreography.ts';
import * as lays from './halfKnotLays.ts';
import { control, to } from './lay.ts';
import type { TyingMeasures } from './measures.ts';
import { poseStrip, type LaidStrip } from './pose.ts';
import { solveBow } from './solveBow.ts';
import type { Control, Strand } from './strand.ts';

/** What can be seen to have gone wrong (common practice, no source). */
export const TYING_FAULTS = [
  'granny',
  'noPassage',
  'loopsOnOneSide',
  'flatEndThrough',
  'leadTooLong',
  'leadTooShort',
  'twistedEnd',
  'setTooShort',
  'lumpyCrossing',
  'lowBow',
  'standsOff',
  'fatKnot',
  'uneven',
  'tilted',
  'creased',
  'loosened',
] as const;

export type TyingFault = (typeof TYING_FAULTS)[number];

/** Lays a bow as it looks with a fault, from the same geometry as a sound one. */
export function faultyBow(m: TyingMeasures, longEnd: Side, fault: TyingFault, spacingMm?: number): PosedMoment {
  const { strip, collarDown, setMm } = faultyStrip(m, fault);
  const laid = longEnd === 'left' ? strip : mirrorStrip(strip);
  return { pose: poseStrip({ profile: m.tie.profile, setMm }, laid, spacingMm), knotAt: laid.knotAt, collarDown };
}

interface FaultyStrip {
  readonly strip: LaidStrip;
  readonly collarDown: number;
  /** Tip to tip: a band that was set too short is a shorter strip. */
  readonly setMm: number;
}

const SOUND = { frontLoop: -1, pushedFrom: -1 } as const;

/** Written, as all lays are, for a long end from the wearer's left. */
function faultyStrip(m: TyingMeasures, fault: TyingFault): FaultyStrip {
  const sound = solveBow(m, { front: m.front, back: m.back, ...SOUND }).lay;
  const tied = (lay: BowLay, change: (strand: Strand, half: 'short' | 'long') => Strand = (strand) => strand): FaultyStrip => {
    const { short, long } = bowStrands(m, lay);
    // cloth that a smaller bow does not take was never there: the band or the lead was set otherwise
    const [front, back] = [clothIn(lay.front) - clothIn(m.front), clothIn(lay.back) - clothIn(m.back)];
    const strip: LaidStrip = {
      leadMm: m.leadMm + back - front,
      knotAt: bows.bow(m, lay).knotAt,
      short: change(short, 'short'),
      long: change(long, 'long'),
    };
    return { strip, collarDown: 1, setMm: m.setMm + front + back };
  };
  const untied = (strip: LaidStrip): FaultyStrip => ({ strip, collarDown: 0, setMm: m.setMm });
  const sized = (front: number, back: number): BowLay => ({ ...sound, front: scaled(sound.front, front), back: scaled(sound.back, back) });
  switch (fault) {
    case 'granny':
      return tied({
        ...solveBow(m, { front: m.front, back: m.back, frontLoop: 1, pushedFrom: 1 }).lay,
        loose: 0.3,
        frontTiltRad: 0.95,
        backTiltRad: 1.12,
      });
    case 'loopsOnOneSide':
      return tied({
        ...solveBow(m, { front: m.front, back: m.back, frontLoop: -1, pushedFrom: 1 }).lay,
        loose: 0.4,
        frontTiltRad: 0.08,
        backTiltRad: -0.16,
      });
    case 'noPassage':
      return untied(bows.dropped(m, bows.workingBow(m, 1, 1, { loose: 0, pinchedMm: 30, shortTurn: 0.25 })));
    case 'flatEndThrough': {
      const lay = bows.workingBow(m);
      return untied({ ...bows.bow(m, lay), short: bows.hangingStrand(m, lays.snugShort(m)) });
    }
    case 'leadTooLong':
      return tied(sized(0.86, 1.16));
    case 'leadTooShort':
      return tied(sized(1.14, 0.84));
    case 'twistedEnd':
      return tied(sound, (strand, half) => (half === 'short' ? twistedTip(strand) : strand));
    case 'setTooShort':
      return tied({ ...sized(0.6, 0.56), loose: 0.25, backTiltRad: 0.16, frontTiltRad: -0.1 });
    case 'lumpyCrossing':
      return tied({ ...sized(0.78, 0.78), loose: 0.9, longTurn: sound.longTurn * 1.3 }, (strand) =>
        strand.map((c, k) => (k > 3 && k < 10 ? { ...c, gatherRatio: 1.6 } : c)),
      );
    case 'lowBow':
      return tied({ ...sound, loose: 0.2 }, (strand) => lowered(strand, -19, 7));
    case 'standsOff':
      return tied({ ...sound, loose: 0.4 }, (strand) => lowered(strand, 1, 24));
    case 'fatKnot':
      return tied({ ...sized(0.93, 0.93), loose: 0.5, longTurn: sound.longTurn * 1.9 }, (strand, half) =>
        half === 'long' ? strand.map((c, k) => (k > 10 && k < 18 ? { ...c, gatherRatio: 1.15 } : c)) : strand,
      );
    case 'uneven':
      return tied({
        ...sound,
        front: { loopMm: sound.front.loopMm * 1.16, flatEndMm: sound.front.flatEndMm * 0.72 },
        back: { loopMm: sound.back.loopMm * 0.84, flatEndMm: sound.back.flatEndMm * 1.18 },
      });
    case 'tilted':
      return tied({ ...sound, frontTiltRad: 0.24, backTiltRad: 0.27 });
    case 'creased':
      return tied(sound, (strand, half) => (half === 'short' ? crushed(strand) : strand));
    case 'loosened':
      return tied({ ...sized(0.9, 0.88), loose: 1.5, frontTiltRad: -0.06, backTiltRad: 0.1 }, (strand) => lowered(strand, -7, 5));
  }
}

/** Cloth in one bow: its loop twice, its flat end once, in mm. */
const clothIn = ({ loopMm, flatEndMm }: BowLay['front']): number => 2 * loopMm + flatEndMm;

const scaled = ({ loopMm, flatEndMm }: BowLay['front'], by: number): BowLay['front'] => ({
  loopMm: loopMm * by,
  flatEndMm: flatEndMm * by,
});

/** The last controls turned over: the flat end shows its lining. */
function twistedTip(strand: Strand): Strand {
  const last = strand.length - 1;
  return strand.flatMap((c, k): readonly Control[] => {
    if (k === last) {
      const before = strand[k - 1];
      if (!before) return [c];
      const middle = to((before.at.x + c.at.x) / 2, c.at.y, c.at.z + 17);
      return [control(middle, to(0, 1, 0.1), 0.45), control(to(c.at.x, c.at.y, c.at.z + 9), to(0, 0.2, -1))];
    }
    return [c];
  });
}

/** The knot and the bow hanging below the button or standing forward of it; the band goes down to them. */
const lowered = (strand: Strand, y: number, z: number): Strand =>
  strand.map((c, k) => {
    const share = k <= 3 ? 0 : k === 4 ? 0.25 : k === 5 ? 0.72 : 1;
    return { ...c, at: to(c.at.x, c.at.y + y * share, c.at.z + z * share) };
  });

/** The front layer of the front bow, crushed into creases between the loop and the flat end. */
function crushed(strand: Strand): Strand {
  const [from, until] = [strand.length - 4, strand.length - 2];
  return strand.flatMap((c, k): readonly Control[] => {
    const next = strand[k + 1];
    if (k < from || k > until || !next) return [c];
    return [0, 0.2, 0.4, 0.6, 0.8].map((share, i) => {
      const at = to(
        c.at.x + (next.at.x - c.at.x) * share,
        c.at.y + (next.at.y - c.at.y) * share,
        c.at.z + (next.at.z - c.at.z) * share + (i % 2 === 1 ? 5.5 : 0),
      );
      return control(at, c.outward, c.gatherRatio + (next.gatherRatio - c.gatherRatio) * share);
    });
  });
}
