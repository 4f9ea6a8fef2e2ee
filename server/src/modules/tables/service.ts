import type { PaperSize } from '@easytuck/contract';
import { formatCollarSize, prepareTie, setTableLine, TABLE_COLLARS } from '@easytuck/core';
import { requireReady, type Database } from '../../plugins/database.ts';
import { measureText } from '../cards/fonts.ts';
import { renderPdf } from '../cards/renderPdf.ts';
import { shopRepository } from '../shop/repository.ts';
import { tieRepository } from '../ties/repository.ts';
import { tieService } from '../ties/service.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { wearerService } from '../wearers/service.ts';
import { layOutSetTable, type TableRow } from './layOutSetTable.ts';

/** Tables that the shop prints. */
export interface TableService {
  /** Set, lead and room of a tie for all collars from 13 to 20 in. */
  readonly tiePdf: (tieId: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
  /** The same for one wearer, over all ties that he owns. */
  readonly wearerPdf: (wearerId: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
}

export function tableService(shop: Database): TableService {
  const ties = tieService(shop);
  const drawer = tieRepository(shop);
  const wearers = wearerService(shop);
  const owned = wearerRepository(shop);
  const settings = shopRepository(shop);
  const render = async (title: string, of: string, rows: readonly TableRow[], paper: PaperSize | undefined): Promise<Uint8Array> => {
    const { unit, paper: usual } = await settings.read();
    const pages = layOutSetTable(title, of, rows, unit, paper ?? usual, measureText);
    return renderPdf(
      title,
      pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
    );
  };
  return {
    tiePdf: async (tieId, paper) => {
      requireReady(shop);
      const tie = await ties.get(tieId);
      const prepared = prepareTie(tie);
      const { easeMm } = await settings.read();
      const rows = TABLE_COLLARS.map((collar) => ({ name: formatCollarSize(collar), line: setTableLine(prepared, collar, easeMm) }));
      return render(`Sets of ${tie.name}`, 'Collar', rows, paper);
    },
    wearerPdf: async (wearerId, paper) => {
      requireReady(shop);
      const wearer = await wearers.get(wearerId);
      const { easeMm } = await settings.read();
      const mine = new Set((await owned.ownedTies(wearerId)).map(({ tieId }) => tieId));
      const rows = (await drawer.list())
        .filter(({ id }) => mine.has(id))
        .map((tie) => ({ name: tie.name, line: setTableLine(prepareTie(tie), wearer.collar, wearer.easeMm ?? easeMm) }));
      return render(`Sets for ${wearer.name}, collar ${formatCollarSize(wearer.collar)}`, 'Tie', rows, paper);
    },
  };
}
