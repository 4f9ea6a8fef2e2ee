import { BOUND_WORDS, settingWords, type PaperSize } from '@easytuck/contract';
import { formatLength, type LengthUnit, type SetTableLine } from '@easytuck/core';
import type { Display, DisplayItem, Typeface, Measure } from '../display.ts';
import { shorten, wrapText } from '../fitText.ts';
import { PAPER_MM } from '../paperSizes.ts';

const MARGIN_MM = 14;
const LINE_MM = 7.4;
/** Where the columns begin: names of ties want more room than collars. */
const COLUMNS_MM = { narrow: [0, 20, 46, 68, 90], wide: [0, 48, 74, 94, 114] } as const;

/** A line of a table: what it is for (a collar, or a tie), and what is worked out for it. */
export interface TableRow {
  readonly name: string;
  readonly line: SetTableLine;
}

/** Lays a table of sets, leads and room out on as many sheets as it takes. */
export function layOutSetTable(
  title: string,
  tells: string,
  of: string,
  rows: readonly TableRow[],
  unit: LengthUnit,
  paper: PaperSize,
  measure: Measure,
): readonly Display[] {
  const { widthMm, heightMm } = PAPER_MM[paper];
  const perPage = Math.floor((heightMm - 2 * MARGIN_MM - 34) / LINE_MM);
  const length = (mm: number): string => formatLength(mm, unit);
  const innerMm = widthMm - 2 * MARGIN_MM;
  const longestMm = Math.max(0, ...rows.map(({ name }) => measure(name, 'strong', 3.4)));
  const columns = COLUMNS_MM[longestMm > 17 ? 'wide' : 'narrow'];
  const pages: Display[] = [];
  for (let first = 0; first === 0 || first < rows.length; first += perPage) {
    const items: DisplayItem[] = [];
    const text = (column: number, y: number, words: string, face: Typeface = 'text', isLast = false): void => {
      const [x, until] = [columns[column] ?? 0, isLast ? innerMm : (columns[column + 1] ?? innerMm)];
      items.push({
        kind: 'text',
        x: MARGIN_MM + x,
        y,
        sizeMm: 3.4,
        typeface: face,
        ink: 'ink',
        text: shorten(words, face, 3.4, until - x - 2, measure),
      });
    };
    items.push({
      kind: 'text',
      x: MARGIN_MM,
      y: MARGIN_MM + 5,
      sizeMm: 6,
      typeface: 'figure',
      ink: 'ink',
      text: shorten(title, 'figure', 6, innerMm, measure),
    });
    wrapText(tells, 'text', 3.2, innerMm, measure).forEach((line, i) => {
      items.push({ kind: 'text', x: MARGIN_MM, y: MARGIN_MM + 11 + 4.2 * i, sizeMm: 3.2, typeface: 'text', ink: 'pencil', text: line });
    });
    let y = MARGIN_MM + 26;
    for (const [i, head] of [of, 'Set at', 'Lead', 'Spread', 'Adjustment left'].entries()) text(i, y, head, 'strong');
    items.push({ kind: 'line', x1: MARGIN_MM, x2: widthMm - MARGIN_MM, y1: y + 2, y2: y + 2, strokeMm: 0.3, ink: 'ink' });
    for (const { name, line } of rows.slice(first, first + perPage)) {
      y += LINE_MM;
      text(0, y, name, 'strong');
      const { beyondMm, nearest } = line.rounded;
      if (beyondMm === 0) {
        const { binding } = line.fit;
        text(1, y, settingWords(nearest, length).phrase, 'figure');
        text(2, y, length(line.leadMm));
        text(3, y, length(line.fit.spreadMm));
        text(
          4,
          y,
          binding.roomMm < 0 ? `past: ${BOUND_WORDS[binding.id]}` : `${length(binding.roomMm)} ${binding.way}: ${BOUND_WORDS[binding.id]}`,
        );
      } else text(1, y, `band ends ${length(Math.abs(beyondMm))} too ${beyondMm > 0 ? 'short' : 'long'}`, 'text', true);
      items.push({ kind: 'line', x1: MARGIN_MM, x2: widthMm - MARGIN_MM, y1: y + 2.2, y2: y + 2.2, strokeMm: 0.12, ink: 'rule' });
    }
    pages.push({ widthMm, heightMm, items });
  }
  return pages;
}
