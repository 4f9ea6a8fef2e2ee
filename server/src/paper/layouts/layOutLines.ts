import type { PaperSize } from '@easytuck/contract';
import type { Display, DisplayItem, Measure, Typeface } from '../display.ts';
import { shorten, wrapText } from '../fitText.ts';
import { PAPER_MM } from '../paperSizes.ts';

const MARGIN_MM = 13;
/** A line of a list is as high as this where there is room, and never lower than that. */
const LINE_MM = { usual: 8, least: 4.6 } as const;
const HEAD_MM = 27;
const FOOT_MM = 12;

/** A column of a list: what it is called, and what share of the width it takes. */
interface ListColumn {
  readonly head: string;
  readonly share: number;
  readonly typeface?: Typeface;
}

/** A list to be laid out: a title, what it tells, its lines, and what stands at its foot. */
export interface PaperList {
  readonly title: string;
  readonly tells: string;
  readonly columns: readonly ListColumn[];
  readonly rows: readonly (readonly string[])[];
  readonly foot: string;
  /** A box to tick before each line. */
  readonly isTicked: boolean;
}

/** Lays a list out on one page as long as its lines can be read, and on as many as it takes beyond that. */
export function layOutLines(
  { title, tells, columns, rows, foot, isTicked }: PaperList,
  paper: PaperSize,
  measure: Measure,
): readonly Display[] {
  const { widthMm, heightMm } = PAPER_MM[paper];
  const roomMm = heightMm - 2 * MARGIN_MM - HEAD_MM - FOOT_MM;
  const lineMm = Math.min(LINE_MM.usual, Math.max(LINE_MM.least, roomMm / Math.max(1, rows.length)));
  const perPage = Math.max(1, Math.floor(roomMm / lineMm + 1e-9));
  const sizeMm = Math.min(3.6, lineMm * 0.62);
  const innerMm = widthMm - 2 * MARGIN_MM;
  const tickMm = isTicked ? lineMm : 0;
  const whole = columns.reduce((sum, { share }) => sum + share, 0);
  const begins = columns.map(
    (_, i) => MARGIN_MM + tickMm + ((innerMm - tickMm) * columns.slice(0, i).reduce((sum, { share }) => sum + share, 0)) / whole,
  );
  const pages: Display[] = [];
  for (let first = 0; first === 0 || first < rows.length; first += perPage) {
    const items: DisplayItem[] = [];
    const write = (
      x: number,
      y: number,
      text: string,
      typeface: Typeface,
      size: number,
      room: number,
      ink: 'ink' | 'pencil' = 'ink',
    ): void => {
      items.push({ kind: 'text', x, y, sizeMm: size, typeface, ink, text: shorten(text, typeface, size, room, measure) });
    };
    write(MARGIN_MM, MARGIN_MM + 5, title, 'figure', 6, innerMm);
    wrapText(tells, 'text', 3.3, innerMm, measure)
      .slice(0, 3)
      .forEach((line, i) => write(MARGIN_MM, MARGIN_MM + 11 + 4.3 * i, line, 'text', 3.3, innerMm, 'pencil'));
    let y = MARGIN_MM + HEAD_MM - 2;
    const roomOf = (i: number): number => (begins[i + 1] ?? widthMm - MARGIN_MM) - (begins[i] ?? 0) - 2;
    columns.forEach(({ head }, i) => write(begins[i] ?? 0, y, head, 'strong', Math.max(2.6, sizeMm * 0.9), roomOf(i)));
    items.push({ kind: 'line', x1: MARGIN_MM, x2: widthMm - MARGIN_MM, y1: y + 1.8, y2: y + 1.8, strokeMm: 0.3, ink: 'ink' });
    y += 1.8;
    for (const row of rows.slice(first, first + perPage)) {
      const base = y + lineMm * 0.68;
      if (isTicked) {
        const side = lineMm * 0.5;
        const [left, top] = [MARGIN_MM + 0.3, y + (lineMm - side) / 2];
        items.push({ kind: 'outline', d: `M0 0H${side}V${side}H0Z`, x: left, y: top, scale: 1, fill: null, stroke: 'ink', strokeMm: 0.25 });
      }
      row.forEach((cell, i) => write(begins[i] ?? 0, base, cell, columns[i]?.typeface ?? 'text', sizeMm, roomOf(i)));
      y += lineMm;
      items.push({ kind: 'line', x1: MARGIN_MM, x2: widthMm - MARGIN_MM, y1: y, y2: y, strokeMm: 0.12, ink: 'rule' });
    }
    wrapText(foot, 'text', 3, innerMm, measure)
      .slice(0, 2)
      .forEach((line, i) => write(MARGIN_MM, heightMm - MARGIN_MM - 4 + 4 * i, line, 'text', 3, innerMm, 'pencil'));
    pages.push({ widthMm, heightMm, items });
  }
  return pages;
}
