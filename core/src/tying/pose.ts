import { widthAt, type WidthProfile } from '../strip/index.ts';
import { cross, scale, type Point3 } from '../geometry/index.ts';
import { sampleStrand, walkStrand, type Strand, type StrandSpot } from './strand.ts';

/**
 * The strip in space at one moment, at even distances along it from the short end's tip to the long end's. Arrays of three
 * numbers a node: x to the wearer's left, y up, z forwards, in mm, the collar button being the origin.
 */
export interface Pose {
  readonly nodeCount: number;
  /** Strip between two nodes, in mm. */
  readonly spacingMm: number;
  readonly centreMm: Float32Array;
  /** Unit direction of the cloth's width. */
  readonly across: Float32Array;
  /** Unit direction that the outer face looks in. */
  readonly outward: Float32Array;
  /** Half the width that the cloth has here, gathered where the knot squeezes it. */
  readonly halfWidthMm: Float32Array;
  /** Gathered over flat width, 1 where it lies flat. */
  readonly gather: Float32Array;
  /** Node at the middle of the neck's back: nodes below it are the short end's. */
  readonly backNode: number;
}

/** Both halves of a strip, laid. */
export interface PosedStrip {
  readonly short: Strand;
  readonly long: Strand;
  /** Long end's hang less the short end's: by half of it the middle of the strip lies off the middle of the back. */
  readonly leadMm: number;
  /** Middle of the knot, or of the crossing that it is made of: what lies within 20 mm of it is pressed together. */
  readonly knotAt: Point3;
}

/** Distance of the nodes of a pose, in mm, about: fine enough for a turn of 3 mm radius. */
export const NODE_SPACING_MM = 2;

/** What a pose needs of a tie. */
export interface PosedTie {
  readonly profile: WidthProfile;
  /** Tip to tip, as it is worn. */
  readonly setMm: number;
  /** How much longer the band is just now: its cloth is shown spread over that length. */
  readonly letOutMm?: number;
}

/**
 * Lays a strip along its two strands, each length of cloth on the same length of curve: nothing stretches. What a strand
 * has beyond its tip is left over; a strand that is too short goes on straight.
 */
export function poseStrip(
  { profile, setMm, letOutMm = 0 }: PosedTie,
  { short, long, leadMm }: PosedStrip,
  spacingMm = NODE_SPACING_MM,
): Pose {
  const nodeCount = Math.round(setMm / spacingMm) + 1;
  const step = setMm / (nodeCount - 1);
  const shortMm = (setMm - leadMm) / 2;
  const backNode = Math.round(shortMm / step);
  const pose: Pose = {
    nodeCount,
    spacingMm: step,
    centreMm: new Float32Array(3 * nodeCount),
    across: new Float32Array(3 * nodeCount),
    outward: new Float32Array(3 * nodeCount),
    halfWidthMm: new Float32Array(nodeCount),
    gather: new Float32Array(nodeCount),
    backNode,
  };
  // nodes are numbered from the short tip: the strip runs against the short strand, and its width turns with it
  const put = (node: number, spot: StrandSpot, half: 1 | -1): void => {
    const fromTipMm = Math.min(node * step, setMm - node * step);
    write(pose.centreMm, node, spot.point);
    write(pose.across, node, scale(spot.across, half));
    write(pose.outward, node, cross(spot.across, spot.along));
    pose.gather[node] = spot.gather;
    pose.halfWidthMm[node] = (spot.gather * widthAt(profile, profile.bladeLengthMm - fromTipMm)) / 2;
  };
  const [onShort, onLong] = [walkStrand(sampleStrand(short)), walkStrand(sampleStrand(long))];
  // what is let out lies in the band, half of it on either side of the neck's back
  const bandMm = Math.max(1, setMm / 2 - profile.bladeLengthMm - Math.abs(leadMm) / 2);
  const along = (fromBackMm: number): number => fromBackMm + (letOutMm / 2) * Math.min(1, fromBackMm / bandMm);
  for (let node = Math.min(nodeCount - 1, Math.floor(shortMm / step)); node >= 0; node -= 1) {
    put(node, onShort(along(shortMm - node * step)), -1);
  }
  for (let node = Math.floor(shortMm / step) + 1; node < nodeCount; node += 1) {
    put(node, onLong(along(node * step - shortMm)), 1);
  }
  return pose;
}

function write(array: Float32Array, node: number, { x, y, z }: Point3): void {
  array[3 * node] = x;
  array[3 * node + 1] = y;
  array[3 * node + 2] = z;
}

/** Three numbers of a node as a point. */
export const pointOf = (array: Float32Array, node: number): Point3 => ({
  x: array[3 * node] ?? 0,
  y: array[3 * node + 1] ?? 0,
  z: array[3 * node + 2] ?? 0,
});
