import type { Fitting, PaperSize, Reader } from '@easytuck/contract';
import type { LengthUnit, OfferedWay } from '@easytuck/core';
import { threadPool } from '../../threadPool.ts';
import { threadModule } from '../../threads.ts';

/** A coach sheet to be drawn: of a fitting, in a way, for a reader; with the wearer’s link as a code, if there is one. */
interface SheetToDraw {
  readonly fitting: Fitting;
  readonly way: OfferedWay;
  readonly reader: Reader;
  readonly address: string | null;
}

/** Coach sheets that go into one file. */
export interface SheetsJob {
  readonly sheets: readonly SheetToDraw[];
  readonly unit: LengthUnit;
  readonly paper: PaperSize;
  readonly title: string;
}

/**
 * Draws coach sheets as one PDF, in a thread: a sheet keeps a core busy for a second or two, in which requests are answered.
 * @throws what the thread threw.
 */
export const drawSheets: (job: SheetsJob) => Promise<Uint8Array> = threadPool<Uint8Array>(threadModule('sheets'));
