/** A server for a test: its own database on the private MariaDB that DATABASE_URL points at. */
import type { FittingInput, NewWearer, TieInput } from '@easytuck/contract';
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
  const admin = connectDatabase(base);
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const databaseUrl = new URL(base);
  databaseUrl.pathname = `/${name}`;
  const sequelize = connectDatabase(databaseUrl.href);
  const app = await buildApp({ sequelize, ...options });
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

export const aWearer = (change: Partial<NewWearer> = {}): NewWearer => ({
  id: uuid(),
  name: 'Corin Attleby',
  collar: '16',
  longEnd: 'left',
  note: '',
  ...change,
});

export const aTie = (change: Partial<TieInput> = {}): TieInput & { id: string } => ({
  id: uuid(),
  name: 'Harbour Night',
  shape: 'butterfly',
  clothKind: 'silk',
  cloth: { thicknessMm: 1.1, gatherRatio: 0.65 },
  blade: {
    noseToBellyMm: 62,
    bellyToWaistMm: 62,
    waistToTipMm: 62,
    bandWidthMm: 20,
    bellyWidthMm: 65,
    waistWidthMm: 30,
    tailWidthMm: 65,
    tipShape: 'straight',
    tipDepthMm: 0,
  },
  overhangMm: 0,
  hardware: { kind: 'slots', shortestMm: 791.5, stepCount: 9, pitchMm: 12.7, marks: { system: 'in', atShortest: 14 } },
  inStock: 1,
  ...change,
});

export const aFitting = (wearer: FittingInput['wearer'], tieId: string, change: Partial<FittingInput> = {}): FittingInput => ({
  id: uuid(),
  wearer,
  collar: '16',
  easeMm: 6.35,
  longEnd: 'left',
  collarStyle: 'turndown',
  collarPointsMm: null,
  neckBreadthMm: null,
  faceWidthMm: null,
  tieId,
  school: 'true',
  step: 4,
  leadMm: 38.05,
  ...change,
});
