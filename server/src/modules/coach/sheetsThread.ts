import { layOutCoachSheet } from '../../paper/layouts/layOutCoachSheet.ts';
import { measureText, renderPdf } from '../../paper/typeset.ts';
import type { SheetsJob } from './drawSheets.ts';

/** Draws coach sheets as one PDF; runs in a thread. */
export default function drawInThread({ sheets, unit, paper, title }: SheetsJob): Promise<Uint8Array> {
  const pages = sheets.flatMap(({ fitting, way, reader, address }) =>
    layOutCoachSheet(fitting, way, reader, unit, paper, measureText, address),
  );
  return renderPdf(
    title,
    pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
  );
}
