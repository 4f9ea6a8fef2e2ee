/** Units: lengths and collar labels as people write and read them. */
export { LENGTH_UNITS, MM_PER_UNIT, inchesToMm, type LengthUnit } from './lengthUnit.ts';
export { parseNumber, type NumberReading, type UnreadableReason } from './parseNumber.ts';
export { parseLength, type LengthReading } from './parseLength.ts';
export {
  FINE_INCH_FRACTION,
  FINEST_INCH_FRACTION,
  formatFine,
  formatInches,
  formatInchesPlain,
  formatLength,
  formatLengthBare,
} from './formatLength.ts';
export {
  COLLAR_RANGE,
  COLLAR_SYSTEMS,
  doubtedCollar,
  collarGirthMm,
  formatCollarLabel,
  formatCollarSize,
  likelyCollars,
  parseCollarSize,
  type CollarReading,
  type CollarSize,
  type CollarSystem,
} from './collarSize.ts';
export { COLLAR_CHART, translateCollar, type TranslatedCollar } from './collarChart.ts';
