import {
  clockIn,
  collarOfMember,
  longEndOfMember,
  settingWords,
  sparesOf,
  wornByMember,
  type PaperSize,
  type PartyMember,
  type PartyPage,
  type Tie,
} from '@easytuck/contract';
import {
  formatCollarSize,
  formatLength,
  prepareTie,
  settingAt,
  tiedTheNightBefore,
  type LengthUnit,
  type TiedBefore,
} from '@easytuck/core';
import type { Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { layOutLines, type PaperList } from '../../paper/layouts/layOutLines.ts';
import { cardService } from '../cards/service.ts';
import { drawSheets } from '../coach/drawSheets.ts';
import { fittingService } from '../fittings/service.ts';
import { shopRepository } from '../shop/repository.ts';
import { tieRepository } from '../ties/repository.ts';
import { eveningOf, type Evening } from './evening.ts';
import { partyService } from './service.ts';

const CAUTION =
  'Ask before you touch anybody’s collar, and leave a finger’s room at the throat. Dizziness, headache or short breath: loosen at once.';
/** Coach sheets in one file; each takes a second or two to draw. */
const MOST_COACH_SHEETS = 40;

/** What is printed for a party. */
export interface PartyPaperService {
  /** Cards of all that have one, in the order of the day, eight to a sheet. */
  readonly cards: (id: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
  /** The tying step by step of all who tie their own and have a card. */
  readonly coachSheets: (id: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
  readonly runSheet: (id: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
  readonly nightBefore: (id: string, paper: PaperSize | undefined) => Promise<Uint8Array>;
  /** Fittings that have a card, in the order of the day: what a label is printed of. */
  readonly inOrder: (id: string) => Promise<readonly string[]>;
}

export function partyPaperService(database: Database): PartyPaperService {
  const parties = partyService(database);
  const cards = cardService(database);
  const fittings = fittingService(database);
  const settings = shopRepository(database);
  const ties = tieRepository(database);

  const ordered = async (page: PartyPage): Promise<{ evening: Evening; members: readonly PartyMember[] }> => {
    const evening = await eveningOf(database, page, new Date());
    const places = new Map(evening.turns.map(({ member }, i) => [member.id, i]));
    const members = page.members.toSorted((a, b) => (places.get(a.id) ?? 1e6 + a.number) - (places.get(b.id) ?? 1e6 + b.number));
    return { evening, members };
  };
  const fittingIds = async (id: string): Promise<readonly string[]> =>
    (await ordered(await parties.page(id))).members.flatMap(({ card }) => card?.fittingId ?? []);
  const print = async (list: PaperList, paper: PaperSize | undefined): Promise<Uint8Array> => {
    const { measureText, renderPdf } = await import('../../paper/typeset.ts');
    const pages = layOutLines(list, paper ?? (await settings.read()).paper, measureText);
    return renderPdf(
      list.title,
      pages.map((display) => ({ widthMm: display.widthMm, heightMm: display.heightMm, placed: [{ display, x: 0, y: 0 }] })),
    );
  };
  const tiesOf = async (members: readonly PartyMember[]): Promise<ReadonlyMap<string, Tie>> => {
    const ids = [...new Set(members.flatMap(({ tieId }) => tieId ?? []))];
    return new Map((ids.length === 0 ? [] : await ties.findAll(ids)).map((tie) => [tie.id, tie]));
  };
  return {
    inOrder: fittingIds,
    cards: async (id, paper) => {
      const ids = await fittingIds(id);
      if (ids.length === 0) throw new ProblemError('notFound', { detail: 'No card of this party was issued yet.' });
      return cards.sheetsPdf(ids, paper);
    },
    coachSheets: async (id, paper) => {
      const page = await parties.page(id);
      const { evening, members } = await ordered(page);
      const tiesOwn = new Set(evening.turns.flatMap(({ member, helper }) => (helper === null ? [member.id] : [])));
      const ids = members.flatMap(({ id: memberId, card }) => (tiesOwn.has(memberId) && card ? [card.fittingId] : []));
      if (ids.length === 0) throw new ProblemError('notFound', { detail: 'Nobody of this party who ties their own bow has a card yet.' });
      if (ids.length > MOST_COACH_SHEETS)
        throw new ProblemError('tooLarge', {
          detail: `No more than ${MOST_COACH_SHEETS} coach sheets are drawn at once; print them at the fittings.`,
        });
      const { unit, paper: usual } = await settings.read();
      const alone = await Promise.all(ids.map((fittingId) => fittings.get(fittingId)));
      return drawSheets({
        sheets: alone.map((fitting) => ({ fitting, way: 'main', reader: 'wearer', address: null })),
        unit,
        paper: paper ?? usual,
        title: `Tying, step by step: ${page.party.name}`,
      });
    },
    runSheet: async (id, paper) => {
      const page = await parties.page(id);
      const { evening } = await ordered(page);
      const { party, members } = page;
      const drawer = await tiesOf(members);
      const { unit } = await settings.read();
      const done = members.filter(({ doneAt }) => doneAt !== null).length;
      const spares = evening.spareMinutes === null ? '' : ` ${Math.round(evening.spareMinutes)} minutes are left before the hour.`;
      const chance =
        evening.ready === null ? '' : ` All sit in time on about ${Math.round(100 * evening.ready)} of 100 evenings like this.`;
      const take = sparesOf(members, page.offers).flatMap(({ kindId, count, step }) => {
        const tie = drawer.get(kindId);
        return tie
          ? [`${count} ${tie.name} at ${settingWords(settingAt(tie.hardware, step), (lengthMm) => formatLength(lengthMm, unit)).phrase}`]
          : [];
      });
      const along = take.length > 0 ? ` Spare ties to take along: ${take.join(', ')}.` : '';
      const missing = evening.without.length > 0 ? ` ${evening.without.length} are to be tied and there is no helper.` : '';
      return print(
        {
          title: `${party.name}: ${party.hour}`,
          tells: `${party.day}${party.place === '' ? '' : `, ${party.place}`}. Every bow sits by ${party.hour}.${spares}${chance}${missing}${done > 0 ? ` ${done} sit already.` : ''}${along}`,
          columns: [
            { head: 'Begins', share: 8, typeface: 'figure' },
            { head: 'Who', share: 25, typeface: 'strong' },
            { head: 'Tied by', share: 14 },
            { head: 'Tie', share: 30 },
            { head: 'Set at', share: 13, typeface: 'figure' },
            { head: 'Long end', share: 10 },
          ],
          rows: evening.turns.map(({ member, helper, beginsAt }) => [
            clockIn(party.zone, beginsAt),
            member.name,
            helper === null ? (member.isTiedBefore ? 'fastens it' : 'ties their own') : helper.name,
            (member.tieId === null ? undefined : drawer.get(member.tieId))?.name ?? 'no tie yet',
            setOf(member, drawer, unit),
            longEndOfMember(member),
          ]),
          foot: `The long end is told by the wearer’s own side. ${CAUTION}`,
          isTicked: true,
        },
        paper,
      );
    },
    nightBefore: async (id, paper) => {
      const page = await parties.page(id);
      const { party } = page;
      if (party.thighMm === null) throw new ProblemError('notFound', { detail: 'Measure what the bows are tied on first.' });
      const { members } = await ordered(page);
      const drawer = await tiesOf(members);
      const shop = await settings.read();
      const length = (lengthMm: number): string => formatLength(lengthMm, shop.unit);
      const rows = members.flatMap((member) => {
        const tie = member.tieId === null ? undefined : drawer.get(member.tieId);
        const known = collarOfMember(member);
        if (!tie || !known) return [];
        const found = nightBeforeOf(page, member, tie, shop.easeMm);
        return [[member.name, formatCollarSize(known.collar), tie.name, ...nightWords(found, longEndOfMember(member), length)]];
      });
      return print(
        {
          title: `Tied the night before: ${party.name}`,
          tells: `Tied on ${length(party.thighMm)}: set each band at the first mark, tie it, lift it off by its hook or clasp, and set it at the second before it goes round its neck.`,
          columns: [
            { head: 'Who', share: 24, typeface: 'strong' },
            { head: 'Collar', share: 10, typeface: 'figure' },
            { head: 'Tie', share: 28 },
            { head: 'Tie it at', share: 13, typeface: 'figure' },
            { head: 'Wear it at', share: 13, typeface: 'figure' },
            { head: '', share: 16 },
          ],
          rows,
          foot: CAUTION,
          isTicked: true,
        },
        paper,
      );
    },
  };
}

function setOf({ step, tieId }: PartyMember, drawer: ReadonlyMap<string, Tie>, unit: LengthUnit): string {
  const tie = tieId === null ? undefined : drawer.get(tieId);
  return tie && step !== null ? settingWords(settingAt(tie.hardware, step), (lengthMm) => formatLength(lengthMm, unit)).phrase : '';
}

/** How a member’s tie is tied on what the party’s bows are tied on. */
function nightBeforeOf({ party }: PartyPage, member: PartyMember, tie: Tie, easeMm: number): TiedBefore | null {
  const worn = wornByMember(member, party, { easeMm });
  if (worn === null || member.step === null || party.thighMm === null) return null;
  return tiedTheNightBefore(prepareTie(tie), tie.quickClasp, worn, member.step, party.thighMm);
}

function nightWords(
  found: TiedBefore | null,
  frontLoopFromLeg: 'left' | 'right',
  length: (lengthMm: number) => string,
): readonly [string, string, string] {
  if (found === null) return ['', '', 'not set yet'];
  switch (found.kind) {
    case 'can': {
      const off = found.easierMm < 1.5 ? '' : `${length(found.easierMm)} looser`;
      // the bow comes off a leg as its own mirror image
      const side = `front loop on the wearer’s ${frontLoopFromLeg}`;
      return [settingWords(found.onThigh, length).phrase, settingWords(found.onNeck, length).phrase, off === '' ? side : `${off}; ${side}`];
    }
    case 'doesNotOpen':
      return ['', '', 'does not open: tie it on the neck'];
    case 'tooThick':
      return ['', '', `band ${length(found.byMm)} too short for it`];
    case 'tooThin':
      return ['', '', `band ${length(found.byMm)} too long for it`];
  }
}
