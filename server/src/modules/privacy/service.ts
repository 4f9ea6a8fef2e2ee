import type { DueRecords, Erasure, HeldRecords, Wearer } from '@easytuck/contract';
import { readDocument } from '../../database/models.ts';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { shopRepository } from '../shop/repository.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { privacyRepository } from './repository.ts';

const MOST_LISTED = 200;

type Row = Record<string, unknown>;

/** What is held of people, and taking it away. */
export interface PrivacyService {
  /** What erasing somebody would take away; nothing is changed. */
  readonly wouldErase: (wearerId: string) => Promise<Erasure>;
  /** Erases somebody for good, over the version that was seen. */
  readonly erase: (wearerId: string, version: number) => Promise<Erasure>;
  /** Everything that is held of somebody. */
  readonly held: (wearerId: string) => Promise<HeldRecords>;
  /** Whose records have been kept for as long as the shop keeps them. */
  readonly due: () => Promise<DueRecords>;
}

export function privacyService(database: Database): PrivacyService {
  const repository = privacyRepository(database);
  const wearers = wearerRepository(database);
  const settings = shopRepository(database);
  const get = async (id: string): Promise<Wearer> => {
    requireReady(database);
    const found = await wearers.follow(id);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such wearer.' });
    return found;
  };
  return {
    wouldErase: async (wearerId) => {
      const { id } = await get(wearerId);
      const ids = await repository.records(id);
      return { records: ids.length, ...(await repository.count(ids)) };
    },
    erase: async (wearerId, version) => {
      requireReady(database);
      return withTransaction(database.sequelize, async (transaction) => {
        const found = await wearers.lock(wearerId, transaction);
        if (!found) throw new ProblemError('notFound', { detail: 'There is no such wearer; perhaps they are erased already.' });
        if (found.mergedInto !== null || found.version !== version) throw new ProblemError('stale', { current: found });
        const ids = await repository.records(found.id, transaction);
        const counts = await repository.count(ids, transaction);
        await repository.erase(ids, new Date(), transaction);
        return { records: ids.length, ...counts };
      });
    },
    held: async (wearerId) => {
      const { id, name } = await get(wearerId);
      const ids = await repository.records(id);
      const rows = async (table: Parameters<typeof repository.rowsOf>[0]) => (await repository.rowsOf(table, ids)).map(toHeld);
      const records = await rows('wearers');
      const [ties, tyings, parties] = [await rows('wearer_ties'), await rows('tyings'), await rows('party_members')];
      const keysIn = (found: readonly Row[], column: string): string[] => [
        ...new Set(found.flatMap((row) => (typeof row[column] === 'string' ? [row[column]] : []))),
      ];
      const tieNames = await repository.tieNames(keysIn([...ties, ...tyings], 'tie_id'));
      const partyNames = await repository.partyNames(keysIn(parties, 'party_id'));
      const withTie = (row: Row): Row => ({ tie_name: tieNames.get(String(row['tie_id'])) ?? null, ...row });
      return {
        ...{ of: name, asOf: new Date().toISOString(), shop: (await settings.read()).name },
        wearer: records.find((record) => record['id'] === id) ?? {},
        mergedRecords: records.filter((record) => record['id'] !== id),
        measures: await rows('wearer_measures'),
        ties: ties.map(withTie),
        fittings: await rows('fittings'),
        tyings: tyings.map(withTie),
        parties: parties.map((row) => ({ party_name: partyNames.get(String(row['party_id'])) ?? null, ...row })),
        // (the hash of a key says nothing of anybody)
        links: (await rows('coach_links')).map(({ key_hash: _key, ...link }) => link),
      };
    },
    due: async () => {
      requireReady(database);
      const { keepYears } = await settings.read();
      if (keepYears === null) return { keepYears, due: [], more: false };
      const before = new Date();
      before.setUTCFullYear(before.getUTCFullYear() - keepYears);
      const found = await repository.lastSeenBefore(before, MOST_LISTED + 1);
      return {
        keepYears,
        due: found.slice(0, MOST_LISTED).map((row) => ({ ...row, seenAt: row.seenAt.toISOString() })),
        more: found.length > MOST_LISTED,
      };
    },
  };
}

const DOCUMENTS = new Set(['measures', 'value', 'inputs', 'tie', 'result', 'card', 'steps', 'details']);

/** A row as it is told: documents as such, times as text. */
function toHeld(row: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).map(([name, value]) => [
      name,
      DOCUMENTS.has(name) && value !== null ? readDocument(value) : value instanceof Date ? value.toISOString() : value,
    ]),
  );
}
