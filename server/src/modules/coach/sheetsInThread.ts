import type { Fitting, PaperSize } from '@easytuck/contract';
import type { LengthUnit } from '@easytuck/core';
import { inThread } from '../../inThread.ts';
import { threadModule } from '../../threads.ts';

const MOST_MEMORY_MB = 768;

/** Coach sheets of several fittings as one PDF, in the order they are given. */
export const sheetsInThread = (fittings: readonly Fitting[], unit: LengthUnit, paper: PaperSize, title: string): Promise<Uint8Array> =>
  inThread<Uint8Array>(threadModule('sheets'), { data: { fittings, unit, paper, title }, mostMemoryMb: MOST_MEMORY_MB });
