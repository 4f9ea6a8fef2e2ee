/** A thread that draws coach sheets: each takes a second or two, in which no request would be answered. */
import { parentPort, workerData } from 'node:worker_threads';
import { layOutCoachSheet } from '../../paper/layouts/layOutCoachSheet.ts';
import { measureText, renderPdf } from '../../paper/typeset.ts';
import type { SheetsJob } from './drawSheets.ts';

const { sheets, unit, paper, title } = workerData as SheetsJob;
const pages = sheets.flatMap(({ fitting, way, reader, address }) =>
  layOutCoachSheet(fitting, way, reader, unit, paper, measureText, address),
);
parentPort?.postMessage({
  answer: await renderPdf(
    title,
    pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
  ),
});
