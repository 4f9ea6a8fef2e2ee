import { holdEverywhere } from '../../database/cluster.ts';
import { inserted, selected } from '../../database/columns.ts';
import {
  takenMeasure,
  wearerMeasures,
  type TakenMeasure,
  type WearerSort,
  type Wearer,
  type WearerTies,
  type WearerMeasures,
  type WrittenCollar,
} from '@easytuck/contract';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { readDocument, type WearerMeasureRow, type WearerRow, type WearerTieRow } from '../../database/models.ts';
import { insertRows } from '../../database/insertRows.ts';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';
import { NOBODY_ID } from '../privacy/nobody.ts';
import { ENDING_MARK, isShortWord, nameWords, searchWords, SHORTEST_MIDDLE } from './searchWords.ts';

/** What is kept of a wearer besides keys and times: the collar is there, read off a shirt or proposed from the neck. */
export type KeptWearer = Omit<Wearer, 'id' | 'version' | 'createdAt' | 'updatedAt' | 'seenAt' | 'mergedInto' | 'awayAt'>;

/** Which wearers are listed: those of every day, those with a day to come (soonest first), those put away. */
type WearersShown = 'current' | 'due' | 'away';

/** A measure to be put on record. */
export type NewMeasure = Pick<TakenMeasure, 'kind' | 'value' | 'takenBy'>;

/** A wearer to be taken in together with many others. */
export interface WholeWearer {
  readonly id: string;
  readonly kept: KeptWearer;
  readonly measures: readonly NewMeasure[];
}

/** What a wearer’s tie is for, and when. */
export interface WearerEvent {
  readonly name: string;
  readonly on: string;
}

/** Reads and writes wearers; the only place that knows their columns. */
export interface WearerRepository {
  readonly find: (id: string, transaction?: Transaction) => Promise<Wearer | null>;
  /** As `find`, and nobody else changes it until the transaction ends. */
  readonly lock: (id: string, transaction: Transaction) => Promise<Wearer | null>;
  /** The record that a wearer's key leads to: their own, or the one that it was merged into. */
  readonly follow: (id: string) => Promise<Wearer | null>;
  /** As `follow`, and nobody else changes that record, or merges it, until the transaction ends. */
  readonly lockFollowed: (id: string, transaction: Transaction) => Promise<Wearer | null>;
  /**
   * Those with a word that begins with each of the words, recently seen first; where these are fewer than asked for, then
   * those with the letters in the middle of a name. Merged records and those put away are left out.
   */
  readonly search: (letters: string, limit: number, offset?: number) => Promise<Wearer[]>;
  /** A page of those with a day to come on or after `today`, soonest first, of those put away, latest first, or of all others in an order. */
  readonly list: (shown: Listed, today: string, limit: number, offset: number) => Promise<Wearer[]>;
  /** How many there are of a list or a search; of a search no more than `most` are counted. */
  readonly count: (shown: WearersShown, letters: string, today: string, most: number) => Promise<number>;
  /** Whether anything on record goes back to a wearer: fittings, tyings, records merged into it. */
  readonly isReferred: (id: string, transaction: Transaction) => Promise<boolean>;
  /** Takes a wearer off the record with measures and names; nothing else may go back to it. */
  readonly remove: (id: string, transaction: Transaction) => Promise<void>;
  /** Puts it away or takes it out again. @returns as `update`. */
  readonly putAway: (id: string, version: number, awayAt: Date | null, at: Date, transaction: Transaction) => Promise<boolean>;
  /** Name and collar of those with one of these names, compared more loosely than letter by letter; merged records are left out. */
  readonly named: (
    names: readonly string[],
    transaction: Transaction | null,
  ) => Promise<readonly (Pick<KeptWearer, 'name' | 'collar' | 'collarEstimated'> & { readonly id: string })[]>;
  /** What is kept of some, by their names. */
  readonly keptOf: (ids: readonly string[]) => Promise<readonly KeptWearer[]>;
  /** What is kept of everybody, by key, a page at a time; `last` is the page's last key, or null where there is no more. */
  readonly page: (after: string, limit: number) => Promise<{ readonly wearers: readonly KeptWearer[]; readonly last: string | null }>;
  readonly insert: (wearers: readonly WholeWearer[], at: Date, transaction: Transaction) => Promise<void>;
  /** @returns false where there is no such wearer or it no longer has this version. */
  readonly update: (
    id: string,
    version: number,
    kept: KeptWearer,
    measures: readonly NewMeasure[],
    at: Date,
    transaction: Transaction,
  ) => Promise<boolean>;
  /**
   * Moves an event to another day for those of these wearers whose record has it: on its old day, under no name, or under one that holds
   * the event’s name or is part of it. A record that has the very name, or none, gets the new one.
   * @returns their keys.
   */
  readonly moveEvent: (
    ids: readonly string[],
    from: WearerEvent,
    to: WearerEvent,
    at: Date,
    transaction: Transaction,
  ) => Promise<readonly string[]>;
  readonly markSeen: (id: string, at: Date, transaction: Transaction) => Promise<void>;
  /** Latest first. */
  readonly history: (id: string) => Promise<TakenMeasure[]>;
  readonly ties: (id: string) => Promise<WearerTies>;
  readonly own: (id: string, tieId: string, at: Date, transaction: Transaction) => Promise<void>;
  /** Marks a tie that the wearer owns as their usual one, and no other; null: none. */
  readonly markUsual: (id: string, tieId: string | null, transaction: Transaction) => Promise<void>;
  readonly disown: (id: string, tieId: string, transaction?: Transaction) => Promise<void>;
  /** Moves all that belongs to one wearer to another and leaves a pointer. */
  readonly moveInto: (fromId: string, intoId: string, at: Date, transaction: Transaction) => Promise<void>;
}

/** Pointers lead straight to where a record went; a few steps are allowed for all the same. */
const MOST_POINTERS = 8;

export function wearerRepository({ models, sequelize }: Pick<Database, 'models' | 'sequelize'>): WearerRepository {
  const { wearers, wearerWords, wearerMeasures: taken, wearerTies } = models;
  const columns = selected(wearers);
  const one = async (id: string, transaction: Transaction | undefined, suffix = ''): Promise<Wearer | null> => {
    const [row] = await readRows<WearerRow>(sequelize, `SELECT ${columns} FROM wearers WHERE id = ?${suffix}`, [id], transaction);
    return row === undefined || row.id === NOBODY_ID ? null : toWearer(row);
  };
  const keptRows = (where: string, values: readonly (string | number)[]) =>
    readRows<Pick<WearerRow, 'id' | Exclude<keyof Columns, 'measures'>> & { measures: string }>(
      sequelize,
      // as text: a hundred thousand documents and dates made into objects one by one take longer than all else
      `SELECT ${selected(wearers, { only: ['id', ...KEPT_COLUMNS], documentsAsText: true })}
        FROM wearers WHERE merged_into IS NULL AND ${where}`,
      values,
    );
  const writeMeasures = async (
    measures: readonly { readonly wearerId: string; readonly measure: NewMeasure }[],
    at: Date,
    transaction: Transaction,
  ): Promise<void> =>
    insertRows(
      'wearer_measures',
      [
        ['id', () => uuid()],
        ['wearer_id', ({ wearerId }) => wearerId],
        ['kind', ({ measure }) => measure.kind],
        // inside an object, so that a word is never taken for a document
        ['value', ({ measure }) => JSON.stringify({ value: measure.value })],
        ['taken_at', () => at],
        ['taken_by', ({ measure }) => measure.takenBy],
      ],
      measures,
      transaction,
    );
  const writeWords = async (names: readonly { readonly id: string; readonly name: string }[], at: Date, transaction: Transaction) =>
    insertRows(
      'wearer_words',
      [
        ['word', ({ word }) => word],
        ['seen_at', () => at],
        ['wearer_id', ({ id }) => id],
      ],
      // in the order of the key, which goes in faster
      names
        .flatMap(({ id, name }) => searchWords(name).map((word) => ({ id, word })))
        .sort((a, b) => (a.word < b.word ? -1 : a.word > b.word ? 1 : 0)),
      transaction,
    );
  const locked = async (id: string, transaction: Transaction): Promise<Wearer | null> => {
    await holdEverywhere(transaction, 'wearers', [id]);
    return one(id, transaction, ' FOR UPDATE');
  };
  const followed = async (id: string, read: (id: string) => Promise<Wearer | null>): Promise<Wearer | null> => {
    let found = await read(id);
    for (let i = 0; found !== null && found.mergedInto !== null && i < MOST_POINTERS; i += 1) found = await read(found.mergedInto);
    return found;
  };
  return {
    follow: (id) => followed(id, (next) => one(next, undefined)),
    lockFollowed: (id, transaction) => followed(id, (next) => locked(next, transaction)),
    find: (id, transaction) => one(id, transaction),
    lock: locked,
    search: async (letters, limit, offset = 0) => {
      const words = [...nameWords(letters)].sort((a, b) => b.length - a.length);
      if (words.length === 0 && letters.trim() !== '') return [];
      const { statement, values } = searchStatement(words);
      let found = (await readRows<{ id: string }>(sequelize, statement, [...values, offset + limit])).map(({ id }) => id);
      if (found.length < offset + limit && words.some(isMiddle)) {
        const middle = middleStatement(words);
        const more = await readRows<{ id: string }>(sequelize, middle.statement, [...middle.values, offset + limit]);
        found = [...new Set([...found, ...more.map(({ id }) => id)])];
      }
      found = found.slice(offset, offset + limit);
      if (found.length === 0) return [];
      const rows = await readRows<WearerRow>(
        sequelize,
        `SELECT ${columns} FROM wearers WHERE id IN (${found.map(() => '?').join(', ')})`,
        found,
      );
      const byId = new Map(rows.map((row) => [row.id, row]));
      return found.flatMap((id) => byId.get(id) ?? []).map(toWearer);
    },
    list: async (shown, today, limit, offset) => {
      const { where, order, values } = listed(shown, today);
      const rows = await readRows<WearerRow>(
        sequelize,
        `SELECT ${columns} FROM wearers WHERE ${where} ORDER BY ${order} LIMIT ? OFFSET ?`,
        [...values, limit, offset],
      );
      return rows.map(toWearer);
    },
    count: async (shown, letters, today, most) => {
      const words = [...nameWords(letters)].sort((a, b) => b.length - a.length);
      if (words.length === 0 && letters.trim() !== '') return 0;
      if (shown === 'current' && words.length > 0) {
        const { statement, values } = words.some(isMiddle) ? middleStatement(words) : searchStatement(words);
        const [row] = await readRows<{ found: number }>(sequelize, `SELECT COUNT(*) AS found FROM (${statement}) counted`, [
          ...values,
          most,
        ]);
        return row?.found ?? 0;
      }
      const { where, values } = shown === 'current' ? { where: CURRENT, values: [] } : listed(shown, today);
      const [row] = await readRows<{ found: number }>(sequelize, `SELECT COUNT(*) AS found FROM wearers WHERE ${where}`, [...values]);
      return row?.found ?? 0;
    },
    isReferred: async (id, transaction) => {
      for (const [table, column] of [
        ['fittings', 'wearer_id'],
        ['tyings', 'wearer_id'],
        ['wearers', 'merged_into'],
        ['party_members', 'wearer_id'],
      ] as const) {
        const rows = await readRows(sequelize, `SELECT 1 FROM ${table} WHERE ${column} = ? LIMIT 1`, [id], transaction);
        if (rows.length > 0) return true;
      }
      return false;
    },
    remove: async (id, transaction) => {
      for (const table of ['wearer_words', 'wearer_measures', 'wearer_ties'])
        await sequelize.query(`DELETE FROM ${table} WHERE wearer_id = ?`, { replacements: [id], transaction });
      await wearers.destroy({ where: { id }, transaction });
    },
    putAway: async (id, version, awayAt, at, transaction) => {
      const [changed] = await wearers.update(
        { awayAt, version: version + 1, updatedAt: at },
        { where: { id, version, mergedInto: null }, transaction },
      );
      if (changed !== 1) return false;
      // the words of somebody put away are not looked through
      await wearerWords.destroy({ where: { wearerId: id }, transaction });
      if (awayAt === null) {
        const found = await one(id, transaction);
        if (found) await writeWords([found], new Date(found.seenAt), transaction);
      }
      return true;
    },
    named: async (names, transaction) => {
      if (names.length === 0) return [];
      const rows = await sequelize.query<
        Pick<WearerRow, 'id' | 'name' | 'collarText' | 'collarSystem' | 'collarLabel' | 'collarEstimated'>
      >(
        `SELECT ${selected(wearers, { only: ['id', 'name', 'collarText', 'collarSystem', 'collarLabel', 'collarEstimated'] })}
          FROM wearers WHERE merged_into IS NULL AND name IN (?)`,
        { replacements: [names], type: QueryTypes.SELECT, transaction },
      );
      return rows.map(({ id, name, collarText: text, collarSystem: system, collarLabel: label, collarEstimated }) => ({
        ...{ id, name, collar: { text, system, label }, collarEstimated: Boolean(collarEstimated) },
      }));
    },
    keptOf: async (ids) => (await keptRows(`id IN (${ids.map(() => '?').join(', ')}) ORDER BY name, id`, ids)).map(toKept),
    page: async (after, limit) => {
      const rows = await keptRows('id > ? ORDER BY id LIMIT ?', [after, limit]);
      return { wearers: rows.map(toKept), last: rows.at(-1)?.id ?? null };
    },
    insert: async (all, at, transaction) => {
      const fresh = { mergedInto: null, version: 1, createdAt: at, updatedAt: at, seenAt: at, awayAt: null };
      await insertRows(
        'wearers',
        inserted(wearers),
        all.map(({ id, kept }) => ({ id, ...toColumns(kept), ...fresh })),
        transaction,
      );
      await writeWords(
        all.map(({ id, kept }) => ({ id, name: kept.name })),
        at,
        transaction,
      );
      await writeMeasures(
        all.flatMap(({ id, measures }) => measures.map((measure) => ({ wearerId: id, measure }))),
        at,
        transaction,
      );
    },
    update: async (id, version, kept, measures, at, transaction) => {
      const [changed] = await wearers.update(
        // who is worked on is not put away any more
        { ...toColumns(kept), version: version + 1, updatedAt: at, seenAt: at, awayAt: null },
        // a record that was merged into another is not brought back to life
        { where: { id, version, mergedInto: null }, transaction },
      );
      if (changed !== 1) return false;
      await wearerWords.destroy({ where: { wearerId: id }, transaction });
      await writeWords([{ id, name: kept.name }], at, transaction);
      await writeMeasures(
        measures.map((measure) => ({ wearerId: id, measure })),
        at,
        transaction,
      );
      return true;
    },
    moveEvent: async (ids, from, to, at, transaction) => {
      if (ids.length === 0) return [];
      await holdEverywhere(transaction, 'wearers', ids);
      const marks = ids.map(() => '?').join(', ');
      const rows = await readRows<{ id: string }>(
        sequelize,
        `SELECT id FROM wearers WHERE id IN (${marks}) AND event_on = ?
          AND (LOCATE(event_name, ?) > 0 OR LOCATE(?, event_name) > 0) AND ${CURRENT} ORDER BY id FOR UPDATE`,
        [...ids, from.on, from.name, from.name],
        transaction,
      );
      const moved = rows.map(({ id }) => id);
      if (moved.length > 0)
        await writeRows(
          sequelize,
          `UPDATE wearers SET event_on = ?, event_name = IF(event_name IN (?, ''), ?, event_name), version = version + 1, updated_at = ?
            WHERE id IN (${moved.map(() => '?').join(', ')})`,
          [to.on, from.name, to.name, at, ...moved],
          transaction,
        );
      return moved;
    },
    markSeen: async (id, at, transaction) => {
      await wearers.update({ seenAt: at }, { where: { id }, transaction });
      await wearerWords.update({ seenAt: at }, { where: { wearerId: id }, transaction });
    },
    history: async (id) => {
      const rows = (await taken.findAll({
        where: { wearerId: id },
        order: [
          ['takenAt', 'DESC'],
          ['id', 'DESC'],
        ],
        raw: true,
      })) as unknown as WearerMeasureRow[];
      return rows.map((row) => takenMeasure.parse({ ...row, ...(readDocument(row.value) as object), takenAt: row.takenAt.toISOString() }));
    },
    ties: async (id) => {
      const rows = await readRows<{ tieId: string; tieName: string; since: Date; isUsual: number }>(
        sequelize,
        `SELECT o.tie_id AS tieId, t.name AS tieName, o.since, o.is_usual AS isUsual FROM wearer_ties o JOIN ties t ON t.id = o.tie_id
          WHERE o.wearer_id = ? ORDER BY o.since DESC, o.tie_id`,
        [id],
      );
      const [mostGiven] = await readRows<{ tieId: string }>(
        sequelize,
        `SELECT tie_id AS tieId FROM fittings WHERE wearer_id = ? AND is_latest GROUP BY tie_id HAVING COUNT(*) > 1
          ORDER BY COUNT(*) DESC, MAX(given_out_at) DESC LIMIT 1`,
        [id],
      );
      const ties = rows.map(({ since, isUsual, ...rest }) => ({ ...rest, since: since.toISOString(), isUsual: Boolean(isUsual) }));
      return { ties, usualTieId: ties.find(({ isUsual }) => isUsual)?.tieId ?? mostGiven?.tieId ?? null };
    },
    own: async (id, tieId, at, transaction) => {
      await wearerTies.bulkCreate([{ wearerId: id, tieId, since: at, isUsual: false }], { ignoreDuplicates: true, transaction });
    },
    markUsual: async (id, tieId, transaction) => {
      await wearerTies.update({ isUsual: false }, { where: { wearerId: id, isUsual: true }, transaction });
      if (tieId !== null) await wearerTies.update({ isUsual: true }, { where: { wearerId: id, tieId }, transaction });
    },
    disown: async (id, tieId, transaction) => {
      await wearerTies.destroy({ where: { wearerId: id, tieId }, transaction: transaction ?? null });
    },
    moveInto: async (fromId, intoId, at, transaction) => {
      const where = { wearerId: fromId };
      for (const table of ['wearer_measures', 'fittings', 'tyings', 'coach_links', 'party_members'])
        await sequelize.query(`UPDATE ${table} SET wearer_id = ? WHERE wearer_id = ?`, { replacements: [intoId, fromId], transaction });
      const owned = (await wearerTies.findAll({ where, raw: true, transaction })) as unknown as WearerTieRow[];
      const hasUsual = (await wearerTies.count({ where: { wearerId: intoId, isUsual: true }, transaction })) > 0;
      await wearerTies.bulkCreate(
        owned.map(({ tieId, since }) => ({ wearerId: intoId, tieId, since, isUsual: false })),
        { ignoreDuplicates: true, transaction },
      );
      // (also where both own it)
      const usual = owned.find(({ isUsual }) => Boolean(isUsual));
      if (usual && !hasUsual) await wearerTies.update({ isUsual: true }, { where: { wearerId: intoId, tieId: usual.tieId }, transaction });
      await wearerTies.destroy({ where, transaction });
      await wearerWords.destroy({ where, transaction });
      await sequelize.query('UPDATE wearers SET merged_into = ?, version = version + 1, updated_at = ? WHERE id = ?', {
        replacements: [intoId, at, fromId],
        transaction,
      });
      // records that were merged into this one before point on to where it went
      await wearers.update({ mergedInto: intoId }, { where: { mergedInto: fromId, id: { [Op.ne]: intoId } }, transaction });
    },
  };
}

/**
 * Keys of wearers by beginnings of words. The longest word leads: up to four letters its beginning is kept itself, with
 * the time seen, so that the latest come straight off the index; a longer one matches few. The others are then looked up
 * one by one, short ones at their exact place.
 */
function searchStatement([leading, ...others]: readonly string[]): { statement: string; values: readonly string[] } {
  if (leading === undefined)
    return { statement: `SELECT id FROM wearers WHERE ${CURRENT} ORDER BY seen_at DESC, id DESC LIMIT ?`, values: [] };
  const also = others.map((word) => {
    const place = isShortWord(word) ? 'o.word = ? AND o.seen_at = w.seen_at' : 'o.word LIKE ?';
    return `AND EXISTS (SELECT 1 FROM wearer_words o WHERE ${place} AND o.wearer_id = w.wearer_id)`;
  });
  // a longer beginning may match two words of one name; a short one stands in the table once for each wearer
  return {
    statement: `SELECT ${isShortWord(leading) ? '' : 'DISTINCT'} w.wearer_id AS id, w.seen_at FROM wearer_words w
      WHERE w.word ${isShortWord(leading) ? '= ?' : 'LIKE ?'} ${also.join(' ')} ORDER BY w.seen_at DESC, w.wearer_id DESC LIMIT ?`,
    values: [leading, ...others].map((word) => (isShortWord(word) ? word : `${word}%`)),
  };
}

/** Neither merged into another record nor put away. */
const CURRENT = 'away_at IS NULL AND merged_into IS NULL';

/** What is listed without letters: by what is shown, and the others in an order. */
type Listed = 'due' | 'away' | Exclude<WearerSort, 'seen'>;

/** The same collar in inches and in centimetres stands side by side. */
const COLLAR_MM = "collar_label * IF(collar_system = 'in', 25.4, 10)";
const IN_ORDER: Readonly<Record<Exclude<WearerSort, 'seen'>, string>> = {
  name: 'name, id',
  collar: `${COLLAR_MM}, name, id`,
  day: 'event_on IS NULL, event_on, name, id',
};

function listed(shown: Listed, today: string): { where: string; order: string; values: readonly string[] } {
  if (shown !== 'due' && shown !== 'away') return { where: CURRENT, order: IN_ORDER[shown], values: [] };
  return shown === 'due'
    ? { where: `${CURRENT} AND event_on >= ?`, order: 'event_on, id', values: [today] }
    : { where: 'away_at IS NOT NULL AND merged_into IS NULL', order: 'away_at DESC, id DESC', values: [] };
}

/** Letters that may be looked for in the middle of a name. */
const isMiddle = (word: string): boolean => Array.from(word).length >= SHORTEST_MIDDLE;

/** Keys of wearers by letters anywhere in a word: what begins with them, or has an ending that does. The longest leads. */
function middleStatement([leading = '', ...others]: readonly string[]): { statement: string; values: readonly string[] } {
  const anywhere = (table: string): string => `(${table}.word LIKE ? OR ${table}.word LIKE ?)`;
  const also = others.map(() => `AND EXISTS (SELECT 1 FROM wearer_words o WHERE o.wearer_id = w.wearer_id AND ${anywhere('o')})`);
  return {
    statement: `SELECT DISTINCT w.wearer_id AS id, w.seen_at FROM wearer_words w WHERE ${anywhere('w')} ${also.join(' ')}
      ORDER BY w.seen_at DESC, w.wearer_id DESC LIMIT ?`,
    values: [leading, ...others].flatMap((word) => [`${word}%`, `${ENDING_MARK}${word}%`]),
  };
}

/** What nobody has asked of a wearer yet. */
const NO_MEASURES = wearerMeasures.parse({});

const KEPT_COLUMNS = [
  'name',
  'collarText',
  'collarSystem',
  'collarLabel',
  'collarEstimated',
  'longEnd',
  'note',
  'contact',
  'eventName',
  'eventOn',
  'measures',
] as const satisfies readonly (keyof WearerRow)[];

type Columns = Pick<WearerRow, (typeof KEPT_COLUMNS)[number]>;

function toColumns(kept: KeptWearer): Columns {
  const { name, collar, collarEstimated, longEnd, note, contact, eventName, eventOn } = kept;
  return {
    ...{ name, collarText: collar.text, collarSystem: collar.system, collarLabel: collar.label, collarEstimated, longEnd, note },
    ...{ contact, eventName, eventOn },
    measures: wearerMeasures.parse(kept),
  };
}

function toKept(row: Pick<WearerRow, keyof Columns>): KeptWearer {
  const { name, longEnd, note, contact, eventName, eventOn } = row;
  const collar: WrittenCollar = { text: row.collarText, system: row.collarSystem, label: row.collarLabel };
  return Object.assign(
    { name, collar, collarEstimated: Boolean(row.collarEstimated), longEnd, note, contact, eventName, eventOn },
    NO_MEASURES,
    readDocument(row.measures) as Partial<WearerMeasures>,
  );
}

function toWearer(row: WearerRow): Wearer {
  const { id, name, longEnd, note, contact, eventName, eventOn, version, mergedInto } = row;
  const collar: WrittenCollar = { text: row.collarText, system: row.collarSystem, label: row.collarLabel };
  return {
    // checked when it was written, and again by the contract when it is read at the other end
    ...NO_MEASURES,
    ...(readDocument(row.measures) as Partial<WearerMeasures>),
    ...{ id, name, collar, collarEstimated: Boolean(row.collarEstimated), longEnd, note, version, mergedInto },
    ...{ contact, eventName, eventOn },
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
    seenAt: row.seenAt.toISOString(),
    awayAt: row.awayAt === null ? null : row.awayAt.toISOString(),
  };
}
