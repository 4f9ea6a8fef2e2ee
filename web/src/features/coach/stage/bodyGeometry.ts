import type { BodyPart } from '@easytuck/core';
import { BufferAttribute, BufferGeometry } from 'three';

/** Where the picture of the shirt fades out, in mm: at its lower end and towards the arms. */
const FADES = { fromY: -215, untilY: -268, fromX: 168, untilX: 206 } as const;
/** Head and neck fade out above the chin. */
const FADES_UP = { fromY: 102, untilY: 134 } as const;

/** A part of the body as triangles; with a thickness, as a sheet that has two faces and an edge (below zero: on the other side). */
export function bodyGeometry(part: BodyPart, thicknessMm = 0): BufferGeometry {
  const { rows, columns } = part;
  const layers = thicknessMm !== 0 ? 2 : 1;
  const geometry = new BufferGeometry();
  const count = rows * columns;
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(3 * layers * count), 3));
  geometry.setAttribute('color', new BufferAttribute(new Float32Array(4 * layers * count), 4));
  const index: number[] = [];
  const quad = (a: number, b: number, c: number, d: number): void => void index.push(a, b, d, b, c, d);
  for (let row = 0; row + 1 < rows; row += 1) {
    for (let column = 0; column + 1 < columns; column += 1) {
      const a = row * columns + column;
      quad(a, a + 1, a + columns + 1, a + columns);
      if (layers === 2) quad(count + a + columns, count + a + columns + 1, count + a + 1, count + a);
    }
  }
  if (layers === 2) {
    const edge = [
      ...Array.from({ length: columns }, (_, k) => k),
      ...Array.from({ length: rows - 1 }, (_, k) => (k + 2) * columns - 1),
      ...Array.from({ length: columns - 1 }, (_, k) => rows * columns - 2 - k),
      ...Array.from({ length: rows - 2 }, (_, k) => (rows - 2 - k) * columns),
    ];
    edge.forEach((a, k) => {
      const b = edge[(k + 1) % edge.length] ?? a;
      quad(a, count + a, count + b, b);
    });
  }
  geometry.setIndex(index);
  layBody(geometry, part, thicknessMm);
  return geometry;
}

/** Lays a part anew. */
export function layBody(geometry: BufferGeometry, { rows, columns, pointsMm, name }: BodyPart, thicknessMm: number): void {
  const position = geometry.getAttribute('position') as BufferAttribute;
  const colour = geometry.getAttribute('color') as BufferAttribute;
  const count = rows * columns;
  const p = position.array as Float32Array;
  p.set(pointsMm);
  if (thicknessMm !== 0) {
    // the other face lies by the thickness below the first, by the sheet's own normals
    const at = (row: number, column: number, k: number): number =>
      pointsMm[3 * (Math.min(rows - 1, Math.max(0, row)) * columns + Math.min(columns - 1, Math.max(0, column))) + k] ?? 0;
    for (let row = 0; row < rows; row += 1)
      for (let column = 0; column < columns; column += 1) {
        const u = [0, 1, 2].map((k) => at(row, column + 1, k) - at(row, column - 1, k)) as [number, number, number];
        const v = [0, 1, 2].map((k) => at(row + 1, column, k) - at(row - 1, column, k)) as [number, number, number];
        const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
        const size = Math.hypot(n[0] ?? 0, n[1] ?? 0, n[2] ?? 0) || 1;
        for (let k = 0; k < 3; k += 1)
          p[3 * (count + row * columns + column) + k] = at(row, column, k) + (thicknessMm * (n[k] ?? 0)) / size;
      }
  }
  const isShirt = name === 'shirt' || name === 'placket';
  const isLeg = name === 'leg';
  for (let i = 0; i < p.length / 3; i += 1) {
    const [x, y] = [p[3 * i] ?? 0, p[3 * i + 1] ?? 0];
    const low = isShirt || isLeg ? clamp((y - FADES.untilY) / (FADES.fromY - FADES.untilY)) : 1;
    const high = name === 'neck' || isLeg ? clamp((FADES_UP.untilY - y) / (FADES_UP.untilY - FADES_UP.fromY)) : 1;
    const wide = isShirt ? clamp((FADES.untilX - Math.abs(x)) / (FADES.untilX - FADES.fromX)) : 1;
    const shade = shadeAt(name, x, y);
    colour.setXYZW(i, shade, shade, shade, low * high * wide);
  }
  position.needsUpdate = true;
  colour.needsUpdate = true;
  geometry.computeVertexNormals();
}

const clamp = (share: number): number => Math.min(1, Math.max(0, share));

/** How much of the light from all around reaches a place: less under the chin, and where shirt and stand meet. */
function shadeAt(name: BodyPart['name'], x: number, y: number): number {
  if (name === 'neck') return 0.72 + 0.28 * clamp(1 - (y - 55) / 45) * clamp((y - 5) / 30 + 0.4);
  if (name === 'shirt' || name === 'placket') return 0.8 + 0.2 * clamp((-24 - y + 0.25 * Math.max(0, Math.abs(x) - 60)) / 26);
  return 1;
}
