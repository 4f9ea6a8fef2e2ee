import { create } from 'qrcode';
import type { DisplayItem } from './display.ts';

/** Empty modules that a reader wants around a code (ISO/IEC 18004). */
const QUIET_MODULES = 4;

/** A QR code (ISO/IEC 18004, level M) of a text in a square, its empty border within it, with a line of words below. */
export function qrCode(text: string, x: number, y: number, sizeMm: number, caption: string, captionMm: number): readonly DisplayItem[] {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const scale = sizeMm / (modules.size + 2 * QUIET_MODULES);
  let d = '';
  for (let row = 0; row < modules.size; row += 1)
    for (let from = 0; from < modules.size; from += 1) {
      if (!modules.get(row, from)) continue;
      let to = from;
      // one bar for modules in a row: no hair of paper between them
      while (to < modules.size && modules.get(row, to)) to += 1;
      d += `M${from} ${row}L${to} ${row}L${to} ${row + 1}L${from} ${row + 1}Z`;
      from = to;
    }
  const quietMm = QUIET_MODULES * scale;
  return [
    { kind: 'outline', d, x: x + quietMm, y: y + quietMm, scale, fill: 'ink', stroke: null, strokeMm: 0 },
    { kind: 'text', x, y: y + sizeMm + captionMm * 0.6, sizeMm: captionMm, typeface: 'text', ink: 'pencil', text: caption },
  ];
}
