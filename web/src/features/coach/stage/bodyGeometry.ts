import type { BodyPart } from '@easytuck/core';
import { BufferAttribute, BufferGeometry } from 'three';

/** A part of the body as triangles. */
export function bodyGeometry({ rows, columns, pointsMm }: BodyPart): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(pointsMm, 3));
  const index: number[] = [];
  for (let row = 0; row + 1 < rows; row += 1) {
    for (let column = 0; column + 1 < columns; column += 1) {
      const a = row * columns + column;
      index.push(a, a + 1, a + columns, a + 1, a + columns + 1, a + columns);
    }
  }
  geometry.setIndex(index);
  geometry.computeVertexNormals();
  return geometry;
}
