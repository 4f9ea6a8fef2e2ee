/** The contract: schemas of everything that crosses the wire or the disk, and the sentences for what is refused. */
export { collarField, collarSize, explainCollar, toCollar, type WrittenCollar } from './fields/collarField.ts';
export { FITTING_LENGTHS, lengthField, lengthMm, optionalLengthField, type LengthLimits } from './fields/lengthField.ts';
export { moment, nameField, noteField, recordId, side, version } from './fields/common.ts';
export * from './records/wearer.ts';
export * from './records/tie.ts';
export * from './records/fitting.ts';
export { explainOutOfReach } from './explain.ts';
export { fieldError, problem, PROBLEMS, type FieldError, type Problem, type ProblemCode } from './problems.ts';
