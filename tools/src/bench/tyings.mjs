import mariadb from 'mariadb';
import { randomUUID } from 'node:crypto';
import { tyingRepository } from '../../../server/src/modules/tyings/repository.ts';
import { openBare, p95OfPages } from './bareStatements.mjs';
import { sideBySide } from './sideBySide.mjs';

const TYINGS = 50_000;
const BATCH = 2_000;
const READS = 80;

/**
 * Times of the history pages' reading at the server, in a shop with 50,000 tyings: the latest 200 of a tie by whomever, and
 * of a wearer; and what the other ties of a cloth showed. 95th percentiles over different ties and wearers, beside the same statements by the bare driver.
 * @param {string} address
 * @param {string} databaseUrl
 */
export async function measureTyings(address, databaseUrl) {
  const { ties } = await (await fetch(`${address}/api/ties`)).json();
  const { wearers } = await (await fetch(`${address}/api/wearers`)).json();
  const { hostname, port, username, password, pathname } = new URL(databaseUrl);
  const connection = await mariadb.createConnection({
    host: hostname,
    port: Number(port),
    user: username,
    password: decodeURIComponent(password),
    database: pathname.slice(1),
  });
  try {
    for (let from = 0; from < TYINGS; from += BATCH) {
      const rows = Array.from({ length: BATCH }, (_, k) => {
        const i = from + k;
        return [
          randomUUID(),
          wearers[(i * 7) % wearers.length].id,
          ties[i % ties.length].id,
          'tied',
          60 + (i % 7),
          61,
          62,
          60 + (i % 5),
          842.3,
          38,
          412.75,
          '',
          new Date(1_760_000_000_000 + i * 60_000),
        ];
      });
      await connection.batch(
        `INSERT INTO tyings (id, wearer_id, tie_id, outcome, front_loop_mm, front_flat_end_mm, back_loop_mm, back_flat_end_mm, set_mm, lead_mm, neck_path_mm, note, tied_at)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
        rows,
      );
    }
  } finally {
    await connection.end();
  }
  const cottons = ties.filter((/** @type {{ fibre: string }} */ { fibre }) => fibre === 'cotton');
  const bare = await openBare(databaseUrl);
  const tyings = tyingRepository(bare.database);
  /** @param {readonly any[]} records @param {(record: any) => string} path @param {(record: any) => Promise<unknown>} read @param {(answer: any) => boolean} isWhole */
  const beside = async (records, path, read, isWhole) => {
    /** @type {Awaited<ReturnType<typeof bare.statementsOf>>[]} */
    const lists = [];
    for (const record of records) lists.push(await bare.statementsOf(() => read(record)));
    const asked = Array.from({ length: READS }, (_, i) => i % records.length);
    return sideBySide(
      () =>
        p95OfPages(
          address,
          asked.map((i) => path(records[i])),
          isWhole,
        ),
      () => bare.p95Of(asked.map((i) => lists[i] ?? [])),
    );
  };
  const isLong = (/** @type {{ tyings: readonly unknown[] }} */ answer) => answer.tyings.length >= 100;
  const result = {
    ofTie: await beside(
      ties,
      ({ id }) => `/api/tyings?tieId=${id}`,
      ({ id }) => tyings.ofTie(id),
      isLong,
    ),
    ofWearer: await beside(
      wearers,
      ({ id }) => `/api/tyings?wearerId=${id}`,
      ({ id }) => tyings.ofWearer(id),
      isLong,
    ),
    ofKin: await beside(
      cottons,
      ({ id }) => `/api/tyings/kin/${id}`,
      (tie) => tyings.ofKin(tie),
      ({ ties: others }) => Array.isArray(others),
    ),
  };
  await bare.end();
  return result;
}
