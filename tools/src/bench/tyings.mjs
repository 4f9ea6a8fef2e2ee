import mariadb from 'mariadb';
import { randomUUID } from 'node:crypto';
import { percentile } from './figure.mjs';

const TYINGS = 50_000;
const BATCH = 2_000;
const READS = 200;

/**
 * Times of the history pages' reading at the server, in a shop with 50,000 tyings: the latest 200 of a tie by whomever, and
 * of a wearer; and what the other ties of a cloth showed. 95th percentiles over different ties and wearers, one request after another.
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
  const p95 = async (/** @type {(i: number) => string} */ path, /** @type {(answer: any) => boolean} */ isWhole) => {
    const times = [];
    for (let i = 0; i < READS; i += 1) {
      const began = performance.now();
      const answer = await (await fetch(`${address}/api/tyings${path(i)}`)).json();
      times.push(performance.now() - began);
      if (!isWhole(answer)) throw new Error(`too little was read of ${path(i)}`);
    }
    return percentile(times, 0.95);
  };
  const cottons = ties.filter((/** @type {{ fibre: string }} */ { fibre }) => fibre === 'cotton');
  return {
    ofTieP95Ms: await p95(
      (i) => `?tieId=${ties[i % ties.length].id}`,
      ({ tyings }) => tyings.length >= 100,
    ),
    ofWearerP95Ms: await p95(
      (i) => `?wearerId=${wearers[i % wearers.length].id}`,
      ({ tyings }) => tyings.length >= 100,
    ),
    ofClothP95Ms: await p95(
      (i) => `/same-cloth/${cottons[i % cottons.length].id}`,
      ({ ties: others }) => Array.isArray(others),
    ),
  };
}
