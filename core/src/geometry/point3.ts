/** A point in the wearer's frame, in mm: x to the wearer's left, y up, z forwards from the chest (right-handed). */
export interface Point3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

export const add = (a: Point3, b: Point3): Point3 => ({ x: a.x + b.x, y: a.y + b.y, z: a.z + b.z });
export const subtract = (a: Point3, b: Point3): Point3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });
export const scale = (a: Point3, by: number): Point3 => ({ x: by * a.x, y: by * a.y, z: by * a.z });
export const dot = (a: Point3, b: Point3): number => a.x * b.x + a.y * b.y + a.z * b.z;
export const cross = (a: Point3, b: Point3): Point3 => ({ x: a.y * b.z - a.z * b.y, y: a.z * b.x - a.x * b.z, z: a.x * b.y - a.y * b.x });

/** (`Math.hypot` guards against overflow, which lengths in mm do not need, and takes ten times as long.) */
export const distance = (a: Point3, b: Point3): number => Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2 + (a.z - b.z) ** 2);

/** The point a share of the way from `a` to `b`; outside 0 to 1 it lies beyond them. */
export const blend = (a: Point3, b: Point3, share: number): Point3 => add(scale(a, 1 - share), scale(b, share));

/**
 * `a` with length 1; NaN in all three where it has none.
 * @example unit({ x: 0, y: 3, z: 4 }) // { x: 0, y: 0.6, z: 0.8 }
 */
export const unit = (a: Point3): Point3 => scale(a, 1 / Math.sqrt(dot(a, a)));

/** `a` turned about the z axis, x towards y, by an angle in radians. */
export const turnedAboutZ = ({ x, y, z }: Point3, angleRad: number): Point3 => ({
  x: x * Math.cos(angleRad) - y * Math.sin(angleRad),
  y: x * Math.sin(angleRad) + y * Math.cos(angleRad),
  z,
});

export const ORIGIN: Point3 = { x: 0, y: 0, z: 0 };
