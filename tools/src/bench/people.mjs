import { randomUUID } from 'node:crypto';
import { buildApp, connectDatabase, loadDemo } from '@easytuck/server';
import { sideBySide } from './sideBySide.mjs';

const REQUESTS = 1_500;
const AT_ONCE = 10;

/**
 * What a request with its session and rights checked takes over the same without: reading a wearer, in one process, by turns; and
 * what a password takes.
 * @param {string} databaseUrl of a server on which databases can be made
 */
export async function measurePeople(databaseUrl) {
  const [open, signed] = [await openShop(databaseUrl, 'easytuck_bench_open'), await openShop(databaseUrl, 'easytuck_bench_people')];
  try {
    const owner = { id: randomUUID(), name: 'Maud Perrin', password: 'four lamps by the harbour' };
    const answer = await signed.app.inject({ method: 'POST', url: '/api/people/first', payload: owner });
    const cookie = String(answer.headers['set-cookie']).split(';')[0] ?? '';
    const ask = async (/** @type {typeof open} */ { app, path }, /** @type {Record<string, string>} */ headers) => {
      const { statusCode } = await app.inject({ method: 'GET', url: path, headers });
      if (statusCode !== 200) throw new Error(`${path} was answered ${statusCode}`);
    };
    const round = async (/** @type {typeof open} */ shop, /** @type {Record<string, string>} */ headers) => {
      const began = performance.now();
      let left = REQUESTS;
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          while (left > 0) {
            left -= 1;
            await ask(shop, headers);
          }
        }),
      );
      return (performance.now() - began) / REQUESTS;
    };
    for (let i = 0; i < 2; i += 1) {
      await round(open, {});
      await round(signed, { cookie });
    }
    const checked = await sideBySide(
      () => round(signed, { cookie }),
      () => round(open, {}),
      9,
    );
    const began = performance.now();
    for (let i = 0; i < 5; i += 1)
      await signed.app.inject({ method: 'POST', url: '/api/session', payload: { name: owner.name, password: owner.password } });
    return { checked, signInMs: (performance.now() - began) / 5 };
  } finally {
    await open.close();
    await signed.close();
  }
}

/** @param {string} databaseUrl @param {string} name */
async function openShop(databaseUrl, name) {
  const admin = connectDatabase(databaseUrl);
  await admin.query(`DROP DATABASE IF EXISTS ${name}`);
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const url = new URL(databaseUrl);
  url.pathname = `/${name}`;
  const app = await buildApp({ sequelize: connectDatabase(url.href), onMigrated: loadDemo });
  const { wearers } = (await app.inject('/api/wearers')).json();
  return {
    app,
    path: `/api/wearers/${wearers[0].id}`,
    close: async () => {
      await app.close();
      await admin.query(`DROP DATABASE ${name}`);
      await admin.close();
    },
  };
}
