import { exportQuery, importQuery, importReport, problem } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { sendTable } from '../sendFile.ts';
import { exchangeService } from './service.ts';

const LARGEST_FILE_BYTES = 32 * 1_048_576;
const tags = ['exchange'];
const file = z.any().describe('A table as CSV or JSON.');

/** Tables of ties and wearers, out and in: `text/csv` or JSON. */
export async function exchangeRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = exchangeService(app.database);
  // A file is handed on as it is: whether it is JSON at all is said with the other mistakes.
  app.removeAllContentTypeParsers();
  app.addContentTypeParser(
    ['text/csv', 'application/json', 'text/plain'],
    { parseAs: 'string', bodyLimit: LARGEST_FILE_BYTES },
    (_request, body, done) => {
      done(null, body);
    },
  );
  const kinds = {
    ties: { out: service.exportTies, into: service.importTies },
    wearers: { out: service.exportWearers, into: service.importWearers },
  } as const;
  for (const [kind, { out, into }] of Object.entries(kinds)) {
    routes.get(
      `/${kind}`,
      { schema: { tags, querystring: exportQuery, response: { 200: file, 503: problem } } },
      async ({ query }, reply) => sendTable(reply, kind, query.format, await out(query.format)),
    );
    routes.post(
      `/${kind}`,
      {
        schema: {
          tags,
          querystring: importQuery,
          body: z.string(),
          response: { 200: importReport, 400: problem, 413: problem, 503: problem },
        },
      },
      async (request) => into((request.headers['content-type'] ?? '').includes('json') ? 'json' : 'csv', request.body, request.query.mode),
    );
  }
}
