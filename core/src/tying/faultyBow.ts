import { blend } from '../geometry/index.ts';
import { band } from './poses/collar.ts';
import type { Side } from '../fit/index.ts';
import * as poses from './poses/index.ts';
import { type BowForm, behind, longBowParts, shortBowParts } from './poses/bow.ts';
import { mirrorStrip, type PosedMoment } from './choreography.ts';
import { control, to, inOrder, type Parts } from './poses/controls.ts';
import type { TyingMeasures } from './measures.ts';
import { poseStrip, type PosedStrip } from './pose.ts';
import { solveBow } from './solveBow.ts';
import type { Control } from './strand.ts';
import type { TyingFault } from './faults.ts';

/** Lays a bow as it looks with a fault, from the same geometry as a sound one. */
export function faultyBow(m: TyingMeasures, longEnd: Side, fault: TyingFault, spacingMm?: number): PosedMoment {
  const { strip, collarDown, setMm } = faultyStrip(m, fault);
  const laid = longEnd === 'left' ? strip : mirrorStrip(strip);
  return { pose: poseStrip({ profile: m.tie.profile, setMm }, laid, spacingMm), knotAt: laid.knotAt, collarDown };
}

interface FaultyStrip {
  readonly strip: PosedStrip;
  readonly collarDown: number;
  /** Tip to tip: a band that was set too short is a shorter strip. */
  readonly setMm: number;
}

const SOUND = { frontLoop: -1, pushedFrom: -1 } as const;

type ShortEnd = Parts<'band'> & ReturnType<typeof shortBowParts>;
type LongEnd = Parts<'band'> & ReturnType<typeof longBowParts>;

/** How a fault leads the ends otherwise. */
interface ChangedEnds {
  readonly short: (end: ShortEnd) => Parts<string>;
  readonly long: (end: LongEnd) => Parts<string>;
}

/** Written, as all lays are, for a long end from the wearer's left. */
function faultyStrip(m: TyingMeasures, fault: TyingFault): FaultyStrip {
  const sound = solveBow(m, { front: m.front, back: m.back, ...SOUND }).lay;
  const tied = (lay: BowForm, change: Partial<ChangedEnds> = {}): FaultyStrip => {
    const short = { band: band(m, -1), ...shortBowParts(m, lay) };
    const long = { band: band(m, 1), ...longBowParts(m, lay) };
    // cloth that a smaller bow does not take was never there: the band or the lead was set otherwise
    const [front, back] = [clothIn(lay.front) - clothIn(m.front), clothIn(lay.back) - clothIn(m.back)];
    const strip: PosedStrip = {
      leadMm: m.leadMm + back - front,
      knotAt: poses.bow(m, lay).knotAt,
      short: inOrder(change.short?.(short) ?? short),
      long: inOrder(change.long?.(long) ?? long),
    };
    return { strip, collarDown: 1, setMm: m.setMm + front + back };
  };
  const untied = (strip: PosedStrip): FaultyStrip => ({ strip, collarDown: 0, setMm: m.setMm });
  const sized = (front: number, back: number): BowForm => ({ ...sound, front: scaled(sound.front, front), back: scaled(sound.back, back) });
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
      return untied(poses.dropped(m, poses.workingBow(m, 1, 1, { loose: 0, pinchedMm: 30, shortTurn: 0.25 })));
    case 'flatEndThrough': {
      const lay = poses.workingBow(m);
      return untied({ ...poses.bow(m, lay), short: poses.hangingStrand(m, poses.snugShort(m)) });
    }
    case 'halfThrough': {
      // what is not in the loop is in its flat end: the cloth is the same
      const loopMm = HALF_THROUGH * sound.back.loopMm;
      const back = { loopMm, flatEndMm: sound.back.flatEndMm + 2 * (sound.back.loopMm - loopMm) };
      return tied({ ...sound, back, loose: 0.5, backTiltRad: -0.1 });
    }
    case 'leadTooLong':
      return tied(sized(0.86, 1.16));
    case 'leadTooShort':
      return tied(sized(1.14, 0.84));
    case 'twistedEnd':
      return tied(sound, { short: (end) => ({ ...end, tail: twistedTip(end.tail) }) });
    case 'setTooShort':
      return tied({ ...sized(0.6, 0.56), loose: 0.25, backTiltRad: 0.16, frontTiltRad: -0.1 });
    case 'lumpyCrossing':
      return tied(
        { ...sized(0.78, 0.78), loose: 0.5, longTurn: sound.longTurn * 2 },
        {
          short: ({ band: round, turn, ...end }) => ({ band: lastBunched(round), turn: firstBunched(turn), ...end }),
          long: ({ band: round, wrap, ...end }) => ({ band: lastBunched(round), wrap: firstBunched(wrap), ...end }),
        },
      );
    case 'lowBow':
      return tied({ ...sound, loose: 0.2 }, bothLowered(-19, 7));
    case 'standsOff':
      return tied({ ...sound, loose: 0.4 }, bothLowered(1, 24));
    case 'fatKnot':
      return tied(
        { ...sized(0.93, 0.93), loose: 0.5, longTurn: sound.longTurn * 2 },
        {
          long: ({ band: round, wrap, under, ...end }) => ({
            band: round,
            wrap: gathered(wrap, 1.15, behind(m, sound).length),
            under: gathered(under, 1.15, 0, -1),
            ...end,
          }),
        },
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
      return tied(sound, { short: crushed });
    case 'loosened':
      return tied({ ...sized(0.9, 0.88), loose: 1.5, frontTiltRad: -0.06, backTiltRad: 0.1 }, bothLowered(-7, 5));
  }
}

/** Share of its size that a loop has which was drawn half through. */
const HALF_THROUGH = 0.55;

/** Cloth in one bow: its loop twice, its flat end once, in mm. */
const clothIn = ({ loopMm, flatEndMm }: BowForm['front']): number => 2 * loopMm + flatEndMm;

const scaled = ({ loopMm, flatEndMm }: BowForm['front'], by: number): BowForm['front'] => ({
  loopMm: loopMm * by,
  flatEndMm: flatEndMm * by,
});

/** Controls from one to before another (counted from the end where negative) gathered otherwise. */
const gathered = (controls: readonly Control[], gatherRatio: number, from: number, until = controls.length): Control[] => {
  const end = until < 0 ? controls.length + until : until;
  const start = from < 0 ? controls.length + from : from;
  return controls.map((c, k) => (k >= start && k < end ? { ...c, gatherRatio } : c));
};

/** Cloth bunched at the crossing: the end of the band before it, and the beginning of the turn after it. */
const BUNCHED_RATIO = 1.6;
const lastBunched = (controls: readonly Control[]): Control[] => gathered(controls, BUNCHED_RATIO, -2);
const firstBunched = (controls: readonly Control[]): Control[] => gathered(controls, BUNCHED_RATIO, 0, 4);

/** The last control turned over: the flat end shows its lining. */
function twistedTip(tail: readonly Control[]): Control[] {
  const [before, last] = tail.slice(-2);
  if (!before || !last) return [...tail];
  const middle = to((before.at.x + last.at.x) / 2, last.at.y, last.at.z + 17);
  return [...tail.slice(0, -1), control(middle, to(0, 1, 0.1), 0.45), control(to(last.at.x, last.at.y, last.at.z + 9), to(0, 0.2, -1))];
}

/** How far the band has gone down to a knot that hangs low, at each of its controls from the back of the neck. */
const BAND_LOWERED: readonly number[] = [0, 0, 0, 0, 0.25, 0.72];

/** The knot and the bow hanging below the button or standing forward of it; the band goes down to them. */
function bothLowered(y: number, z: number): ChangedEnds {
  const by = (c: Control, share: number): Control => ({ ...c, at: to(c.at.x, c.at.y + y * share, c.at.z + z * share) });
  const lowered = (end: Parts<string>): Parts<string> =>
    Object.fromEntries(
      Object.entries(end).map(([name, controls]) => [name, controls.map((c, k) => by(c, name === 'band' ? (BAND_LOWERED[k] ?? 1) : 1))]),
    );
  return { short: lowered, long: lowered };
}

/** The front layer of the front bow, crushed into creases between the loop and the flat end. */
function crushed(end: ShortEnd): Parts<string> {
  const layer = [...end.home, ...end.middle, ...end.tail];
  const creased = layer.flatMap((c, k): readonly Control[] => {
    const next = layer[k + 1];
    if (!next) return [c];
    return [0, 0.2, 0.4, 0.6, 0.8].map((share, i) => {
      const at = blend(c.at, next.at, share);
      return control(i % 2 === 1 ? to(at.x, at.y, at.z + 5.5) : at, c.outward, c.gatherRatio + (next.gatherRatio - c.gatherRatio) * share);
    });
  });
  return { ...end, home: [], middle: [], tail: creased };
}
