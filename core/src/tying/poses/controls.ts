import type { Point3 } from '../../geometry/index.ts';
import { add, dot, scale, subtract, unit } from '../../geometry/index.ts';
import { type Control } from '../strand.ts';

/**
 * Short ways to write controls. Everything in this folder is laid for a long end from the wearer's left; the other hand is
 * its mirror image.
 */
export const to = (x: number, y: number, z: number): Point3 => ({ x, y, z });

export const FORWARD = to(0, 0, 1);

export const BACKWARD = to(0, 0, -1);

export const UPWARD = to(0, 1, 0);

export const DOWNWARD = to(0, -1, 0);

export const control = (at: Point3, outward: Point3, gatherRatio = 1): Control => ({ at, outward: unit(outward), gatherRatio });

/** Which half of the strip: +1 lies on the wearer's left. */
export type Half = 1 | -1;

/** A side as the sign of x: +1 the wearer's left. */
export type SideSign = 1 | -1;

/** Controls of an end by what they do, in the order of the strip. */
export type Parts<Name extends string> = Readonly<Record<Name, readonly Control[]>>;

/** Parts one after another, as a strand is led through them. */
export const inOrder = (parts: Parts<string>): Control[] => Object.values(parts).flat();

/**
 * How many controls lie before a part.
 * @throws RangeError where there is no such part.
 * @example countBefore({ turn: [a, b], wing: [c] }, 'wing') // 2
 */
export function countBefore<Name extends string>(parts: Parts<Name>, name: Name): number {
  const names = Object.keys(parts) as Name[];
  if (!names.includes(name)) throw new RangeError(`an end has no part ${name}`);
  return names.slice(0, names.indexOf(name)).reduce((count, before) => count + parts[before].length, 0);
}

/** Controls on a straight line, `count` of them, `stepMm` apart, the first one step from `from`. */
export function straight(from: Point3, direction: Point3, outward: Point3, count: number, stepMm: number): Control[] {
  const { x, y, z } = unit(direction);
  return Array.from({ length: count }, (_, i) =>
    control(to(from.x + x * stepMm * (i + 1), from.y + y * stepMm * (i + 1), from.z + z * stepMm * (i + 1)), outward),
  );
}

/** How tightly cloth that is held bends over beyond the hand, by its own weight, in mm (assumed: interlined silk). */
const BENDS_OVER_MM = 48;

/**
 * Controls as {@link straight}, but beyond `heldMm` from `from` the cloth bends over, as a strip does that is held at one place:
 * evenly, until it hangs.
 */
export function heldUp(from: Point3, direction: Point3, outward: Point3, count: number, stepMm: number, heldMm: number): Control[] {
  let along = unit(direction);
  let face = unit(subtract(outward, scale(along, dot(outward, along))));
  // towards the face that looks more downwards
  const sign = face.y < 0 ? 1 : -1;
  let at = from;
  return Array.from({ length: count }, (_, i) => {
    at = add(at, scale(along, stepMm));
    const here = control(at, face);
    if ((i + 1) * stepMm >= heldMm && along.y > -0.97) {
      const turn = stepMm / BENDS_OVER_MM;
      const [next, nextFace] = [
        add(scale(along, Math.cos(turn)), scale(face, sign * Math.sin(turn))),
        add(scale(face, Math.cos(turn)), scale(along, -sign * Math.sin(turn))),
      ];
      along = unit(next);
      face = unit(nextFace);
    }
    return here;
  });
}
