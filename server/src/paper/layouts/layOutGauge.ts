import { PAPER_MM } from '../paperSizes.ts';
import type { PaperSize } from '@easytuck/contract';
import { formatCollarSize, type SettingGauge } from '@easytuck/core';
import type { Display, DisplayItem, Measure } from '../display.ts';
import { shorten, wrapText } from '../fitText.ts';

const MARGIN_MM = 12;
const STRIP_HEIGHT_MM = 24;
/** The check length that tells whether a printer has kept the size. */
const CHECK_MM = 100;
/** Where a gauge too long for the paper is cut; the second piece is glued on there. */
const JOIN_MM = 180;

/** Lays a setting gauge out at true size on a sheet laid on its long side, in one piece or in two to be joined. */
export function layOutGauge(tieName: string, gauge: SettingGauge, paper: PaperSize, measure: Measure): Display {
  const widthMm = PAPER_MM[paper].heightMm;
  const heightMm = PAPER_MM[paper].widthMm;
  const innerMm = widthMm - 2 * MARGIN_MM;
  const items: DisplayItem[] = [];
  const text = (x: number, y: number, sizeMm: number, words: string, face: 'figure' | 'text' | 'strong' = 'text'): void => {
    items.push({ kind: 'text', x, y, sizeMm, typeface: face, ink: 'ink', text: words });
  };
  const line = (x1: number, y1: number, x2: number, y2: number, strokeMm = 0.2): void => {
    items.push({ kind: 'line', x1, y1, x2, y2, strokeMm, ink: 'ink' });
  };
  text(MARGIN_MM, MARGIN_MM + 6, 7, shorten(`Setting gauge: ${tieName}`, 'figure', 7, widthMm - 2 * MARGIN_MM, measure), 'figure');
  const how = [
    'Print at full size (100 %, not “fit to page”) and lay a tape on the check line before use. Cut the strip out.',
    'Hold both noses of the tie together on the line at the left, the band doubled. Set the band so that its fold lies at the collar size.',
  ];
  let y = MARGIN_MM + 14;
  for (const each of how.flatMap((words) => wrapText(words, 'text', 3.6, innerMm, measure))) {
    text(MARGIN_MM, y, 3.6, each);
    y += 5;
  }
  y += 8;
  line(MARGIN_MM, y, MARGIN_MM + CHECK_MM, y, 0.3);
  line(MARGIN_MM, y - 3, MARGIN_MM, y + 3, 0.3);
  line(MARGIN_MM + CHECK_MM, y - 3, MARGIN_MM + CHECK_MM, y + 3, 0.3);
  text(MARGIN_MM + CHECK_MM + 4, y + 1.3, 3.6, `check line: ${CHECK_MM} mm, from end to end`, 'strong');
  y += 14;

  const endMm = gauge.toMm + 10;
  const pieces =
    endMm <= innerMm
      ? [{ fromMm: 0, toMm: endMm }]
      : [
          { fromMm: 0, toMm: JOIN_MM },
          { fromMm: JOIN_MM, toMm: endMm },
        ];
  for (const [i, { fromMm, toMm }] of pieces.entries()) {
    const lap = i === 0 ? 0 : 10;
    const x = (mm: number): number => MARGIN_MM + lap + (mm - fromMm);
    const bottom = y + STRIP_HEIGHT_MM;
    line(x(fromMm) - lap, y, x(toMm), y);
    line(x(fromMm) - lap, bottom, x(toMm), bottom);
    line(x(toMm), y, x(toMm), bottom);
    line(x(fromMm) - lap, y, x(fromMm) - lap, bottom);
    if (i === 0) text(x(0) + 2, bottom - 3, 3.2, 'noses here', 'strong');
    if (pieces.length > 1) {
      line(x(i === 0 ? toMm : fromMm), y, x(i === 0 ? toMm : fromMm), bottom, 0.5);
      text(i === 0 ? x(toMm) - 40 : x(fromMm) + 2, bottom - 3, 3, i === 0 ? 'join the second piece here' : 'glue up to this line');
    }
    const band = [Math.max(fromMm, gauge.fromMm), Math.min(toMm, gauge.toMm)] as const;
    if (band[0] < band[1]) line(x(band[0]), bottom - 1, x(band[1]), bottom - 1, 0.9);
    for (const { collar, halfBandMm } of gauge.marks) {
      if (halfBandMm < fromMm || halfBandMm >= toMm) continue;
      const isWhole = Number.isInteger(collar.label);
      line(x(halfBandMm), y, x(halfBandMm), y + (isWhole ? 9 : 5), 0.25);
      if (isWhole) {
        const label = String(collar.label);
        text(x(halfBandMm) - measure(label, 'strong', 3.6) / 2, y + 13, 3.6, label, 'strong');
      }
    }
    y = bottom + 12;
  }
  const [first, last] = [gauge.marks[0], gauge.marks[gauge.marks.length - 1]];
  const range =
    first && last ? `Collar sizes from ${formatCollarSize(first.collar)} to ${formatCollarSize(last.collar)}` : 'No collar size';
  const step = gauge.stepMm > 0 ? ` One setting of the band is ${gauge.stepMm.toFixed(1)} mm of this gauge.` : '';
  for (const each of wrapText(
    `${range} lie on this band when the bow is to come out as it was cut; the heavy line is what the band reaches.${step}`,
    'text',
    3.6,
    innerMm,
    measure,
  )) {
    text(MARGIN_MM, y, 3.6, each);
    y += 5;
  }
  return { widthMm, heightMm, items };
}
