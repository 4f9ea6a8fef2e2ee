import { BufferAttribute, BufferGeometry, Color } from 'three';
import { NODE_NUMBERS } from '../bakedPoses.ts';

/** Points across the cloth, on each of its faces. */
const ACROSS = 9;
const RING = 2 * ACROSS;
/** Within this of the knot the cloth is pressed flat; beyond the second it falls in its own folds, in mm. */
const PRESSED_MM = [9, 24] as const;

/** Colours of the strip: each end's outer face and lining. */
export interface ClothColours {
  readonly long: string;
  readonly longLining: string;
  readonly short: string;
  readonly shortLining: string;
  /** Stripes along the cloth, or none. */
  readonly stripe: string | null;
}

/** The strip as a closed band of triangles that can be laid anew every frame. The short end is group 0, the long end group 1. */
export interface RibbonGeometry {
  readonly geometry: BufferGeometry;
  /** Lays the strip by a moment's numbers; `knotAt` is where the cloth is pressed. */
  readonly lay: (packed: Float32Array, knotAt: readonly [number, number, number]) => void;
  readonly paint: (colours: ClothColours) => void;
}

export function ribbonGeometry(nodeCount: number, backNode: number, thicknessMm: number, spacingMm: number): RibbonGeometry {
  const vertexCount = nodeCount * RING;
  const positions = new BufferAttribute(new Float32Array(3 * vertexCount), 3);
  const normals = new BufferAttribute(new Float32Array(3 * vertexCount), 3);
  const colours = new BufferAttribute(new Float32Array(3 * vertexCount), 3);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', positions);
  geometry.setAttribute('normal', normals);
  geometry.setAttribute('color', colours);
  geometry.setAttribute('uv', weaveCoordinates(nodeCount, spacingMm));
  const index: number[] = [];
  for (let node = 0; node + 1 < nodeCount; node += 1) {
    for (let k = 0; k < RING; k += 1) {
      const [a, b] = [node * RING + k, node * RING + ((k + 1) % RING)];
      index.push(a, b, a + RING, b, b + RING, a + RING);
    }
  }
  geometry.setIndex(index);
  const perNode = 6 * RING;
  geometry.addGroup(0, backNode * perNode, 0);
  geometry.addGroup(backNode * perNode, (nodeCount - 1 - backNode) * perNode, 1);
  // the strip moves about; it is never far from the knot
  geometry.boundingSphere = null;

  const halfMm = thicknessMm / 2;
  const lay = (packed: Float32Array, [kx, ky, kz]: readonly [number, number, number]): void => {
    const p = positions.array as Float32Array;
    const n = normals.array as Float32Array;
    for (let node = 0; node < nodeCount; node += 1) {
      const at = NODE_NUMBERS * node;
      const [cx, cy, cz] = [packed[at] ?? 0, packed[at + 1] ?? 0, packed[at + 2] ?? 0];
      const [ax, ay, az] = [packed[at + 3] ?? 0, packed[at + 4] ?? 0, packed[at + 5] ?? 0];
      const [ox, oy, oz] = [packed[at + 6] ?? 0, packed[at + 7] ?? 0, packed[at + 8] ?? 0];
      const w = packed[at + 9] ?? 0;
      const gather = Math.max(0.3, packed[at + 10] ?? 1);
      const away = Math.hypot(cx - kx, cy - ky, cz - kz);
      const free = Math.min(1, Math.max(0, (away - PRESSED_MM[0]) / (PRESSED_MM[1] - PRESSED_MM[0])));
      // gathered cloth keeps its width in folds across
      const fold = free * Math.min(2.4, 0.16 * w * Math.sqrt(1 / (gather * gather) - 1));
      for (let k = 0; k < ACROSS; k += 1) {
        const u = U[k] ?? 0;
        const wave = fold * (WAVE[k] ?? 0);
        const slope = w > 0.1 ? (fold * (SLOPE[k] ?? 0)) / w : 0;
        // the edges are turned in a little, as seams are: they catch the light
        const rolled = ROLLED[k] ?? 0;
        const tilt = rolled - slope;
        const size = 1 / Math.sqrt(1 + tilt * tilt);
        const beneath = rolled + slope;
        const underSize = 1 / Math.sqrt(1 + beneath * beneath);
        const half = halfMm * (THIN[k] ?? 1);
        const top = 3 * (node * RING + k);
        const under = 3 * (node * RING + (RING - 1 - k));
        const out = u * w;
        const [x, y, z] = [cx + out * ax + wave * ox, cy + out * ay + wave * oy, cz + out * az + wave * oz];
        p[top] = x + half * ox;
        p[top + 1] = y + half * oy;
        p[top + 2] = z + half * oz;
        p[under] = x - half * ox;
        p[under + 1] = y - half * oy;
        p[under + 2] = z - half * oz;
        n[top] = (ox + tilt * ax) * size;
        n[top + 1] = (oy + tilt * ay) * size;
        n[top + 2] = (oz + tilt * az) * size;
        n[under] = (beneath * ax - ox) * underSize;
        n[under + 1] = (beneath * ay - oy) * underSize;
        n[under + 2] = (beneath * az - oz) * underSize;
      }
    }
    positions.needsUpdate = true;
    normals.needsUpdate = true;
  };

  const paint = (cloth: ClothColours): void => {
    const faces = [
      [new Color(cloth.short), new Color(cloth.shortLining)],
      [new Color(cloth.long), new Color(cloth.longLining)],
    ] as const;
    const stripe = cloth.stripe === null ? null : new Color(cloth.stripe);
    const mixed = new Color();
    for (let node = 0; node < nodeCount; node += 1) {
      const [outer, lining] = faces[node < backNode ? 0 : 1];
      for (let k = 0; k < ACROSS; k += 1) {
        const isEdge = k === 0 || k === ACROSS - 1;
        const isStripe = stripe !== null && Math.floor((node + 3 * k) / 6) % 2 === 0;
        mixed.copy(isStripe ? stripe : outer).multiplyScalar(isEdge ? EDGE_SHADE : 1);
        mixed.toArray(colours.array, 3 * (node * RING + k));
        mixed.copy(lining).multiplyScalar(isEdge ? EDGE_SHADE : 1);
        mixed.toArray(colours.array, 3 * (node * RING + (RING - 1 - k)));
      }
    }
    colours.needsUpdate = true;
  };
  return { geometry, lay, paint };
}

/** How far the normals of the edges lean outwards, and how much thinner the cloth is there. */
const ROLLED_EDGE = 1.1;
const ROLLED_IN = 0.55;

/** What depends on the place across alone: the place itself, the folds of gathered cloth and their slope, the rolled edge. */
const across = (of: (u: number) => number): Float64Array =>
  Float64Array.from({ length: ACROSS }, (_, k) => of(-1 + (2 * k) / (ACROSS - 1)));
const U = across((u) => u);
const WAVE = across((u) => Math.cos(2.5 * Math.PI * u));
const SLOPE = across((u) => -2.5 * Math.PI * Math.sin(2.5 * Math.PI * u));
const ROLLED = across((u) => ROLLED_EDGE * u ** 5);
const THIN = across((u) => 1 - ROLLED_IN * u ** 4);

/** So many mm of cloth are one repeat of its weave. */
const WEAVE_MM = 9;

/** Where on its weave each point of the cloth lies: across it by a fixed width, so that the weave is not stretched where it widens. */
function weaveCoordinates(nodeCount: number, spacingMm: number): BufferAttribute {
  const uv = new Float32Array(2 * nodeCount * RING);
  for (let node = 0; node < nodeCount; node += 1)
    for (let k = 0; k < RING; k += 1) {
      const across = k < ACROSS ? k : RING - 1 - k;
      uv[2 * (node * RING + k)] = (across * WOVEN_MM) / (ACROSS - 1) / WEAVE_MM;
      uv[2 * (node * RING + k) + 1] = (node * spacingMm) / WEAVE_MM;
    }
  return new BufferAttribute(uv, 2);
}
const WOVEN_MM = 54;

/** The edges are drawn darker, so that layers of one colour can be told apart. */
const EDGE_SHADE = 0.72;
