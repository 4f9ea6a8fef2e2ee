/** A flat convex patch of a picture, and how near each of its corners is to the eye: more is nearer. */
export interface SeenPatch {
  readonly points: readonly (readonly [number, number])[];
  readonly depths: readonly number[];
  /** Whether what lies behind it is seen all the same. */
  readonly isClear: boolean;
}

/** Size of a cell of the raster that patches are compared on, in the picture's unit (mm): less than the thinnest thing drawn. */
const CELL_MM = 1;
/** So that a pair of them is one 32-bit number. */
const MOST_PATCHES = 65_000;

/**
 * Order in which patches hide one another as they do in truth. Middles alone mislead where a long patch lies beside a short one, so
 * patches are compared in each cell of a raster that both cover; who is nearer in most of their common cells is painted later
 * (a topological sort of what lies over what; where patches lie over one another in a ring, the furthest of them is painted first).
 *
 * @param box part of the picture that they are compared in; outside it they are sorted by their middles.
 * @param cellMm size of a cell of the raster.
 * @returns patches by their number, from far to near; those that nothing is seen of are left out.
 * @throws RangeError where there are more than 65,000 patches, or a patch has not one depth for each corner.
 */
export function visibleOrder(patches: readonly SeenPatch[], box = boxOf(patches), cellMm = CELL_MM): readonly number[] {
  if (patches.length > MOST_PATCHES) throw new RangeError(`at most ${MOST_PATCHES} patches are sorted, not ${patches.length}`);
  const middles = Float64Array.from(patches, ({ points, depths }) => {
    if (points.length !== depths.length)
      throw new RangeError(`a patch of ${points.length} corners has as many depths, not ${depths.length}`);
    return depths.reduce((sum, depth) => sum + depth, 0) / Math.max(1, depths.length);
  });
  const cells = coverOf(patches, cellMm, box);
  const order = sorted(middles, votesOf(cells, patches.length));
  return withoutHidden(order, cells, patches, cellMm);
}

/** A part of the picture, in mm. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The part that patches lie in. */
export function boxOf(patches: readonly Pick<SeenPatch, 'points'>[]): Box {
  let left = Infinity;
  let top = Infinity;
  let right = -Infinity;
  let bottom = -Infinity;
  for (const { points } of patches)
    for (const point of points) {
      const x = point[0];
      const y = point[1];
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
  return { left, top, right, bottom };
}

/** What covers each cell: `patch[k]` at `depth[k]` for k from `first[cell]` to `first[cell + 1]`. */
interface Cover {
  readonly first: Uint32Array;
  readonly patch: Uint32Array;
  readonly depth: Float32Array;
  /** Cells that each patch covers. */
  readonly size: Uint32Array;
}

function coverOf(patches: readonly SeenPatch[], cellMm: number, { left, top, right, bottom }: Box): Cover {
  const columns = Math.max(1, Math.ceil((right - left) / cellMm));
  const rows = Math.max(1, Math.ceil((bottom - top) / cellMm));
  const hits = HITS;
  hits.count = 0;
  for (const [index, patch] of patches.entries()) fill(patch, index, { left, top, cellMm, columns, rows }, hits);
  const first = new Uint32Array(columns * rows + 1);
  const size = new Uint32Array(patches.length);
  for (let hit = 0; hit < hits.count; hit += 1) {
    const cell = hits.cell[hit] ?? 0;
    const index = hits.patch[hit] ?? 0;
    first[cell + 1] = (first[cell + 1] ?? 0) + 1;
    size[index] = (size[index] ?? 0) + 1;
  }
  for (let cell = 1; cell < first.length; cell += 1) first[cell] = (first[cell] ?? 0) + (first[cell - 1] ?? 0);
  const next = first.slice();
  const [patch, depth] = [new Uint32Array(hits.count), new Float32Array(hits.count)];
  for (let hit = 0; hit < hits.count; hit += 1) {
    // nearer ones later, within a cell
    const cell = hits.cell[hit] ?? 0;
    const at = hits.depth[hit] ?? 0;
    const from = first[cell] ?? 0;
    let k = next[cell] ?? 0;
    next[cell] = k + 1;
    for (; k > from && (depth[k - 1] ?? 0) > at; k -= 1) {
      depth[k] = depth[k - 1] ?? 0;
      patch[k] = patch[k - 1] ?? 0;
    }
    depth[k] = at;
    patch[k] = hits.patch[hit] ?? 0;
  }
  return { first, patch, depth, size };
}

/** What covers which cell, as it is found. */
class Hits {
  count = 0;
  cell = new Uint32Array(1 << 16);
  patch = new Uint32Array(1 << 16);
  depth = new Float32Array(1 << 16);

  add(cell: number, patch: number, depth: number): void {
    if (this.count === this.cell.length) this.grow();
    this.cell[this.count] = cell;
    this.patch[this.count] = patch;
    this.depth[this.count] = depth;
    this.count += 1;
  }

  private grow(): void {
    const [cell, patch, depth] = [this.cell, this.patch, this.depth];
    this.cell = new Uint32Array(2 * cell.length);
    this.patch = new Uint32Array(2 * cell.length);
    this.depth = new Float32Array(2 * cell.length);
    this.cell.set(cell);
    this.patch.set(patch);
    this.depth.set(depth);
  }
}

/** Working room, used again and again. */
const HITS = new Hits();

interface Raster {
  readonly left: number;
  readonly top: number;
  readonly cellMm: number;
  readonly columns: number;
  readonly rows: number;
}

/** Adds the cells whose middle lies in a patch, triangle by triangle. */
function fill({ points, depths }: SeenPatch, index: number, { left, top, cellMm, columns, rows }: Raster, hits: Hits): void {
  const [a] = points;
  const da = depths[0] ?? 0;
  if (!a) return;
  for (let k = 1; k + 1 < points.length; k += 1) {
    const b = points[k] ?? a;
    const c = points[k + 1] ?? a;
    const db = depths[k] ?? 0;
    const dc = depths[k + 1] ?? 0;
    // from the first corner to the two others
    const bx = b[0] - a[0];
    const by = b[1] - a[1];
    const cx = c[0] - a[0];
    const cy = c[1] - a[1];
    const area = bx * cy - cx * by;
    if (Math.abs(area) < 1e-9) continue;
    const firstRow = Math.max(0, Math.ceil((a[1] + Math.min(0, by, cy) - top) / cellMm - 0.5));
    const lastRow = Math.min(rows - 1, Math.floor((a[1] + Math.max(0, by, cy) - top) / cellMm - 0.5));
    const firstColumn = Math.max(0, Math.ceil((a[0] + Math.min(0, bx, cx) - left) / cellMm - 0.5));
    const lastColumn = Math.min(columns - 1, Math.floor((a[0] + Math.max(0, bx, cx) - left) / cellMm - 0.5));
    for (let row = firstRow; row <= lastRow; row += 1) {
      const y = top + (row + 0.5) * cellMm - a[1];
      for (let column = firstColumn; column <= lastColumn; column += 1) {
        const x = left + (column + 0.5) * cellMm - a[0];
        const v = (x * cy - cx * y) / area;
        const w = (bx * y - x * by) / area;
        // a cell on the side that two triangles share belongs to the first
        if (v < 0 || w < 0 || v + w > 1 || (k > 1 && w === 0)) continue;
        hits.add(row * columns + column, index, da + v * (db - da) + w * (dc - da));
      }
    }
  }
}

/** By how many cells the second patch of a pair lies over the first rather than under it. */
class Votes {
  #keys = new Uint32Array(1 << 14);
  #values = new Float32Array(1 << 14);
  #used = 0;

  /** @param key a pair as `first × count + second`, plus 1. */
  add(key: number, value: number): void {
    const at = this.#find(key);
    if (this.#keys[at] === 0) {
      this.#keys[at] = key;
      this.#used += 1;
    }
    this.#values[at] = (this.#values[at] ?? 0) + value;
    if (2 * this.#used > this.#keys.length) this.#grow();
  }

  *entries(): Generator<readonly [number, number]> {
    for (let at = 0; at < this.#keys.length; at += 1) if (this.#keys[at] !== 0) yield [this.#keys[at] ?? 0, this.#values[at] ?? 0];
  }

  #find(key: number): number {
    const mask = this.#keys.length - 1;
    // (a Fibonacci hash)
    let at = (Math.imul(key, 0x9e3779b1) >>> 8) & mask;
    while (this.#keys[at] !== 0 && this.#keys[at] !== key) at = (at + 1) & mask;
    return at;
  }

  #grow(): void {
    const [keys, values] = [this.#keys, this.#values];
    this.#keys = new Uint32Array(2 * keys.length);
    this.#values = new Float32Array(2 * keys.length);
    keys.forEach((key, from) => {
      if (key === 0) return;
      const at = this.#find(key);
      this.#keys[at] = key;
      this.#values[at] = values[from] ?? 0;
    });
  }
}

function votesOf({ first, patch, depth }: Cover, count: number): Votes {
  const votes = new Votes();
  for (let cell = 0; cell + 1 < first.length; cell += 1) {
    for (let k = (first[cell] ?? 0) + 1; k < (first[cell + 1] ?? 0); k += 1) {
      const below = patch[k - 1] ?? 0;
      const above = patch[k] ?? 0;
      if (below === above) continue;
      // what is hardly nearer counts for less
      const weight = Math.min(1, (depth[k] ?? 0) - (depth[k - 1] ?? 0));
      if (below < above) votes.add(below * count + above + 1, weight);
      else votes.add(above * count + below + 1, -weight);
    }
  }
  return votes;
}

/** Patches so that each comes after those that it lies over; where nothing decides, from far to near. */
function sorted(middles: Float64Array, votes: Votes): readonly number[] {
  const count = middles.length;
  const over = Array.from({ length: count }, (): number[] => []);
  const waits = new Uint32Array(count);
  for (const [key, vote] of votes.entries()) {
    if (vote === 0) continue;
    const [low, high] = [Math.floor((key - 1) / count), (key - 1) % count];
    const [below, above] = vote > 0 ? [low, high] : [high, low];
    over[below]?.push(above);
    waits[above] = (waits[above] ?? 0) + 1;
  }
  const byDepth = Array.from({ length: count }, (_, k) => k).sort((a, b) => (middles[a] ?? 0) - (middles[b] ?? 0));
  const place = new Uint32Array(count);
  byDepth.forEach((patch, k) => (place[patch] = k));
  const ready = new Heap();
  for (const patch of byDepth) if (waits[patch] === 0) ready.add(place[patch] ?? 0);
  const isPainted = new Uint8Array(count);
  const order: number[] = [];
  for (let furthest = 0; order.length < count;) {
    let at = ready.take();
    if (at === null) {
      // a ring: its furthest is painted first
      while (isPainted[byDepth[furthest] ?? 0] === 1) furthest += 1;
      at = furthest;
    }
    const patch = byDepth[at] ?? 0;
    if (isPainted[patch] === 1) continue;
    isPainted[patch] = 1;
    order.push(patch);
    for (const above of over[patch] ?? []) {
      waits[above] = (waits[above] ?? 0) - 1;
      if (waits[above] === 0 && isPainted[above] === 0) ready.add(place[above] ?? 0);
    }
  }
  return order;
}

/** The least of some numbers at hand. */
class Heap {
  readonly #items: number[] = [];

  add(item: number): void {
    const items = this.#items;
    let k = items.push(item) - 1;
    while (k > 0) {
      const parent = (k - 1) >> 1;
      if ((items[parent] ?? 0) <= item) break;
      items[k] = items[parent] ?? 0;
      k = parent;
    }
    items[k] = item;
  }

  /** Takes the least away; null where there is none. */
  take(): number | null {
    const items = this.#items;
    const [least] = items;
    const last = items.pop();
    if (least === undefined || last === undefined) return null;
    if (items.length === 0) return least;
    let k = 0;
    for (;;) {
      let child = 2 * k + 1;
      if (child >= items.length) break;
      if (child + 1 < items.length && (items[child + 1] ?? 0) < (items[child] ?? 0)) child += 1;
      if ((items[child] ?? 0) >= last) break;
      items[k] = items[child] ?? 0;
      k = child;
    }
    items[k] = last;
    return least;
  }
}

/** The order without patches that later ones cover in every cell; what is too small to cover one is kept. */
function withoutHidden(
  order: readonly number[],
  { first, patch, size }: Cover,
  patches: readonly SeenPatch[],
  cellMm: number,
): readonly number[] {
  const place = new Uint32Array(size.length);
  order.forEach((index, k) => (place[index] = k));
  const isSeen = new Uint8Array(size.length);
  for (let cell = 0; cell + 1 < first.length; cell += 1) {
    let top = -1;
    let last = -1;
    for (let k = first[cell] ?? 0; k < (first[cell + 1] ?? 0); k += 1) {
      const index = patch[k] ?? 0;
      const at = place[index] ?? 0;
      if (patches[index]?.isClear) isSeen[index] = 1;
      else if (at > last) {
        top = index;
        last = at;
      }
    }
    if (top >= 0) isSeen[top] = 1;
  }
  return order.filter((index) => isSeen[index] === 1 || isThin(patches[index], size[index] ?? 0, cellMm));
}

/** Whether a patch is so narrow that parts of it lie between the middles of cells. */
function isThin(patch: SeenPatch | undefined, cells: number, cellMm: number): boolean {
  const [first] = patch?.points ?? [];
  if (!patch || !first) return false;
  let furthest = 0;
  for (const point of patch.points) furthest = Math.max(furthest, Math.abs(point[0] - first[0]), Math.abs(point[1] - first[1]));
  return cells * cellMm < 2.5 * furthest;
}
