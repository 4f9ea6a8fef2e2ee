import { fittingQuery, toCollar, type Fitting, type PaperSize } from '@easytuck/contract';
import {
  fitWearer,
  formatCollarSize,
  prepareTie,
  settingAt,
  setTableLine,
  TABLE_COLLARS,
  tieForWearer,
  wearerTableLine,
  type SetTableLine,
  type WornCollar,
} from '@easytuck/core';
import { requireReady, type Database } from '../../plugins/database.ts';
import { fittingRepository } from '../fittings/repository.ts';
import { handsOfWearer } from '../tyings/ownTakeUps.ts';
import { shopRepository } from '../shop/repository.ts';
import { tieRepository } from '../ties/repository.ts';
import { tieService } from '../ties/service.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { wearerService } from '../wearers/service.ts';
import { layOutSetTable, type TableRow } from '../../paper/layouts/layOutSetTable.ts';

/** Fittings of one wearer that are looked through for cards. */
const MOST_FITTINGS = 200;
const ROOM_TELLS = 'The adjustment left is how far the set can still go before the limit that is named.';
const TIE_TABLE_TELLS = `Set for the bow the tie was cut for, with the lead that makes both bows alike. ${ROOM_TELLS} Neck and collar points are taken as typical.`;
const WEARER_TABLE_TELLS = `Ties with a card: as it was issued. The others: where the house’s school sets the band, with the lead that makes both bows alike. ${ROOM_TELLS} What was measured of the wearer is used; the rest is typical.`;

/** What a card that was given out says, as a line of a table. */
function lineOfCard(card: Fitting): SetTableLine {
  const collar = toCollar(card.collar);
  const { easeMm, collarStyle: style, collarPointsMm, neckBreadthMm, faceWidthMm, step, leadMm, longEnd } = card;
  const worn: WornCollar = { collar, easeMm, style, collarPointsMm, neckBreadthMm, faceWidthMm };
  return {
    collar,
    rounded: { nearest: settingAt(card.tie.hardware, step), below: null, above: null, beyondMm: 0 },
    leadMm,
    fit: fitWearer(prepareTie(card.tie), worn, step, leadMm, longEnd).fit,
  };
}

/** Tables that the shop prints. */
export interface TableService {
  /** Set, lead and room of a tie for all collars from 13 to 20 in. */
  readonly tiePdf: (tieId: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
  /** The same for one wearer, over all ties they own: as the last card has it, else where the house's school sets the band. */
  readonly wearerPdf: (wearerId: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
}

export function tableService(database: Database): TableService {
  const ties = tieService(database);
  const drawer = tieRepository(database);
  const wearers = wearerService(database);
  const owned = wearerRepository(database);
  const settings = shopRepository(database);
  const fittings = fittingRepository(database);
  const render = async (
    title: string,
    of: string,
    rows: readonly TableRow[],
    paper: PaperSize | undefined,
    tells: string,
  ): Promise<Uint8Array> => {
    const { unit, paper: usual } = await settings.read();
    const { measureText, renderPdf } = await import('../../paper/typeset.ts');
    const pages = layOutSetTable(title, tells, of, rows, unit, paper ?? usual, measureText);
    return renderPdf(
      title,
      pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
    );
  };
  return {
    tiePdf: async (tieId, paper) => {
      requireReady(database);
      const tie = await ties.get(tieId);
      const prepared = prepareTie(tie);
      const { easeMm } = await settings.read();
      const rows = TABLE_COLLARS.map((collar) => ({ name: formatCollarSize(collar), line: setTableLine(prepared, collar, easeMm) }));
      return render(`Sets of ${tie.name}`, 'Collar', rows, paper, TIE_TABLE_TELLS);
    },
    wearerPdf: async (wearerId, paper) => {
      requireReady(database);
      const wearer = await wearers.get(wearerId);
      const house = await settings.read();
      const mine = new Set((await owned.ties(wearer.id)).ties.map(({ tieId }) => tieId));
      const given = await fittings.list(fittingQuery.parse({ wearerId: wearer.id }), MOST_FITTINGS);
      const hands = await handsOfWearer(database, wearer.id);
      // the collar they were last fitted in is the collar they wear
      const last = given[0];
      const worn: WornCollar = {
        collar: wearer.collar,
        easeMm: wearer.easeMm ?? house.easeMm,
        style: last?.collarStyle ?? 'turndown',
        collarPointsMm: last?.collarPointsMm ?? null,
        neckBreadthMm: wearer.neckBreadthMm,
        faceWidthMm: wearer.faceWidthMm,
        bareNeckMm: wearer.bareNeckMm,
      };
      const rows = (await drawer.list())
        .filter(({ id }) => mine.has(id))
        .map((tie): TableRow => {
          const card = given.find((fitting) => fitting.tie.id === tie.id);
          if (card) return { name: `${tie.name} (card of ${card.givenOutAt.slice(0, 10)})`, line: lineOfCard(card) };
          const inHands = prepareTie(tieForWearer(tie, hands.get(tie.id), wearer.firmness).tie);
          return { name: tie.name, line: wearerTableLine(inHands, worn, house.school, house.smallMm) };
        });
      return render(`Sets for ${wearer.name}, collar ${formatCollarSize(wearer.collar)}`, 'Tie', rows, paper, WEARER_TABLE_TELLS);
    },
  };
}
