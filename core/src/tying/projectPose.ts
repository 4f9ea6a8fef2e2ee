import { blend, cross, distance, dot, isInside, unit, type Point3 } from '../geometry/index.ts';
import { CAP_CORNERS, capsuleOutline, handCapsules, outlineSides } from '../hands/handOutline.ts';
import { bodyParts, type BodyPart } from './body.ts';
import { USUAL_DRAWN_COLLAR, type DrawnCollar } from './measures.ts';
import { pointOf, type Pose } from './pose.ts';
import { boxOf, visibleOrder } from './visibleOrder.ts';

/** A place to look from. `towards` points from the knot to the eye; `up` is up in the picture, more or less. */
export interface ViewDirection {
  readonly towards: Point3;
  readonly up: Point3;
}

/** What a patch of a still shows, to colour it by; glass is not filled: a hand that would hide what the step is about. */
export type StillTone =
  'longOuter' | 'longInner' | 'shortOuter' | 'shortInner' | BodyPart['name'] | 'glove' | 'sleeve' | 'glass' | 'arrow' | 'arrowEdge';

/** A flat patch of a still, nearer ones later. Points in mm in the picture: x to the right, y down, the knot at the origin. */
export interface StillPatch {
  readonly tone: StillTone;
  /** How squarely the patch faces the eye, 0 to 1. */
  readonly light: number;
  readonly points: readonly (readonly [number, number])[];
  /** Which sides of the patch are edges of the cloth: the side from each such point to the next. */
  readonly edges: readonly number[];
}

/** A pose as it is seen from one side: patches from far to near, so that painting them in order hides what is hidden. */
export interface Still {
  readonly patches: readonly StillPatch[];
}

/** What of a pose goes into a still. */
export interface StillRequest {
  readonly pose: Pose;
  readonly knotAt: Point3;
  readonly collarRadiusMm: number;
  readonly collarDown: number;
  /** The collar that is drawn; a turned-down one where none is named. */
  readonly collar?: DrawnCollar;
  readonly view: ViewDirection;
  /** Whether neck, collar and shirt are drawn. */
  readonly withBody: boolean;
  /** Points of the hands that are drawn, as `handPoints` lays them out. */
  readonly hands?: readonly ArrayLike<number>[];
  /** Paths that arrows are drawn along, over everything else; dashed where cloth or collar lies before them. See `movementsOf`. */
  readonly arrows?: readonly (readonly Point3[])[];
  /** How many patches there are, and how finely they are compared. */
  readonly detail?: keyof typeof DETAILS;
}

/** The cloth is cut into this many patches across, and a patch spans this many nodes, so that their order from far to near is sound. */
const ACROSS = 4;
const ALONG = 2;

/** Projects a pose for paper or for a screen without depth of its own. Parallel projection; see {@link visibleOrder}. */
export function projectPose({
  pose,
  knotAt,
  collarRadiusMm,
  collarDown,
  collar = USUAL_DRAWN_COLLAR,
  view,
  withBody,
  hands = [],
  arrows = [],
  detail = 'full',
}: StillRequest): Still {
  const towards = unit(view.towards);
  const right = unit(cross(view.up, towards));
  const up = cross(towards, right);
  const see = (p: Point3): Seen => {
    const q = { x: p.x - knotAt.x, y: p.y - knotAt.y, z: p.z - knotAt.z };
    return { x: dot(q, right), y: -dot(q, up), depth: dot(q, towards) };
  };
  const isHidden = withBody && collarDown > 0.9 ? underLeaf(collarRadiusMm, collar) : (): boolean => false;
  const patches: PatchInDepth[] = [...clothPatches(pose, knotAt, see, towards, isHidden)];
  if (withBody)
    for (const part of bodyParts(collarRadiusMm, collarDown, collar))
      patches.push(...bodyPatches(part, see, towards, DETAILS[detail].every));
  for (const points of hands) patches.push(...handPatches(points, see, DETAILS[detail].pieces));
  const behind = patches.filter(({ tone }) => isBackdrop(tone)).sort((a, b) => middleDepth(a) - middleDepth(b));
  const before = patches.filter(({ tone }) => !isBackdrop(tone));
  const order = visibleOrder(
    before.map((each) => ({ points: each.points, depths: each.depths, isClear: each.tone === 'glass' })),
    // where there is neither cloth nor hand, nothing lies over anything
    boxOf(before.filter(({ tone }) => !(tone in BODY_BEHIND_MM))),
    DETAILS[detail].cellMm,
  );
  const solid = before.filter(({ tone }) => tone !== 'glass');
  const drawn = arrows.flatMap((path) => arrowPatches(path.map(see), solid));
  const shown = [...behind, ...order.flatMap((index) => before[index] ?? []), ...drawn];
  return { patches: shown.map(({ tone, light, points, edges }) => ({ tone, light, points, edges })) };
}

/** The shirt is behind all else wherever it is. */
const isBackdrop = (tone: StillTone): boolean => tone === 'shirt' || tone === 'placket';
const middleDepth = ({ depths }: PatchInDepth): number => depths.reduce((sum, depth) => sum + depth, 0) / depths.length;

/** A patch with how near each of its corners is. */
interface PatchInDepth extends StillPatch {
  readonly depths: readonly number[];
}

/** Nearer to the knot than this in the picture, a hand before it is only outlined, in mm. */
export const GLASSY_MM = 58;

function* handPatches(pointsMm: ArrayLike<number>, see: (p: Point3) => Seen, pieces: number): Generator<PatchInDepth> {
  const corners = pieces < DETAILS.full.pieces ? CAP_CORNERS.rough : CAP_CORNERS.fine;
  const sides = outlineSides(corners);
  for (const { from, to, fromRadiusMm, toRadiusMm, of, isTip } of handCapsules(pointsMm)) {
    for (let piece = 0; piece < pieces; piece += 1) {
      const [start, end] = [piece / pieces, (piece + 1) / pieces];
      const [a, b] = [see(blend(from, to, start)), see(blend(from, to, end))];
      const [ra, rb] = [start, end].map((share) => fromRadiusMm + (toRadiusMm - fromRadiusMm) * share) as [number, number];
      // the knot is at the origin of the picture
      const isGlass = a.depth + b.depth > 0 && Math.hypot((a.x + b.x) / 2, (a.y + b.y) / 2) < GLASSY_MM;
      const points = capsuleOutline([a.x, a.y], [b.x, b.y], ra, rb, corners);
      const length = Math.max(1e-9, (b.x - a.x) ** 2 + (b.y - a.y) ** 2);
      yield {
        tone: isGlass ? 'glass' : of === 'sleeve' ? 'sleeve' : 'glove',
        light: 1,
        edges: of === 'palm' ? [] : [...sides.flanks, ...(isTip && piece === pieces - 1 ? sides.end : [])],
        points,
        // what is seen of a finger is its near side
        depths: points.map(([x, y]) => {
          const along = Math.min(1, Math.max(0, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / length));
          return a.depth + along * (b.depth - a.depth) + (of === 'palm' ? 0 : 0.6 * Math.min(ra, rb));
        }),
      };
    }
  }
}

interface Seen {
  readonly x: number;
  readonly y: number;
  readonly depth: number;
}

/** Whether a point of the band is covered by the leaf that is turned down over it. */
const underLeaf =
  (collarRadiusMm: number, { style }: DrawnCollar) =>
  ({ x, z }: Point3): boolean => {
    // nothing covers the band of a collar without a leaf
    if (style === 'wing' || style === 'band') return false;
    const back = z + collarRadiusMm;
    return Math.hypot(x, back) < collarRadiusMm + 3.5 && Math.abs(Math.atan2(x, back)) > 0.3;
  };

const WRAP_REACH_MM = 13;

function* clothPatches(
  pose: Pose,
  knotAt: Point3,
  see: (p: Point3) => Seen,
  towards: Point3,
  isHidden: (p: Point3) => boolean,
): Generator<PatchInDepth> {
  for (let node = 0; node + 1 < pose.nodeCount; node += ALONG) {
    const next = Math.min(pose.nodeCount - 1, node + ALONG);
    if (isHidden(pointOf(pose.centreMm, node))) continue;
    const facing = dot(pointOf(pose.outward, node), towards);
    // the wrap of the long end encloses what is in the knot, however closely it is pressed
    const isWrap = node > pose.backNode && distance(pointOf(pose.centreMm, node), knotAt) < WRAP_REACH_MM;
    const pressed = isWrap ? 4 * facing : 0;
    const end = node < pose.backNode ? 'short' : 'long';
    const tone: StillTone = `${end}${facing > 0 ? 'Outer' : 'Inner'}`;
    for (let k = 0; k < ACROSS; k += 1) {
      const [from, to] = [-1 + (2 * k) / ACROSS, -1 + (2 * (k + 1)) / ACROSS];
      const corners = [place(pose, node, from), place(pose, next, from), place(pose, next, to), place(pose, node, to)].map(see);
      const edges = [
        ...(k === 0 ? [0] : []),
        ...(next === pose.nodeCount - 1 ? [1] : []),
        ...(k === ACROSS - 1 ? [2] : []),
        ...(node === 0 ? [3] : []),
      ];
      const seen = patch(corners);
      yield { tone, light: Math.abs(facing), edges, points: seen.points, depths: seen.depths.map((depth) => depth + pressed) };
    }
  }
}

function place(pose: Pose, node: number, share: number): Point3 {
  const [centre, across] = [pointOf(pose.centreMm, node), pointOf(pose.across, node)];
  const out = share * (pose.halfWidthMm[node] ?? 0);
  return { x: centre.x + out * across.x, y: centre.y + out * across.y, z: centre.z + out * across.z };
}

const patch = (corners: readonly Seen[]): Pick<PatchInDepth, 'points' | 'depths'> => ({
  points: corners.map(({ x, y }) => [x, y] as const),
  depths: corners.map(({ depth }) => depth),
});

/**
 * How many of the body's patches are drawn as one, each way, and how many pieces a bone is drawn in, so that one end of it may lie before
 * cloth and the other behind.
 */
const DETAILS = {
  full: { every: 1, pieces: 3, cellMm: 1.4 },
  paper: { every: 3, pieces: 2, cellMm: 3.5 },
  small: { every: 2, pieces: 1, cellMm: 1.6 },
  sent: { every: 3, pieces: 1, cellMm: 1.6 },
} as const;

/** Cloth lies on the body: the parts of it that face the eye are taken as further off than they are, the shirt as furthest of all. */
const BODY_BEHIND_MM = { leg: 7, neck: 4, stand: 7, leaf: 1, shirt: 1000, placket: 990, button: 2 } as const;

/** Of the body only edges of the leaf, of the placket and of buttons are drawn: white on white, they are what is seen of it. */
function edgesSeen(name: BodyPart['name'], isLast: boolean, isLeft: boolean, isRight: boolean): readonly number[] {
  if (name === 'leaf') return [...(isLast ? [2] : []), ...(isLeft ? [3] : [])];
  if (name === 'placket') return [...(isRight ? [1] : []), ...(isLeft ? [3] : [])];
  return name === 'button' && isLast ? [0] : [];
}

function* bodyPatches(
  { name, rows, columns, pointsMm }: BodyPart,
  see: (p: Point3) => Seen,
  towards: Point3,
  most: number,
): Generator<PatchInDepth> {
  // what has few rows or columns loses none of them
  const [down, aside] = [rows > 2 * most + 2 ? most : 1, columns > 2 * most + 2 ? most : 1];
  const at = (row: number, column: number): Point3 => pointOf(pointsMm, row * columns + column);
  for (let row = 0; row + 1 < rows; row += down) {
    for (let column = 0; column + 1 < columns; column += aside) {
      const [below, beside] = [Math.min(rows - 1, row + down), Math.min(columns - 1, column + aside)];
      const corners = [at(row, column), at(row, beside), at(below, beside), at(below, column)] as const;
      const normal = cross(
        { x: corners[1].x - corners[3].x, y: corners[1].y - corners[3].y, z: corners[1].z - corners[3].z },
        { x: corners[2].x - corners[0].x, y: corners[2].y - corners[0].y, z: corners[2].z - corners[0].z },
      );
      const size = Math.sqrt(dot(normal, normal));
      if (size < 1e-9) continue;
      const seen = patch(corners.map(see));
      yield {
        tone: name,
        light: Math.abs(dot(normal, towards)) / size,
        edges: edgesSeen(name, below === rows - 1, column === 0, beside === columns - 1),
        points: seen.points,
        depths: seen.depths.map((depth) => depth - BODY_BEHIND_MM[name]),
      };
    }
  }
}

/** Half the breadth of an arrow's shaft and of its head, how long the head is, and the light edge about both, in mm. */
const ARROW = { shaftMm: 1.5, headMm: 5, headLongMm: 9, edgeMm: 1 } as const;
/** Cloth that is nearer to the eye than the arrow by more than this hides it, in mm. */
const HIDES_MM = 6;
/** A hidden stretch is drawn and left out by turns of so many pieces of its path. */
const DASH = 2;

/** An arrow along a path as it is seen: its edge first, then the arrow itself. */
function arrowPatches(path: readonly Seen[], solid: readonly PatchInDepth[]): readonly StillPatch[] {
  const neck = neckOfHead(path);
  const tip = path[path.length - 1];
  const head = path[neck];
  if (!tip || !head || neck < 1) return [];
  const pieces = path.slice(0, neck).flatMap((from, k): readonly (readonly [Seen, Seen])[] => {
    const to = path[k + 1];
    const isGap = to && Math.floor(k / DASH) % 2 === 1 && isBehind(midOf(from, to), solid);
    return to && !isGap ? [[from, to]] : [];
  });
  const outline = (wider: number): readonly (readonly (readonly [number, number])[])[] => [
    ...pieces.map(([from, to]) => capsuleOutline([from.x, from.y], [to.x, to.y], ARROW.shaftMm + wider, ARROW.shaftMm + wider, 4)),
    headOutline(head, tip, wider),
  ];
  const drawn = (tone: StillTone, wider: number): readonly StillPatch[] =>
    outline(wider).map((points) => ({ tone, light: 1, points, edges: [] }));
  return [...drawn('arrowEdge', ARROW.edgeMm), ...drawn('arrow', 0)];
}

/** Index of the path's point where the head begins. */
function neckOfHead(path: readonly Seen[]): number {
  const tip = path[path.length - 1];
  let neck = path.length - 1;
  while (neck > 0 && tip && Math.hypot((path[neck]?.x ?? 0) - tip.x, (path[neck]?.y ?? 0) - tip.y) < ARROW.headLongMm) neck -= 1;
  return neck;
}

function headOutline(from: Seen, tip: Seen, wider: number): readonly (readonly [number, number])[] {
  const length = Math.max(1e-6, Math.hypot(tip.x - from.x, tip.y - from.y));
  const [dx, dy] = [(tip.x - from.x) / length, (tip.y - from.y) / length];
  const half = ARROW.headMm + 1.4 * wider;
  const [bx, by] = [tip.x - (ARROW.headLongMm + wider) * dx, tip.y - (ARROW.headLongMm + wider) * dy];
  return [
    [tip.x + 2 * wider * dx, tip.y + 2 * wider * dy],
    [bx - half * dy, by + half * dx],
    [bx + half * dy, by - half * dx],
  ];
}

const midOf = (a: Seen, b: Seen): Seen => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, depth: (a.depth + b.depth) / 2 });

/** Whether a patch lies before a place in the picture. */
const isBehind = ({ x, y, depth }: Seen, solid: readonly PatchInDepth[]): boolean =>
  solid.some((each) => middleDepth(each) > depth + HIDES_MM && isInside([x, y], each.points));
