import { fitting, fittingInput, fittingList, fittingQuery, ledger, problem, recomputed, recordId, revisionList } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { bySignedIn } from '../../plugins/whoIsThere.ts';
import { xlsxOf } from '../exchange/xlsx.ts';
import { sendTable, sendXlsx } from '../sendFile.ts';
import { ledgerCsv } from './ledgerCsv.ts';
import { fittingService } from './service.ts';

const params = z.object({ id: recordId });
const tags = ['fittings'];

export async function fittingRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = fittingService(app.database);

  routes.get('/', { schema: { tags, querystring: fittingQuery, response: { 200: fittingList, 503: problem } } }, async ({ query }) => ({
    fittings: await service.list(query),
  }));
  routes.get(
    '/ledger',
    { schema: { tags, querystring: fittingQuery, response: { 200: ledger, 400: problem, 503: problem } } },
    async ({ query }) => service.ledger(query),
  );
  routes.get(
    '/ledger.csv',
    { schema: { tags, querystring: fittingQuery, response: { 200: z.any().describe('The ledger as CSV.'), 400: problem, 503: problem } } },
    async ({ query }, reply) => sendTable(reply, 'ledger', 'csv', ledgerCsv(service, query)),
  );
  routes.get(
    '/ledger.xlsx',
    {
      schema: {
        tags,
        querystring: fittingQuery,
        response: { 200: z.any().describe('The ledger as an Excel workbook.'), 400: problem, 413: problem, 503: problem },
      },
    },
    async ({ query }, reply) => sendXlsx(reply, 'ledger', await xlsxOf(ledgerCsv(service, query))),
  );
  routes.get('/:id', { schema: { tags, params, response: { 200: fitting, 404: problem, 503: problem } } }, async (request) =>
    service.get(request.params.id),
  );
  routes.get(
    '/:id/revisions',
    { schema: { tags, params, response: { 200: revisionList, 404: problem, 503: problem } } },
    async (request) => ({
      revisions: await service.revisions(request.params.id),
    }),
  );
  routes.get('/:id/recomputed', { schema: { tags, params, response: { 200: recomputed, 404: problem, 503: problem } } }, async (request) =>
    service.recompute(request.params.id),
  );
  routes.post(
    '/',
    {
      schema: {
        tags,
        body: fittingInput,
        response: { 200: fitting, 201: fitting, 400: problem, 409: problem, 422: problem, 503: problem },
      },
    },
    async (request, reply) => {
      const { stored, created } = await service.giveOut(bySignedIn(request, 'staff'));
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
}
