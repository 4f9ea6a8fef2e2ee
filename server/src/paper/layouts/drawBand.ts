import { settingWords } from '@easytuck/contract';
import { lastStep, settingAt, type Hardware, type Setting } from '@easytuck/core';
import type { DisplayItem, Measure } from '../display.ts';

/** How high the picture of a band is, with its figures, in mm. */
export const BAND_PICTURE_MM = 27;
const BESIDE = 3;
const BAND = { topMm: 9, heightMm: 10 } as const;

/**
 * The back of a band where it is set, from an upper left corner in mm: the settings about the one that counts, what holds it there, and, if
 * it is taken in from another one, an arrow from that. Empty for a band that is sewn to one length.
 */
export function drawBand(
  hardware: Hardware,
  setting: Setting,
  from: Setting | null,
  { x: left, y: top, widthMm }: { readonly x: number; readonly y: number; readonly widthMm: number },
  length: (lengthMm: number) => string,
  measure: Measure,
): readonly DisplayItem[] {
  if (hardware.kind === 'fixed') return [];
  const first = Math.max(0, setting.step - BESIDE);
  const last = Math.min(lastStep(hardware), Math.max(setting.step + BESIDE, from?.step ?? 0));
  const apartMm = widthMm / (last - first + 2);
  const at = (step: number): number => left + apartMm * (step - first + 1);
  const middle = top + BAND.topMm + BAND.heightMm / 2;
  const line = (x1: number, y1: number, x2: number, y2: number, strokeMm: number): DisplayItem => ({
    ...{ kind: 'line', x1, y1, x2, y2, strokeMm },
    ink: 'ink',
  });
  const edge = (y: number): DisplayItem => line(left, y, left + widthMm, y, 0.35);
  const items: DisplayItem[] = [edge(top + BAND.topMm), edge(top + BAND.topMm + BAND.heightMm)];
  for (let step = first; step <= last; step += 1) {
    const x = at(step);
    if (hardware.kind === 'slots') items.push(line(x, middle - 3, x, middle + 3, 0.5));
    else if (hardware.kind === 'buttons') items.push(line(x - 2, middle, x + 2, middle, 0.5));
    else items.push(line(x, top + BAND.topMm + BAND.heightMm, x, top + BAND.topMm + BAND.heightMm + 1.5, 0.3));
    const isIt = step === setting.step;
    if (hardware.kind === 'slider' && !isIt && step !== from?.step) continue;
    const text = settingWords(settingAt(hardware, step), length).figure;
    const sizeMm = isIt ? 4.6 : 3;
    const typeface = isIt ? ('strong' as const) : ('text' as const);
    items.push({
      ...{ kind: 'text', x: x - measure(text, typeface, sizeMm) / 2, y: top + BAND_PICTURE_MM - 2, sizeMm, typeface, text },
      ink: isIt ? 'ink' : 'pencil',
    });
  }
  const x = at(setting.step);
  if (hardware.kind === 'slider') {
    const [l, r, t, b] = [x - 2.2, x + 2.2, middle - 6.4, middle + 6.4];
    items.push(line(l, t, r, t, 1), line(r, t, r, b, 1), line(r, b, l, b, 1), line(l, b, l, t, 1));
  } else items.push(line(left, middle, x, middle, 1.3), line(x, middle - 2.6, x, middle + 2.6, 1.6));
  if (from !== null && from.step !== setting.step) {
    const y = top + BAND.topMm - 4;
    items.push(line(at(from.step), y, x, y, 0.5), line(x, y, x + 2.2, y - 1.5, 0.5), line(x, y, x + 2.2, y + 1.5, 0.5));
  }
  return items;
}
