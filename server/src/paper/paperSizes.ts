import type { PaperSize } from '@easytuck/contract';

/** Sheets of paper, upright, in mm (ISO 216; ANSI A). */
export const PAPER_MM: Readonly<Record<PaperSize, { readonly widthMm: number; readonly heightMm: number }>> = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
};
