/** Boxes of what stands on a page, and what is wrong with them: for tests of papers. */
import type { Display, DisplayItem, Measure } from './display.ts';

interface Box {
  readonly what: string;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Height of letters above and below their line, as parts of their size. */
const ABOVE = 0.7;
const BELOW = 0.18;
/** Boxes may touch by so much, in mm. */
const TOUCH_MM = 0.15;

function boxOf(item: DisplayItem, measure: Measure): Box | null {
  if (item.kind === 'still')
    return { what: 'a picture', left: item.x, top: item.y, right: item.x + item.widthMm, bottom: item.y + item.heightMm };
  if (item.kind !== 'text' || item.text.trim() === '') return null;
  const { x, y, sizeMm, typeface, text } = item;
  return { what: `“${text}”`, left: x, top: y - ABOVE * sizeMm, right: x + measure(text, typeface, sizeMm), bottom: y + BELOW * sizeMm };
}

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right - TOUCH_MM && b.left < a.right - TOUCH_MM && a.top < b.bottom - TOUCH_MM && b.top < a.bottom - TOUCH_MM;

/** What is wrong with a page: text over text or over a picture, what reaches past a margin, letters that are too small. */
export function faultsOfPage(
  { widthMm, heightMm, items }: Display,
  measure: Measure,
  { marginMm, leastSizeMm }: { readonly marginMm: number; readonly leastSizeMm: number },
): string[] {
  const boxes = items.flatMap((item) => boxOf(item, measure) ?? []);
  const faults: string[] = [];
  boxes.forEach((box, i) => {
    if (box.left < marginMm || box.top < marginMm || box.right > widthMm - marginMm || box.bottom > heightMm - marginMm)
      faults.push(`${box.what} reaches past the margin`);
    for (const other of boxes.slice(i + 1)) if (overlap(box, other)) faults.push(`${box.what} lies over ${other.what}`);
  });
  for (const item of items)
    if (item.kind === 'text' && item.text.trim() !== '' && item.sizeMm < leastSizeMm)
      faults.push(`“${item.text}” is ${item.sizeMm} mm high`);
  return faults;
}
