/** A thread of its own for many coach sheets: each takes a second or two to draw, in which no request would be answered. */
import type { Fitting, PaperSize } from '@easytuck/contract';
import type { LengthUnit } from '@easytuck/core';
import { parentPort, workerData } from 'node:worker_threads';
import { layOutCoachSheet } from '../../paper/layouts/layOutCoachSheet.ts';
import { measureText, renderPdf } from '../../paper/typeset.ts';

const { fittings, unit, paper, title } = workerData as {
  readonly fittings: readonly Fitting[];
  readonly unit: LengthUnit;
  readonly paper: PaperSize;
  readonly title: string;
};
const pages = fittings.flatMap((fitting) => layOutCoachSheet(fitting, 'main', 'wearer', unit, paper, measureText));
parentPort?.postMessage({
  answer: await renderPdf(
    title,
    pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
  ),
});
