import { holdEverywhere } from '../../database/cluster.ts';
import {
  party as partySchema,
  partyMember,
  type MemberData,
  type Party,
  type PartyData,
  type PartyLine,
  type PartyMember,
  type TieOffer,
  type Deal,
} from '@easytuck/contract';
import type { TiePlace } from '@easytuck/core';
import type { Transaction } from 'sequelize';
import { readDocument } from '../../database/models.ts';
import { insertRows } from '../../database/insertRows.ts';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';

/** A member as it stands in its own row, without what is known of it elsewhere. */
export type KeptMember = Omit<PartyMember, 'wearer' | 'tries' | 'card' | 'alsoAt' | 'isTieGone'> & {
  readonly partyId: string;
  readonly goneAs: Deal | null;
};

/** Ties that are promised to other parties on days of this one, and how many the shop has in all. */
export interface Promised {
  readonly tieId: string;
  /** In the drawer, or out and to come back. */
  readonly owned: number;
  readonly uses: readonly { readonly party: string; readonly from: string; readonly until: string }[];
}

/** Reads and writes parties and their members; the only place that knows their columns. */
export interface PartyRepository {
  readonly find: (id: string, transaction?: Transaction) => Promise<Party | null>;
  readonly lock: (id: string, transaction: Transaction) => Promise<Party | null>;
  readonly list: (show: 'coming' | 'past' | 'calledOff', now: Date, limit: number, offset: number) => Promise<PartyLine[]>;
  readonly insert: (id: string, data: PartyData, sitsAt: Date, at: Date) => Promise<void>;
  /** @returns false where there is no such party or it no longer has this version. */
  readonly update: (id: string, version: number, data: PartyData, sitsAt: Date, at: Date, transaction: Transaction) => Promise<boolean>;
  readonly callOff: (id: string, version: number, calledOffAt: Date | null, at: Date) => Promise<boolean>;
  readonly members: (partyId: string, transaction?: Transaction) => Promise<KeptMember[]>;
  /** Where the wearer of a fitting, by any of its revisions, stands on the list of a party that is not called off. */
  readonly placeOfFitting: (rootId: string) => Promise<{ readonly partyId: string; readonly memberId: string } | null>;
  readonly member: (id: string, transaction?: Transaction) => Promise<KeptMember | null>;
  readonly lockMembers: (partyId: string, transaction: Transaction) => Promise<KeptMember[]>;
  readonly insertMembers: (
    partyId: string,
    members: readonly (MemberData & { readonly id: string; readonly number: number })[],
    at: Date,
    transaction: Transaction,
  ) => Promise<void>;
  readonly updateMember: (
    id: string,
    version: number,
    data: MemberData,
    enteredAt: string | null,
    at: Date,
    transaction: Transaction,
  ) => Promise<boolean>;
  readonly removeMember: (id: string, version: number, transaction: Transaction) => Promise<boolean>;
  readonly giveTie: (
    id: string,
    version: number,
    tieId: string | null,
    step: number | null,
    at: Date,
    transaction: Transaction,
  ) => Promise<boolean>;
  readonly setCard: (id: string, fittingId: string, wearerId: string, at: Date) => Promise<void>;
  readonly setPlace: (id: string, place: TiePlace, goneAs: Deal | null, at: Date, transaction: Transaction) => Promise<void>;
  readonly setDone: (id: string, doneAt: Date | null, at: Date) => Promise<void>;
  readonly setArrival: (id: string, minutes: number | null, at: Date) => Promise<void>;
  /** What is known of members elsewhere: wearers, tries, cards, other parties on the same day. */
  readonly around: (party: Party, members: readonly KeptMember[]) => Promise<ReadonlyMap<string, Around>>;
  readonly promised: (
    party: Pick<Party, 'id' | 'outFrom' | 'backBy' | 'zone'>,
    tieIds: readonly string[],
    today: string,
    transaction?: Transaction,
  ) => Promise<Promised[]>;
}

/** What is known of a member outside their own row. */
type Around = Pick<PartyMember, 'wearer' | 'tries' | 'card' | 'alsoAt'>;

const NOTHING_AROUND: Around = { wearer: null, tries: [], card: null, alsoAt: [] };

const PARTY = `id, details, DATE_FORMAT(day, '%Y-%m-%d') AS day, DATE_FORMAT(out_from, '%Y-%m-%d') AS outFrom,
  DATE_FORMAT(back_by, '%Y-%m-%d') AS backBy, deal, sits_at AS sitsAt, name, called_off_at AS calledOffAt, version,
  created_at AS createdAt, updated_at AS updatedAt`;
const MEMBER = `id, party_id AS partyId, number, name, wearer_id AS wearerId, tie_id AS tieId, step, is_own_tie AS isOwnTie, deal, place,
  gone_as AS goneAs, fitting_id AS fittingId, details, arrive_minutes AS arriveMinutes, done_at AS doneAt, entered_at AS enteredAt, version`;

interface PartyRow {
  readonly id: string;
  readonly details: unknown;
  readonly sitsAt: Date;
  readonly calledOffAt: Date | null;
  readonly createdAt: Date;
  readonly updatedAt: Date;
}
interface MemberRow {
  readonly details: unknown;
  readonly isOwnTie: number | boolean;
  readonly doneAt: Date | null;
  readonly enteredAt: Date | null;
}

const places = (values: readonly unknown[]): string => values.map(() => '?').join(', ');

export function partyRepository({ sequelize }: Pick<Database, 'sequelize'>): PartyRepository {
  const one = async (id: string, suffix: string, transaction?: Transaction): Promise<Party | null> => {
    const [row] = await readRows<PartyRow>(sequelize, `SELECT ${PARTY} FROM parties WHERE id = ?${suffix}`, [id], transaction);
    return row ? toParty(row) : null;
  };
  const membersOf = async (partyId: string, suffix: string, transaction?: Transaction): Promise<KeptMember[]> =>
    (
      await readRows<MemberRow>(
        sequelize,
        `SELECT ${MEMBER} FROM party_members WHERE party_id = ? ORDER BY number, id${suffix}`,
        [partyId],
        transaction,
      )
    ).map(toMember);
  const change = (statement: string, values: readonly unknown[], transaction?: Transaction): Promise<number> =>
    writeRows(sequelize, statement, values, transaction);
  return {
    find: (id, transaction) => one(id, '', transaction),
    lock: async (id, transaction) => {
      await holdEverywhere(transaction, 'parties', [id]);
      return one(id, ' FOR UPDATE', transaction);
    },
    list: async (show, now, limit, offset) => {
      const where =
        show === 'calledOff' ? 'called_off_at IS NOT NULL' : `called_off_at IS NULL AND sits_at ${show === 'coming' ? '>=' : '<'} ?`;
      const order = show === 'coming' ? 'sits_at, id' : 'sits_at DESC, id DESC';
      // one that began a while ago still goes on
      const since = new Date(now.getTime() - 6 * 3_600_000);
      const rows = await readRows<PartyRow & { members: unknown; withCard: unknown; done: unknown; gone: unknown }>(
        sequelize,
        `SELECT p.*, (SELECT COUNT(*) FROM party_members m WHERE m.party_id = p.id) AS members,
          (SELECT COUNT(*) FROM party_members m WHERE m.party_id = p.id AND m.fitting_id IS NOT NULL) AS withCard,
          (SELECT COUNT(*) FROM party_members m WHERE m.party_id = p.id AND m.done_at IS NOT NULL) AS done,
          (SELECT COUNT(*) FROM party_members m WHERE m.party_id = p.id AND m.place = 'out' AND m.gone_as <> 'sold') AS gone
          FROM (SELECT ${PARTY} FROM parties WHERE ${where} ORDER BY ${order} LIMIT ? OFFSET ?) p ORDER BY ${show === 'coming' ? 'p.sitsAt, p.id' : 'p.sitsAt DESC, p.id DESC'}`,
        [...(show === 'calledOff' ? [] : [since.toISOString().slice(0, 23).replace('T', ' ')]), limit, offset],
      );
      return rows.map((row) => {
        const { id, name, kind, day, hour, place, sitsAt, calledOffAt } = toParty(row);
        const [members, withCard, done, out] = [row.members, row.withCard, row.done, row.gone].map(Number) as [
          number,
          number,
          number,
          number,
        ];
        return { id, name, kind, day, hour, place, sitsAt, calledOffAt, members, withCard, done, out };
      });
    },
    insert: async (id, data, sitsAt, at) => {
      const { name, day, outFrom, backBy, deal, ...details } = data;
      await change(
        `INSERT INTO parties (id, name, day, out_from, back_by, deal, sits_at, details, called_off_at, version, created_at, updated_at)
          VALUES (?, ?, ?, ?, ?, ?, ?, ?, NULL, 1, ?, ?)`,
        [id, name, day, outFrom, backBy, deal, sitsAt, JSON.stringify(details), at, at],
      );
    },
    update: async (id, version, data, sitsAt, at, transaction) => {
      const { name, day, outFrom, backBy, deal, ...details } = data;
      const changed = await change(
        `UPDATE parties SET name = ?, day = ?, out_from = ?, back_by = ?, deal = ?, sits_at = ?, details = ?, version = version + 1, updated_at = ?
          WHERE id = ? AND version = ?`,
        [name, day, outFrom, backBy, deal, sitsAt, JSON.stringify(details), at, id, version],
        transaction,
      );
      return changed === 1;
    },
    callOff: async (id, version, calledOffAt, at) =>
      (await change('UPDATE parties SET called_off_at = ?, version = version + 1, updated_at = ? WHERE id = ? AND version = ?', [
        calledOffAt,
        at,
        id,
        version,
      ])) === 1,
    members: (partyId, transaction) => membersOf(partyId, '', transaction),
    lockMembers: async (partyId, transaction) => {
      await holdEverywhere(transaction, 'party_members', [partyId]);
      return membersOf(partyId, ' FOR UPDATE', transaction);
    },
    placeOfFitting: async (rootId) => {
      const [row] = await readRows<{ partyId: string; memberId: string }>(
        sequelize,
        `SELECT m.party_id AS partyId, m.id AS memberId FROM fittings f JOIN party_members m ON m.fitting_id = f.id
          JOIN parties p ON p.id = m.party_id WHERE f.root_id = ? AND p.called_off_at IS NULL ORDER BY p.sits_at DESC LIMIT 1`,
        [rootId],
      );
      return row ?? null;
    },
    member: async (id, transaction) => {
      const [row] = await readRows<MemberRow>(sequelize, `SELECT ${MEMBER} FROM party_members WHERE id = ?`, [id], transaction);
      return row ? toMember(row) : null;
    },
    insertMembers: (partyId, members, at, transaction) =>
      insertRows(
        'party_members',
        [
          ['id', ({ id }) => id],
          ['party_id', () => partyId],
          ['number', ({ number }) => number],
          ...MEMBER_COLUMNS,
          ['place', () => 'here'],
          ['version', () => 1],
          ['created_at', () => at],
          ['updated_at', () => at],
        ],
        members,
        transaction,
      ),
    updateMember: async (id, version, data, enteredAt, at, transaction) =>
      (await change(
        `UPDATE party_members SET ${MEMBER_COLUMNS.map(([name]) => `${name} = ?`).join(', ')}, entered_at = ?, version = version + 1, updated_at = ?
          WHERE id = ? AND version = ?`,
        [...MEMBER_COLUMNS.map(([, value]) => value(data)), enteredAt === null ? null : new Date(enteredAt), at, id, version],
        transaction,
      )) === 1,
    removeMember: async (id, version, transaction) => {
      const removed = await change('DELETE FROM party_members WHERE id = ? AND version = ?', [id, version], transaction);
      if (removed === 1) await change('DELETE FROM party_links WHERE member_id = ?', [id], transaction);
      return removed === 1;
    },
    giveTie: async (id, version, tieId, step, at, transaction) =>
      (await change(
        'UPDATE party_members SET tie_id = ?, step = ?, version = version + 1, updated_at = ? WHERE id = ? AND version = ?',
        [tieId, step, at, id, version],
        transaction,
      )) === 1,
    setCard: async (id, fittingId, wearerId, at) => {
      await change(
        'UPDATE party_members SET fitting_id = ?, wearer_id = ?, version = version + 1, updated_at = ? WHERE id = ? AND (fitting_id IS NULL OR fitting_id <> ? OR wearer_id IS NULL)',
        [fittingId, wearerId, at, id, fittingId],
      );
    },
    setPlace: async (id, place, goneAs, at, transaction) => {
      await change(
        'UPDATE party_members SET place = ?, gone_as = ?, version = version + 1, updated_at = ? WHERE id = ?',
        [place, goneAs, at, id],
        transaction,
      );
    },
    // what happens on the day takes nobody's form away: the version stays
    setDone: async (id, doneAt, at) => {
      await change('UPDATE party_members SET done_at = ?, updated_at = ? WHERE id = ?', [doneAt, at, id]);
    },
    setArrival: async (id, minutes, at) => {
      await change('UPDATE party_members SET arrive_minutes = ?, version = version + 1, updated_at = ? WHERE id = ?', [minutes, at, id]);
    },
    around: async (party, members) => {
      const wearerIds = [...new Set(members.flatMap(({ wearerId }) => wearerId ?? []))];
      const fittingIds = [...new Set(members.flatMap(({ fittingId }) => fittingId ?? []))];
      const [wearers, tries, cards, others] = await Promise.all([
        wearerIds.length === 0
          ? []
          : readRows<WearerRow>(
              sequelize,
              `SELECT id, name, collar_text AS text, collar_system AS system, collar_label AS label, collar_estimated AS collarEstimated,
                long_end AS longEnd, version, measures FROM wearers WHERE id IN (${places(wearerIds)})`,
              wearerIds,
            ),
        wearerIds.length === 0
          ? []
          : readRows<{ wearerId: string; durationMs: number | null; outcome: string }>(
              sequelize,
              `SELECT wearer_id AS wearerId, duration_ms AS durationMs, outcome FROM tyings
                WHERE wearer_id IN (${places(wearerIds)}) AND removed_at IS NULL ORDER BY tied_at, id`,
              wearerIds,
            ),
        fittingIds.length === 0
          ? []
          : readRows<CardRow>(
              sequelize,
              `SELECT f.id AS askedId, l.id AS fittingId, l.tie_id AS tieId, JSON_VALUE(l.inputs, '$.step') AS step,
                JSON_EXTRACT(l.inputs, '$.collar') AS collar, JSON_VALUE(l.result, '$.setMm') AS setMm, JSON_VALUE(l.result, '$.spreadMm') AS spreadMm
                FROM fittings f JOIN fittings l ON l.root_id = f.root_id AND l.is_latest = 1 WHERE f.id IN (${places(fittingIds)})`,
              fittingIds,
            ),
        wearerIds.length === 0
          ? []
          : readRows<{ wearerId: string; partyId: string; name: string; hour: string }>(
              sequelize,
              `SELECT m.wearer_id AS wearerId, p.id AS partyId, p.name, JSON_VALUE(p.details, '$.hour') AS hour
                FROM parties p STRAIGHT_JOIN party_members m ON m.party_id = p.id
                WHERE p.day = ? AND p.id <> ? AND p.called_off_at IS NULL AND m.wearer_id IN (${places(wearerIds)}) ORDER BY p.sits_at, p.id`,
              [party.day, party.id, ...wearerIds],
            ),
      ]);
      const wearerOf = new Map(wearers.map((row) => [row.id, toKnownWearer(row)]));
      const cardOf = new Map(cards.map((row) => [row.askedId, toCard(row)]));
      const triesOf = grouped(tries);
      return new Map(
        members.map(({ id, wearerId, fittingId }): [string, Around] => [
          id,
          {
            ...NOTHING_AROUND,
            wearer: wearerId === null ? null : (wearerOf.get(wearerId) ?? null),
            tries: (wearerId === null ? [] : (triesOf.get(wearerId) ?? [])).map(({ durationMs, outcome }) => ({
              minutes: durationMs === null ? null : durationMs / 60_000,
              isGood: outcome === 'tied',
            })),
            card: fittingId === null ? null : (cardOf.get(fittingId) ?? null),
            alsoAt: others.flatMap(({ wearerId: whose, partyId, name, hour }) => (whose === wearerId ? [{ partyId, name, hour }] : [])),
          },
        ]),
      );
    },
    promised: async ({ id, outFrom, backBy }, tieIds, today, transaction) => {
      if (tieIds.length === 0) return [];
      const ties = await readRows<{ id: string; inStock: number; out: unknown }>(
        sequelize,
        `SELECT t.id, t.in_stock AS inStock, (SELECT COUNT(*) FROM party_members m WHERE m.tie_id = t.id AND m.place = 'out'
          AND m.is_own_tie = 0 AND m.gone_as <> 'sold') AS \`out\` FROM ties t WHERE t.id IN (${places(tieIds)})`,
        tieIds,
        transaction,
      );
      // by their days first: a kind that every party wears stands in most of their rows
      const columns = `m.tie_id AS tieId, m.place, p.name, DATE_FORMAT(p.out_from, '%Y-%m-%d') AS \`from\`, DATE_FORMAT(p.back_by, '%Y-%m-%d') AS until,
        COALESCE(m.deal, p.deal) = 'sold' AS isSold`;
      const isTheirs = `m.tie_id IN (${places(tieIds)}) AND m.is_own_tie = 0 AND m.party_id <> ?`;
      const uses = await readRows<{ tieId: string; place: string; name: string; from: string; until: string; isSold: unknown }>(
        sequelize,
        `SELECT ${columns} FROM parties p FORCE INDEX (parties_by_days_out) STRAIGHT_JOIN party_members m ON m.party_id = p.id
          WHERE p.back_by >= ? AND p.out_from <= ? AND p.called_off_at IS NULL AND m.place = 'here' AND ${isTheirs}
        UNION ALL SELECT ${columns} FROM parties p STRAIGHT_JOIN party_members m ON m.party_id = p.id
          WHERE p.deal = 'sold' AND p.back_by >= ? AND p.back_by < ? AND p.called_off_at IS NULL AND m.place = 'here' AND COALESCE(m.deal, 'sold') = 'sold' AND ${isTheirs}
        UNION ALL SELECT ${columns} FROM party_members m STRAIGHT_JOIN parties p ON p.id = m.party_id
          WHERE m.place = 'here' AND m.deal = 'sold' AND p.deal <> 'sold' AND p.back_by >= ? AND p.back_by < ? AND p.called_off_at IS NULL AND ${isTheirs}
        UNION ALL SELECT ${columns} FROM party_members m STRAIGHT_JOIN parties p ON p.id = m.party_id
          WHERE m.place = 'out' AND m.gone_as <> 'sold' AND ${isTheirs}`,
        [...[outFrom, backBy, ...tieIds, id], ...[today, outFrom, ...tieIds, id], ...[today, outFrom, ...tieIds, id], ...[...tieIds, id]],
        transaction,
      );
      return ties.map(({ id: tieId, inStock, out }) => ({
        tieId,
        owned: inStock + Number(out),
        uses: uses.flatMap((use) => {
          if (use.tieId !== tieId) return [];
          // what is out and overdue cannot be counted on; what is sold does not come back
          const isOverdue = use.place === 'out' && use.until < today;
          const until = isOverdue || Number(use.isSold) === 1 ? backBy : use.until;
          const from = use.place === 'out' ? outFrom : use.from;
          // one that was never given out, of a party that is over
          if (use.place === 'here' && use.until < today) return [];
          return from <= backBy && until >= outFrom ? [{ party: use.name, from, until }] : [];
        }),
      }));
    },
  };
}

function grouped<Row extends { readonly wearerId: string }>(rows: readonly Row[]): Map<string, Row[]> {
  const found = new Map<string, Row[]>();
  for (const row of rows) found.set(row.wearerId, [...(found.get(row.wearerId) ?? []), row]);
  return found;
}

/** Columns that are typed, with how a member gives each. */
const MEMBER_COLUMNS: readonly (readonly [string, (member: MemberData) => string | number | null])[] = [
  ['name', ({ name }) => name],
  ['wearer_id', ({ wearerId }) => wearerId],
  ['tie_id', ({ tieId }) => tieId],
  ['step', ({ step }) => step],
  ['is_own_tie', ({ isOwnTie }) => (isOwnTie ? 1 : 0)],
  ['deal', ({ deal }) => deal],
  ['arrive_minutes', ({ arriveMinutes }) => arriveMinutes],
  [
    'details',
    ({ collar, ground, bareNeckMm, isCollarSettled, longEnd, whoTies, isTiedBefore, note }) =>
      JSON.stringify({ collar, ground, bareNeckMm, isCollarSettled, longEnd, whoTies, isTiedBefore, note }),
  ],
];

const iso = (at: Date | null): string | null => at?.toISOString() ?? null;

function toParty(row: PartyRow): Party {
  return partySchema.parse({
    ...(readDocument(row.details) as object),
    ...row,
    sitsAt: row.sitsAt.toISOString(),
    calledOffAt: iso(row.calledOffAt),
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
  });
}

const keptMember = partyMember.omit({ wearer: true, tries: true, card: true, alsoAt: true, isTieGone: true }).loose();

function toMember(row: MemberRow): KeptMember {
  const { details, ...rest } = row;
  const found = {
    ...(readDocument(details) as object),
    ...rest,
    isOwnTie: Boolean(row.isOwnTie),
    doneAt: iso(row.doneAt),
    enteredAt: iso(row.enteredAt),
  };
  return keptMember.parse(found) as unknown as KeptMember;
}

interface WearerRow {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly system: 'in' | 'cm';
  readonly label: number;
  readonly collarEstimated: number | boolean;
  readonly longEnd: 'left' | 'right';
  readonly version: number;
  readonly measures: unknown;
}

const knownWearer = partyMember.shape.wearer.unwrap();

const toKnownWearer = ({ text, system, label, measures, collarEstimated, ...rest }: WearerRow): NonNullable<PartyMember['wearer']> =>
  knownWearer.parse({
    ...(readDocument(measures) as object),
    ...rest,
    collar: { text, system, label },
    collarEstimated: Boolean(collarEstimated),
  });

interface CardRow {
  readonly askedId: string;
  readonly fittingId: string;
  readonly tieId: string;
  readonly step: unknown;
  readonly collar: unknown;
  readonly setMm: unknown;
  readonly spreadMm: unknown;
}

const cardSchema = partyMember.shape.card.unwrap();

const toCard = ({ fittingId, tieId, step, collar, setMm, spreadMm }: CardRow): NonNullable<PartyMember['card']> =>
  cardSchema.parse({
    fittingId,
    tieId,
    step: Number(step),
    collar: readDocument(collar),
    setMm: Number(setMm),
    spreadMm: Number(spreadMm),
  });

/** How many of a tie a party may give out on its days: what the shop has, less the most that others hold on any one day. */
export function offerOf({ tieId, owned, uses }: Promised): TieOffer {
  const days = uses.map(({ from }) => from);
  const most = days.reduce((peak, day) => Math.max(peak, uses.filter(({ from, until }) => from <= day && day <= until).length), 0);
  const counts = new Map<string, number>();
  for (const { party } of uses) counts.set(party, (counts.get(party) ?? 0) + 1);
  return { tieId, free: Math.max(0, owned - most), promised: [...counts].map(([party, count]) => ({ party, count })) };
}
