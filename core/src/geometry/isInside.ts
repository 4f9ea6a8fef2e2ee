/** A point in a plane. */
type Point2 = readonly [x: number, y: number];

/** Whether a point is inside a polygon, by the crossings of a ray to its right (Shimrat, Comm. ACM 5 (1962) 434, from memory). */
export function isInside([x, y]: Point2, corners: readonly Point2[]): boolean {
  let inside = false;
  corners.forEach(([ax, ay], k) => {
    const [bx, by] = corners[(k + 1) % corners.length] ?? [ax, ay];
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside;
  });
  return inside;
}
