/** A server for a test: its own database on the private MariaDB that DATABASE_URL points at. */
import { type Wearer, type FittingInput, type NewWearer, type TieInput, type KnownRows } from '@easytuck/contract';
import { sampleFitting, sampleTie } from '@easytuck/contract/testing';
import { neckPathMm } from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { randomBytes } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import type { Sequelize } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { buildApp, type AppOptions } from './app.ts';
import { connectDatabase } from './database/connect.ts';

/** A server, its pool, and how to be rid of both. */
export interface TestShop {
  readonly app: FastifyInstance;
  readonly sequelize: Sequelize;
  readonly databaseUrl: string;
  readonly close: () => Promise<void>;
}

/** Makes a database that nobody else uses and a server on it. */
export async function openTestShop(options: Omit<AppOptions, 'sequelize'> = {}): Promise<TestShop> {
  const base = process.env['DATABASE_URL'];
  if (!base) throw new Error('DATABASE_URL is not set: run these tests with npm run test:server, which starts a private database');
  const name = `easytuck_test_${randomBytes(6).toString('hex')}`;
  // with the patience of work that nobody waits for: beside other tests the machine can be busy for longer than a request may wait
  const admin = connectDatabase(base, 'jobs');
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const databaseUrl = new URL(base);
  databaseUrl.pathname = `/${name}`;
  const sequelize = connectDatabase(databaseUrl.href);
  const app = await buildApp({ sequelize, checkAnswers: true, ...options });
  return {
    app,
    sequelize,
    databaseUrl: databaseUrl.href,
    close: async () => {
      await app.close();
      await admin.query(`DROP DATABASE ${name}`);
      await admin.close();
    },
  };
}

/** Sends a table as the interface does: a file in a form. */
export async function sendTableFile(
  shop: TestShop,
  kind: string,
  body: string | Buffer,
  mode: string,
  { key, name = 'table.csv', known = 'skip' }: { readonly key?: string; readonly name?: string; readonly known?: KnownRows } = {},
) {
  const form = new FormData();
  form.append('file', new File([body], name));
  const sent = new Response(form);
  return shop.app.inject({
    method: 'POST',
    url: `/api/exchange/${kind}?${new URLSearchParams({ mode, known, ...(key === undefined ? {} : { key }) }).toString()}`,
    headers: { 'content-type': sent.headers.get('content-type') ?? '' },
    payload: Buffer.from(await sent.arrayBuffer()),
  });
}

export const aWearer = (change: Partial<NewWearer> = {}): NewWearer => ({
  id: uuid(),
  name: 'Corin Attleby',
  collar: '16',
  longEnd: 'left',
  note: '',
  ...change,
});

/** Neck path of the sample fitting with the sample tie, in mm. */
export const PATH_MM = neckPathMm({ system: 'in', label: 16 }, 6.35, WORKED_TIE.cloth);

export const aTie = (change: Partial<TieInput> = {}): TieInput & { id: string } => ({ id: uuid(), ...sampleTie, ...change });

export const aFitting = (wearer: FittingInput['wearer'], tieId: string, change: Partial<FittingInput> = {}): FittingInput => ({
  id: uuid(),
  wearer,
  tieId,
  ...sampleFitting,
  ...change,
});

/** A shop of a test file's own, open while its tests run, and what most of them ask of it. */
export function testShop() {
  let opened: TestShop | undefined;
  beforeAll(async () => {
    opened = await openTestShop();
  });
  afterAll(async () => {
    await opened?.close();
  });
  /** The shop, once the tests run. */
  const shop = new Proxy({} as TestShop, { get: (_, name: keyof TestShop) => opened?.[name] });
  const send = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) =>
    shop.app.inject({ method, url, ...(payload ? { payload } : {}) });
  const get = (url: string, headers: Record<string, string> = {}) => shop.app.inject({ method: 'GET', url, headers });
  const enter = async (change: Parameters<typeof aWearer>[0] = {}): Promise<Wearer> =>
    (await send('POST', '/api/wearers', aWearer(change))).json<Wearer>();
  /** Names of those that letters find, in the order they are found. */
  const names = async (q: string): Promise<string[]> =>
    (await get(`/api/wearers?${new URLSearchParams({ q }).toString()}`)).json<{ wearers: Wearer[] }>().wearers.map(({ name }) => name);
  return { shop, send, get, enter, names };
}
