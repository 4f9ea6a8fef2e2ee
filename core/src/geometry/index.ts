/** Geometry and numbers: points in space, curves through given points, equations, a distribution’s shares. */
export { add, blend, cross, distance, dot, ORIGIN, scale, subtract, turnedAboutZ, unit, type Point3 } from './point3.ts';
export { isInside } from './isInside.ts';
export { bisect } from './bisect.ts';
export { catmullRom } from './catmullRom.ts';
export { evaluateCubic, monotoneCubic, type MonotoneCubic } from './monotoneCubic.ts';
export { solveLinear } from './solveLinear.ts';
export { normalShare } from './normalShare.ts';
