/** A point of a drawing in mm: x towards the wearer's left, y down. Seen from the front, the wearer's left is on the right. */
export interface DrawingPoint {
  readonly x: number;
  readonly y: number;
}

/** SVG path data through points, in straight pieces, rounded to a hundredth of a millimetre. */
export function pathThrough(points: readonly DrawingPoint[], closed: boolean): string {
  let path = '';
  for (const { x, y } of points) path += `${path === '' ? 'M' : 'L'}${round(x)} ${round(y)}`;
  return closed ? `${path}Z` : path;
}

/** SVG path data of one smooth thread from a point straight down, over and straight down into another. */
export function threadPath(from: DrawingPoint, to: DrawingPoint, leaveMm: number, arriveMm: number): string {
  return `M${round(from.x)} ${round(from.y)}C${round(from.x)} ${round(from.y + leaveMm)} ${round(to.x)} ${round(to.y - arriveMm)} ${round(to.x)} ${round(to.y)}`;
}

/** Mirror of a point where `sign` is −1. */
export function mirrored(point: DrawingPoint, sign: 1 | -1): DrawingPoint {
  return { x: sign * point.x, y: point.y };
}

/** To a hundredth of a millimetre, the same on both sides of zero, so that a mirrored drawing mirrors exactly. */
export function round(valueMm: number): number {
  const rounded = (Math.sign(valueMm) * Math.round(Math.abs(valueMm) * 100)) / 100;
  return rounded === 0 ? 0 : rounded;
}
