import { type OfferedWay } from '@easytuck/core';
import type { PaperSize, Reader } from '@easytuck/contract';
import type { Database } from '../../plugins/database.ts';
import { fittingService } from '../fittings/service.ts';
import { shopRepository } from '../shop/repository.ts';
import { drawSheets } from './drawSheets.ts';

/** What the coach can put on paper. */
export interface CoachService {
  /** The tying of a fitting, step by step, as a PDF. */
  readonly sheetPdf: (
    fittingId: string,
    way: OfferedWay,
    reader: Reader,
    paper: PaperSize | undefined,
    address?: string,
  ) => Promise<Uint8Array>;
}

export function coachService(database: Database): CoachService {
  const fittings = fittingService(database);
  const settings = shopRepository(database);
  return {
    sheetPdf: async (fittingId, way, reader, paper, address) => {
      const fitting = await fittings.get(fittingId);
      const { unit, paper: usual } = await settings.read();
      return drawSheets({
        sheets: [{ fitting, way, reader, address: address ?? null }],
        unit,
        paper: paper ?? usual,
        title: `Tying, step by step: ${fitting.wearer.name}`,
      });
    },
  };
}
