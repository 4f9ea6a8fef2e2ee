/** What tests of papers share. */
import type { PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { aTie } from '../testing.ts';

export const tie = aTie({ name: 'Printed tie' });

export const textOf = async (page: PDFPageProxy): Promise<string> =>
  (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ');
