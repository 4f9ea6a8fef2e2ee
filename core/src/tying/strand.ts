import { add, cross, dot, scale, subtract, type Point3, blend, catmullRom, distance, unit } from '../geometry/index.ts';

/** A point that a strand of cloth is led through. */
export interface Control {
  /** Place in the wearer's frame, in mm: x to the wearer's left, y up, z forwards; the collar button is the origin. */
  readonly at: Point3;
  /** Direction that the outer face of the cloth looks in; it need not have length 1. */
  readonly outward: Point3;
  /** Gathered width over flat width, 1 where the cloth lies flat. */
  readonly gatherRatio: number;
}

/** One half of the strip, from the middle of the back of the neck to its tip and beyond: what is beyond is not used. */
export type Strand = readonly Control[];

/** A strand as a fine polyline with the length run so far, in mm. */
export interface SampledStrand {
  readonly points: readonly Point3[];
  /** Direction of the cloth's width, nearly at a right angle to the strand. */
  readonly across: readonly Point3[];
  readonly gather: readonly number[];
  readonly runMm: readonly number[];
}

/** Pieces that each stretch between two controls is drawn in: chords of a turn of 3 mm radius are then short by less than 1 %. */
const PIECES = 10;

/**
 * Runs a centripetal Catmull–Rom curve through the controls of a strand (Yuksel, Schaefer & Keyser 2011, from memory: it
 * neither overshoots nor makes cusps where controls lie at unequal distances).
 */
export function sampleStrand(controls: Strand): SampledStrand {
  const points: Point3[] = [];
  const across: Point3[] = [];
  const gather: number[] = [];
  const runMm: number[] = [];
  let run = 0;
  const widths = controls.map((_, k) => widthAtControl(controls, k));
  for (let k = 0; k + 1 < controls.length; k += 1) {
    const [b, c] = [at(controls, k), at(controls, k + 1)];
    const [a, d] = [before(controls, k), after(controls, k + 1)];
    const curve = catmullRom(a, b.at, c.at, d);
    const isLast = k + 2 === controls.length;
    for (let i = 0; i < PIECES + (isLast ? 1 : 0); i += 1) {
      const t = i / PIECES;
      const point = curve(t);
      const previous = points[points.length - 1];
      if (previous) run += distance(previous, point);
      const eased = t * t * (3 - 2 * t);
      points.push(point);
      across.push(blend(widths[k] ?? UP, widths[k + 1] ?? UP, eased));
      gather.push(b.gatherRatio + (c.gatherRatio - b.gatherRatio) * eased);
      runMm.push(run);
    }
  }
  return { points, across, gather, runMm };
}

const at = (controls: Strand, k: number): Control => {
  const control = controls[k];
  if (!control) throw new RangeError(`a strand has no control ${k}`);
  return control;
};

const UP: Point3 = { x: 0, y: 1, z: 0 };

/** What lies before a control: at the back of the neck the other half of the strip, which mirrors this one. */
function before(controls: Strand, k: number): Point3 {
  if (k > 0) return at(controls, k - 1).at;
  const { x, y, z } = at(controls, 1).at;
  return { x: -x, y, z };
}

const after = (controls: Strand, k: number): Point3 =>
  k + 1 < controls.length ? at(controls, k + 1).at : subtract(scale(at(controls, k).at, 2), at(controls, k - 1).at);

/** Direction of the cloth's width at a control, from where the strand runs there and where the cloth's outer face looks. */
function widthAtControl(controls: Strand, k: number): Point3 {
  const [p, q, r] = [before(controls, k), at(controls, k), after(controls, k)];
  const [into, out] = [unit(subtract(q.at, p)), unit(subtract(r, q.at))];
  const along = add(into, out);
  return widthDirection(dot(along, along) < 1e-6 ? out : along, q.outward) ?? UP;
}

/** What lies at one length along a strand. */
export interface StrandSpot {
  readonly point: Point3;
  readonly across: Point3;
  readonly along: Point3;
  readonly gather: number;
}

/** Walks along a strand: spots at lengths that must not decrease. Beyond the last control it goes on straight. @throws RangeError for a strand of fewer than two points. */
export function walkStrand({ points, across, gather, runMm }: SampledStrand): (lengthMm: number) => StrandSpot {
  let i = 0;
  const last = points.length - 1;
  return (lengthMm) => {
    while (i < last - 1 && (runMm[i + 1] ?? Infinity) < lengthMm) i += 1;
    const [p, q] = [points[i], points[i + 1]];
    const [from, to] = [across[i], across[i + 1]];
    const [start, end] = [runMm[i] ?? 0, runMm[i + 1] ?? 0];
    if (!p || !q || !from || !to) throw new RangeError('a strand has at least two points');
    const share = end > start ? (lengthMm - start) / (end - start) : 0;
    const held = Math.min(1, share);
    const along = unit(subtract(q, p));
    return {
      point: blend(p, q, share),
      across: upright(blend(from, to, held), along),
      along,
      gather: (gather[i] ?? 1) * (1 - held) + (gather[i + 1] ?? 1) * held,
    };
  };
}

/** The part of `a` at a right angle to `along`, with length 1. */
function upright(a: Point3, along: Point3): Point3 {
  const part = subtract(a, scale(along, dot(a, along)));
  const size = Math.sqrt(dot(part, part));
  return size < 1e-6 ? UP : scale(part, 1 / size);
}

/** Direction of the cloth's width where it runs along `along` and its outer face looks `outward`; null where the two lie on one line. */
export function widthDirection(along: Point3, outward: Point3): Point3 | null {
  const across = cross(along, outward);
  const size = Math.sqrt(dot(across, across));
  return size < 1e-6 ? null : scale(across, 1 / size);
}

/** Length of a strand from its start to one of its controls, in mm. */
export function runToControl(controls: Strand, index: number): number {
  return sampleStrand(controls.slice(0, index + 2)).runMm[index * PIECES] ?? 0;
}
