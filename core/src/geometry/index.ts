/** Geometry: points in space, and curves through given points. */
export { add, blend, cross, distance, dot, ORIGIN, scale, subtract, turnedAboutZ, unit, type Point3 } from './point3.ts';
export { isInside } from './isInside.ts';
export { bisect } from './bisect.ts';
export { catmullRom } from './catmullRom.ts';
export { evaluateCubic, monotoneCubic, type MonotoneCubic } from './monotoneCubic.ts';
export { solveLinear } from './solveLinear.ts';
