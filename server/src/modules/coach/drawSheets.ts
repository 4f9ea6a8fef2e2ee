import type { Fitting, PaperSize, Reader } from '@easytuck/contract';
import type { LengthUnit, OfferedWay } from '@easytuck/core';
import { availableParallelism } from 'node:os';
import { inThread } from '../../inThread.ts';
import { threadModule } from '../../threads.ts';

/** A coach sheet to be drawn: of a fitting, in a way, for a reader; with the wearer’s link as a code, if there is one. */
interface SheetToDraw {
  readonly fitting: Fitting;
  readonly way: OfferedWay;
  readonly reader: Reader;
  readonly address: string | null;
}

/** What a thread that draws sheets is given. */
export interface SheetsJob {
  readonly sheets: readonly SheetToDraw[];
  readonly unit: LengthUnit;
  readonly paper: PaperSize;
  readonly title: string;
}

const MOST_MEMORY_MB = 768;
/** A sheet keeps a core busy for seconds: one core is left to the requests, each of the others draws one at a time, and the rest wait. */
const MOST_AT_ONCE = Math.max(1, availableParallelism() - 1);

let drawing = 0;
const waiting: (() => void)[] = [];

/**
 * Draws coach sheets as one PDF, in a thread, so that other requests are answered meanwhile.
 * @throws what the thread threw.
 */
export async function drawSheets(job: SheetsJob): Promise<Uint8Array> {
  if (drawing >= MOST_AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve));
  else drawing += 1;
  try {
    return await inThread<Uint8Array>(threadModule('sheets'), { data: { ...job }, mostMemoryMb: MOST_MEMORY_MB });
  } finally {
    // the place goes to the one that has waited longest
    const next = waiting.shift();
    if (next) next();
    else drawing -= 1;
  }
}
