/** Rope: thick cloth drawn tight in a knot, by contact and tension alone. A reference for the model's take-ups; too slow to be asked while somebody waits. */
export { ropelengthDiameters, type RopelengthOptions } from './ropelength.ts';
export { bowKnotStrands, gatheredSection, WORKED_KNOT, type BowKnotCase } from './bowKnotStrands.ts';
export { tightenBowKnot, type PieceName, type TightKnot } from './tightenBowKnot.ts';
