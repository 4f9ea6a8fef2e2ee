/** The contract: schemas of everything that crosses the wire or the disk, and the sentences for what is refused. */
export { collarField, collarFieldOrEmpty, collarSize, explainCollar, toCollar, type WrittenCollar } from './fields/collarField.ts';
export { explainNumber } from './fields/explainNumber.ts';
export { FITTING_LENGTHS, lengthField, lengthMm, optionalLengthField, type LengthLimits } from './fields/lengthField.ts';
export { moment, nameField, noteField, recordId, shortField, side, version } from './fields/common.ts';
export * from './records/measures.ts';
export * from './records/wearer.ts';
export * from './records/tie.ts';
export * from './records/fitting.ts';
export * from './records/card.ts';
export * from './records/collarStock.ts';
export * from './records/printer.ts';
export * from './records/shop.ts';
export * from './records/tying.ts';
export * from './records/backup.ts';
export * from './exchange/index.ts';
export { explainOutOfReach, explainTapeOrder, FURTHER_WIDTHS_EXAMPLE } from './explain.ts';
export { fieldError, problem, PROBLEMS, type FieldError, type Problem, type ProblemCode } from './problems.ts';
export * from './words/index.ts';
