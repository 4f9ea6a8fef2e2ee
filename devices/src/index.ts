/** Devices: small stand-ins for what stands on a shop's counter, each a program of its own that is spoken to as the real one would be. */
export { buildLabelPrinter, type PrinterOptions } from './labelPrinter.ts';
