import type { CardDrawing, SetCard } from '@easytuck/contract';
import type { Display, DisplayItem, Typeface, Ink, Measure } from '../display.ts';
import { shorten, wrapText } from '../fitText.ts';
import { qrCode } from '../qrCode.ts';

/** Sizes of a card's type and parts, in mm. A dense card has the same content. */
interface CardSizes {
  readonly marginMm: number;
  readonly nameMm: number;
  readonly figureMm: number;
  readonly textMm: number;
  readonly smallMm: number;
  readonly bowWidthMm: number;
  readonly codeMm: number;
}

const ROOMY: CardSizes = { marginMm: 8, nameMm: 7.2, figureMm: 11.5, textMm: 3.3, smallMm: 2.45, bowWidthMm: 46, codeMm: 22 };
const DENSE: CardSizes = { marginMm: 5, nameMm: 4.8, figureMm: 7.4, textMm: 2.35, smallMm: 1.75, bowWidthMm: 30, codeMm: 18 };

/** Scales that a drawing may have, largest first; the one used is written beside it. */
const SCALES: readonly (readonly [scale: number, name: string])[] = [
  [1 / 2, 'a half'],
  [1 / 3, 'a third'],
  [1 / 4, 'a quarter'],
  [1 / 5, 'a fifth'],
  [1 / 6, 'a sixth'],
  [1 / 7, 'a seventh'],
  [1 / 8, 'an eighth'],
  [1 / 10, 'a tenth'],
  [1 / 12, 'a twelfth'],
  [1 / 15, 'a fifteenth'],
];

/** What stands below a code. */
const CODE_CAPTION = 'your coach: scan it';

/** A6, laid on its long side. */
export const A6_MM = { widthMm: 148, heightMm: 105 } as const;

interface Page {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Type shrinks by steps of this until all of a card is on it. */
const SHRINK = 0.96;
const MOST_SHRINKS = 12;

/** Lays out a set card on a page of its own, from 100 × 60 mm up; the type is as large as lets everything stand on it. `address`: the wearer's coach, as a code. */
export function layOutCard(card: SetCard, page: Page, measure: Measure, address: string | null = null): Display {
  const sizes = page.widthMm >= A6_MM.widthMm ? ROOMY : DENSE;
  for (let shrinks = 0; ; shrinks += 1) {
    const { display, bottomMm } = layOutAt(card, page, shrunk(sizes, SHRINK ** shrinks), measure, address);
    if (bottomMm <= page.heightMm - sizes.marginMm * 0.7 || shrinks === MOST_SHRINKS) return display;
  }
}

function shrunk(sizes: CardSizes, by: number): CardSizes {
  const { nameMm, figureMm, textMm, smallMm } = sizes;
  return { ...sizes, nameMm: nameMm * by, figureMm: figureMm * by, textMm: textMm * by, smallMm: smallMm * by };
}

function layOutAt(
  card: SetCard,
  page: Page,
  sizes: CardSizes,
  measure: Measure,
  address: string | null,
): { display: Display; bottomMm: number } {
  const { marginMm: m, nameMm, figureMm, textMm, smallMm } = sizes;
  const innerMm = page.widthMm - 2 * m;
  const items: DisplayItem[] = [];
  const text = (x: number, y: number, sizeMm: number, face: Typeface, ink: Ink, words: string, widthMm = innerMm): void => {
    items.push({ kind: 'text', x, y, sizeMm, typeface: face, ink, text: shorten(words, face, sizeMm, widthMm, measure) });
  };
  let y = m + nameMm * 0.8;
  const day = card.givenOutAt.slice(0, 10);
  const given = `${card.shop}, ${day}${card.revision > 1 ? `, revision ${card.revision}` : ''}`;
  const givenMm = measure(given, 'text', textMm);
  text(m, y, nameMm, 'figure', 'ink', card.wearer, innerMm - givenMm - 4);
  text(page.widthMm - m - givenMm, y, textMm, 'text', 'pencil', given);
  y += textMm * 1.75;
  text(m, y, textMm, 'text', 'pencil', `${card.tie}; collar ${card.collar}`);
  y += textMm * 0.9;
  items.push({ kind: 'line', x1: m, y1: y, x2: page.widthMm - m, y2: y, strokeMm: 0.25, ink: 'rule' });

  const topOfNumbers = y;
  const bow = placeDrawing(card.bow, sizes.bowWidthMm, 1);
  const bowX = page.widthMm - m - sizes.bowWidthMm;
  const numbersMm = bowX - m - 4;
  const columnMm = numbersMm / 3;
  const numberY = topOfNumbers + textMm * 1.8;
  const columns = [
    { label: 'Set at', figure: card.set.figure, of: card.set.of },
    {
      label: 'Lead',
      figure: card.lead.figure,
      of: card.told === 'wearer' ? `long end, your ${card.lead.side}` : `long end, the wearer’s ${card.lead.side}`,
    },
    {
      label: card.sure === '' ? 'Spread' : 'Spread, about',
      figure: card.spread,
      of: card.sure === '' ? 'of the finished bow' : card.sure,
    },
  ];
  // one size for all three, so that none is taken for more important than it is
  const widest = Math.max(...columns.map(({ figure }) => measure(figure, 'figure', figureMm)));
  const fittedMm = Math.min(figureMm, (figureMm * (columnMm - 4)) / widest);
  let mostLines = 1;
  columns.forEach(({ label, figure, of }, i) => {
    const x = m + i * columnMm;
    text(x, numberY, textMm, 'strong', 'pencil', label, columnMm - 2);
    text(x, numberY + figureMm * 0.98, fittedMm, 'figure', 'ink', figure, columnMm);
    const lines = wrapText(of, 'text', smallMm * 1.1, columnMm - 2, measure);
    lines.forEach((line, n) => {
      text(x, numberY + figureMm * 0.98 + textMm * 1.45 + n * smallMm * 1.35, smallMm * 1.1, 'text', 'pencil', line, columnMm - 2);
    });
    mostLines = Math.max(mostLines, lines.length);
  });
  const bowTop = topOfNumbers + 2;
  items.push(...drawingItems(card.bow, bowX + (sizes.bowWidthMm - bow.widthMm) / 2, bowTop, bow.scale));
  text(bowX, bowTop + bow.heightMm + smallMm * 1.5, smallMm, 'text', 'pencil', `the bow at ${bow.name} of its size`, sizes.bowWidthMm + m);

  y = Math.max(numberY + figureMm + textMm * 2.2 + (mostLines - 1) * smallMm * 1.35, bowTop + bow.heightMm + smallMm * 2.6);
  const strip = placeDrawing(card.strip, innerMm, 3);
  items.push(...drawingItems(card.strip, m + (innerMm - strip.widthMm) / 2, y, strip.scale));
  y += strip.heightMm + smallMm * 1.4;
  text(m, y, smallMm, 'text', 'pencil', `the strip at ${strip.name} of its size; before tying, hung even: ${card.hang}`);
  const codeTop = y + smallMm * 0.6;
  const besideCodeMm = address === null ? innerMm : innerMm - sizes.codeMm - 1;
  if (address !== null) items.push(...qrCode(address, page.widthMm - m - sizes.codeMm, codeTop, sizes.codeMm, CODE_CAPTION, smallMm));
  y += textMm * 1.7;
  for (const [i, line] of [...(card.late === '' ? [] : [card.late]), ...card.reminder].entries()) {
    const number = card.late === '' ? String(i + 1) : i === 0 ? '!' : String(i);
    const lines = wrapText(line, 'text', textMm, besideCodeMm - 2 * textMm, measure);
    items.push({ kind: 'text', x: m, y, sizeMm: textMm, typeface: 'strong', ink: 'ink', text: number });
    for (const each of lines) {
      text(m + 1.5 * textMm, y, textMm, 'text', 'ink', each);
      y += textMm * 1.32;
    }
    y += textMm * 0.12;
  }
  y += smallMm * 0.5;
  for (const caution of card.cautions) {
    for (const line of wrapText(caution, 'text', smallMm, besideCodeMm, measure)) {
      text(m, y, smallMm, 'text', 'pencil', line);
      y += smallMm * 1.28;
    }
  }
  return { display: { ...page, items }, bottomMm: address === null ? y : Math.max(y, codeTop + sizes.codeMm + smallMm) };
}

/** The largest of the usual scales, from the `first` on, at which a drawing is no wider than there is room. */
function placeDrawing(
  drawing: CardDrawing,
  roomMm: number,
  first: number,
): { scale: number; name: string; widthMm: number; heightMm: number } {
  const [scale, name] = SCALES.slice(first).find(([each]) => each * drawing.widthMm <= roomMm) ?? ([1 / 20, 'a twentieth'] as const);
  return { scale, name, widthMm: scale * drawing.widthMm, heightMm: scale * drawing.heightMm };
}

const FILLS: Readonly<Record<CardDrawing['outlines'][number]['shows'], Ink | null>> = {
  long: 'long',
  short: 'short',
  longLining: 'longLining',
  shortLining: 'shortLining',
  knot: 'long',
  pleat: null,
  collar: 'paper',
  mark: 'rule',
};

function drawingItems(drawing: CardDrawing, x: number, y: number, scale: number): DisplayItem[] {
  return drawing.outlines.map(({ d, shows }) => ({
    kind: 'outline',
    d,
    x: x - drawing.minX * scale,
    y: y - drawing.minY * scale,
    scale,
    fill: FILLS[shows],
    stroke: 'ink',
    strokeMm: shows === 'pleat' ? 0.12 : 0.15,
  }));
}
