import type { PaperSize } from '@easytuck/contract';
import { prepareTie, settingGauge } from '@easytuck/core';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { fittingService } from '../fittings/service.ts';
import { shopRepository } from '../shop/repository.ts';
import { tieService } from '../ties/service.ts';
import type { Display } from '../../paper/display.ts';
import { A6_MM, layOutCard } from '../../paper/layouts/layOutCard.ts';
import { layOutGauge } from '../../paper/layouts/layOutGauge.ts';
import { PAPER_MM } from '../../paper/paperSizes.ts';

/** Labels of the shop's printer. */
const LABEL_MM = { widthMm: 105, heightMm: 70 } as const;
const SHEET_COLUMNS = 2;
const SHEET_ROWS = 4;

/** What can be printed. */
export interface CardService {
  /** A set card: one A6, or a sheet of eight on the shop's paper, each of the fittings in turn until the sheet is full. `address`: the wearer's coach. */
  readonly cardPdf: (
    fittingIds: readonly string[],
    format: 'A6' | 'sheet',
    paper: PaperSize | undefined,
    address?: string,
  ) => Promise<Uint8Array>;
  /** Cards of many, eight to a sheet, each once. */
  readonly sheetsPdf: (fittingIds: readonly string[], paper: PaperSize | undefined) => Promise<Uint8Array>;
  readonly labelSvg: (fittingId: string, address?: string) => Promise<{ svg: string; title: string }>;
  readonly gaugePdf: (tieId: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
}

export function cardService(database: Database): CardService {
  const fittings = fittingService(database);
  const ties = tieService(database);
  const settings = shopRepository(database);
  const cardOf = async (id: string) => {
    const { card } = await fittings.get(id);
    if (!card)
      throw new ProblemError('notFound', {
        detail: 'This fitting was issued before cards were kept. Make a new fitting from it and issue its card.',
      });
    return card;
  };
  return {
    cardPdf: async (ids, format, paper, address) => {
      const cards = await Promise.all(ids.map(cardOf));
      const { measureText, renderPdf } = await import('../../paper/typeset.ts');
      const title = `Set card: ${[...new Set(cards.map(({ wearer }) => wearer))].join(', ')}`;
      if (format === 'A6')
        return renderPdf(
          title,
          cards.map((card) => ({ ...A6_MM, placed: [{ display: layOutCard(card, A6_MM, measureText, address), x: 0, y: 0 }] })),
        );
      // one card is printed until the sheet is full
      const sheet = PAPER_MM[paper ?? (await settings.read()).paper];
      const displays = cards.map((card) => layOutCard(card, cellOf(sheet), measureText, address));
      return renderPdf(title, [
        sheetOf(
          sheet,
          Array.from({ length: PER_SHEET }, (_, i) => displays[i % displays.length] ?? must()),
        ),
      ]);
    },
    sheetsPdf: async (ids, paper) => {
      const cards = await Promise.all(ids.map(cardOf));
      const { measureText, renderPdf } = await import('../../paper/typeset.ts');
      const sheet = PAPER_MM[paper ?? (await settings.read()).paper];
      const displays = cards.map((card) => layOutCard(card, cellOf(sheet), measureText));
      const sheets = Array.from({ length: Math.ceil(displays.length / PER_SHEET) }, (_, i) =>
        displays.slice(i * PER_SHEET, (i + 1) * PER_SHEET),
      );
      return renderPdf(
        `Set cards: ${cards.length}`,
        sheets.map((each) => sheetOf(sheet, each)),
      );
    },
    labelSvg: async (fittingId, address) => {
      const card = await cardOf(fittingId);
      const { measureText, renderSvg } = await import('../../paper/typeset.ts');
      return { svg: renderSvg(layOutCard(card, LABEL_MM, measureText, address)), title: `${card.wearer}: ${card.tie}` };
    },
    gaugePdf: async (tieId, paper) => {
      requireReady(database);
      const tie = await ties.get(tieId);
      const { unit, easeMm, paper: usual } = await settings.read();
      const { measureText, renderPdf } = await import('../../paper/typeset.ts');
      const display = layOutGauge(tie.name, settingGauge(prepareTie(tie), unit, easeMm), paper ?? usual, measureText);
      return renderPdf(`Setting gauge: ${tie.name}`, [
        { widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] },
      ]);
    },
  };
}

interface SheetMm {
  readonly widthMm: number;
  readonly heightMm: number;
}

const PER_SHEET = SHEET_COLUMNS * SHEET_ROWS;

const cellOf = (sheet: SheetMm): SheetMm => ({
  widthMm: Math.min(105, sheet.widthMm / SHEET_COLUMNS),
  heightMm: sheet.heightMm / SHEET_ROWS,
});

/** A sheet with cards side by side, row by row. */
function sheetOf(sheet: SheetMm, displays: readonly Display[]) {
  const cell = cellOf(sheet);
  const left = (sheet.widthMm - SHEET_COLUMNS * cell.widthMm) / 2;
  const placed = displays.map((display, i) => ({
    display,
    x: left + (i % SHEET_COLUMNS) * cell.widthMm,
    y: Math.floor(i / SHEET_COLUMNS) * cell.heightMm,
  }));
  return { ...sheet, placed };
}

function must(): never {
  throw new ProblemError('unreadable', { detail: 'A sheet needs at least one card.' });
}
