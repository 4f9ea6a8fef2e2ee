/** What tests of papers share. */
import { getDocument, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { aTie } from '../testing.ts';

export const tie = aTie({ name: 'Printed tie' });

export const textOf = async (page: PDFPageProxy): Promise<string> =>
  (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ');

/** Texts of a PDF, page by page. */
export async function textOfPdf(bytes: Uint8Array): Promise<string[]> {
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let i = 1; i <= document.numPages; i += 1) pages.push(await textOf(await document.getPage(i)));
  return pages;
}
