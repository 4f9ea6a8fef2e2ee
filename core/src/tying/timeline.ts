import { add, scale, type Point3, ORIGIN } from '../geometry/index.ts';
import type { PosedStrip } from './pose.ts';
import type { Control, Strand } from './strand.ts';

/** Lays that are worth a picture, by what is done in them. */
export type KeyPose =
  | 'draped'
  | 'leadSet'
  | 'crossed'
  | 'upBehind'
  | 'halfKnot'
  | 'parked'
  | 'frontBow'
  | 'dropped'
  | 'passage'
  | 'pinched'
  | 'turnedAside'
  | 'foldHeld'
  | 'foldThrough'
  | 'twoLoops'
  | 'drawnUp'
  | 'even'
  | 'takenIn'
  | 'finished';

/** A moment of a step at which the lay of the strip is given. */
export interface Frame {
  /** 0 at the step's beginning, 1 at its end. */
  readonly share: number;
  readonly strip: PosedStrip;
  /** Null where the strip is only on its way. */
  readonly key: KeyPose | null;
  /** How far the collar is turned down, 0 to 1. */
  readonly collarDown: number;
  /** Whether the strip comes to rest here, as it does while hands change. */
  readonly rests: boolean;
}

/** Lay of the strip between the frames of a step: an even motion that rests at both ends of the step, and at frames where it is to rest, and passes the others. @throws RangeError where there is no frame, or where frames cannot be led into one another. */
export function poseBetween(frames: readonly Frame[], share: number): { readonly strip: PosedStrip; readonly collarDown: number } {
  const held = Math.min(1, Math.max(0, share));
  let i = 0;
  while (i + 2 < frames.length && (frames[i + 1]?.share ?? 1) <= held) i += 1;
  const [from, to] = [frames[i], frames[i + 1]];
  if (!from) throw new RangeError('a step has at least one frame');
  if (!to) return from;
  const weights = hermite(frames, i, (held - from.share) / (to.share - from.share));
  const parts = weights.map(([k, weight]) => ({ frame: frames[k] ?? from, weight }));
  return {
    collarDown: sum(parts, ({ collarDown }) => collarDown),
    strip: {
      leadMm: sum(parts, ({ strip }) => strip.leadMm),
      knotAt: parts.reduce((total, { frame, weight }) => add(total, scale(frame.strip.knotAt, weight)), ORIGIN),
      short: mixStrands(parts.map(({ frame, weight }) => ({ strand: frame.strip.short, weight }))),
      long: mixStrands(parts.map(({ frame, weight }) => ({ strand: frame.strip.long, weight }))),
    },
  };
}

interface Part {
  readonly frame: Frame;
  readonly weight: number;
}

const sum = (parts: readonly Part[], of: (frame: Frame) => number): number =>
  parts.reduce((total, { frame, weight }) => total + weight * of(frame), 0);

/** Weights of the frames in a cubic that has no speed at the first and the last of them. */
function hermite(frames: readonly Frame[], i: number, t: number): readonly (readonly [number, number])[] {
  const at = (k: number): number => frames[k]?.share ?? 0;
  const span = at(i + 1) - at(i);
  const [t2, t3] = [t * t, t * t * t];
  const weights = new Map<number, number>([
    [i, 2 * t3 - 3 * t2 + 1],
    [i + 1, 3 * t2 - 2 * t3],
  ]);
  const addSpeed = (k: number, factor: number): void => {
    if (k <= 0 || k >= frames.length - 1 || frames[k]?.rests) return;
    const rate = (factor * span) / (at(k + 1) - at(k - 1));
    weights.set(k + 1, (weights.get(k + 1) ?? 0) + rate);
    weights.set(k - 1, (weights.get(k - 1) ?? 0) - rate);
  };
  addSpeed(i, t3 - 2 * t2 + t);
  addSpeed(i + 1, t3 - t2);
  return [...weights];
}

/** @throws RangeError where the strands have not as many controls each. */
function mixStrands(parts: readonly { readonly strand: Strand; readonly weight: number }[]): Strand {
  const [first] = parts;
  if (!first) return [];
  const uneven = parts.find(({ strand }) => strand.length !== first.strand.length);
  if (uneven) throw new RangeError(unlike(first.strand, uneven.strand));
  return first.strand.map((_, k): Control => {
    const mix = (of: (control: Control) => Point3): Point3 =>
      parts.reduce((total, { strand, weight }) => {
        const control = strand[k];
        return control ? add(total, scale(of(control), weight)) : total;
      }, ORIGIN);
    const gather = parts.reduce((total, { strand, weight }) => total + weight * (strand[k]?.gatherRatio ?? 1), 0);
    return { at: mix((c) => c.at), outward: mix((c) => c.outward), gatherRatio: Math.min(1, Math.max(0.2, gather)) };
  });
}

const unlike = (a: Strand, b: Strand): string => `frames of a step have as many controls each, not ${a.length} and ${b.length}`;

/**
 * The frames of a step, once it is certain that the strip can be led from each to the next.
 * @throws RangeError where there is none, where a strand has not as many controls in all of them, or where they do not come in order.
 */
export function soundFrames(frames: readonly Frame[]): readonly Frame[] {
  const [first] = frames;
  if (!first) throw new RangeError('a step has at least one frame');
  for (const [i, { share, strip }] of frames.entries()) {
    if (i > 0 && share <= (frames[i - 1]?.share ?? 0))
      throw new RangeError(`frames of a step come in order, not ${share} after ${frames[i - 1]?.share}`);
    for (const end of ['short', 'long'] as const)
      if (strip[end].length !== first.strip[end].length) throw new RangeError(unlike(first.strip[end], strip[end]));
  }
  return frames;
}
