import { type OfferedWay } from '@easytuck/core';
import type { PaperSize, Reader } from '@easytuck/contract';
import type { Database } from '../../plugins/database.ts';
import { fittingService } from '../fittings/service.ts';
import { shopRepository } from '../shop/repository.ts';
import { layOutCoachSheet } from '../../paper/layouts/layOutCoachSheet.ts';

/** What the coach can put on paper. */
export interface CoachService {
  /** The tying of a fitting, step by step, as a PDF. */
  readonly sheetPdf: (
    fittingId: string,
    way: OfferedWay,
    told: Reader,
    paper: PaperSize | undefined,
    address?: string,
  ) => Promise<Uint8Array>;
}

export function coachService(database: Database): CoachService {
  const fittings = fittingService(database);
  const settings = shopRepository(database);
  return {
    sheetPdf: async (fittingId, way, told, paper, address) => {
      const fitting = await fittings.get(fittingId);
      const { unit, paper: usual } = await settings.read();
      const { measureText, renderPdf } = await import('../../paper/typeset.ts');
      const pages = layOutCoachSheet(fitting, way, told, unit, paper ?? usual, measureText, address);
      return renderPdf(
        `Tying, step by step: ${fitting.wearer.name}`,
        pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
      );
    },
  };
}
