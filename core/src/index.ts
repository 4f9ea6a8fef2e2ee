/** The computation of Easy Tuck: units, strip, fit, choice, drawing, knot, balance, party. No interface, no input or output; millimetres throughout. */
export * from './units/index.ts';
export * from './geometry/index.ts';
export * from './strip/index.ts';
export * from './fit/index.ts';
export * from './choice/index.ts';
export * from './drawing/index.ts';
export * from './knot/index.ts';
export * from './tying/index.ts';
export * from './hands/index.ts';
export * from './balance/index.ts';
export * from './party/index.ts';
