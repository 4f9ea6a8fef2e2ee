import { deedList, deedQuery, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { requireReady } from '../../plugins/database.ts';
import { writeCsvHeading, writeCsvRows } from '../exchange/csv.ts';
import { sendTable } from '../sendFile.ts';
import { deedRepository, type DeedRepository } from './repository.ts';

const PAGE = 500;

/** The record of who did what, latest first. */
export async function deedRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const deeds = deedRepository(app.database);
  routes.get(
    '/deeds',
    { schema: { tags: ['people'], querystring: deedQuery, response: { 200: deedList, 400: problem, 503: problem } } },
    async ({ query }) => {
      requireReady(app.database);
      const found = await deeds.list(query.before, query.limit + 1);
      const shown = found.slice(0, query.limit);
      const names = await deeds.namesOf([
        ...new Set(shown.flatMap(({ about }) => (about !== null && recordId.safeParse(about).success ? [about] : []))),
      ]);
      return {
        deeds: shown.map((each) => ({ ...each, record: names.get(each.about ?? '') ?? null })),
        more: found.length > query.limit,
      };
    },
  );
  routes.get(
    '/deeds.csv',
    { schema: { tags: ['people'], response: { 200: z.any().describe('The record as CSV.'), 503: problem } } },
    async (_request, reply) => {
      requireReady(app.database);
      return sendTable(reply, 'who-did-what', 'csv', deedsCsv(deeds));
    },
  );
}

async function* deedsCsv(deeds: DeedRepository): AsyncGenerator<string> {
  yield writeCsvHeading(['number', 'at', 'person', 'what', 'about', 'from']);
  for (let before: number | undefined; ;) {
    const page = await deeds.list(before, PAGE);
    yield writeCsvRows(
      page.map(({ number, at, personName, what, about, from }) => [String(number), at, personName, what, about ?? '', from]),
    );
    const last = page.at(-1);
    if (!last || page.length < PAGE) return;
    before = last.number;
  }
}
