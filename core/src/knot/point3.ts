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
