import { cardFormat, paperSize, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { pdfAnswer, sendPdf } from '../sendFile.ts';
import { cardService } from './service.ts';

const tags = ['paper'];
const paper = paperSize.optional();
const ids = z
  .string()
  .transform((text) => text.split(','))
  .pipe(z.array(recordId).min(1).max(8, 'A sheet holds eight cards.'));
const refusals = { 400: problem, 404: problem, 503: problem };

/** Paper: set cards and setting gauges as PDF, at true size. */
export async function cardRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = cardService(app.database);

  routes.get(
    '/cards',
    {
      schema: { tags, querystring: z.object({ ids, format: cardFormat.default('A6'), paper }), response: { 200: pdfAnswer, ...refusals } },
    },
    async ({ query }, reply) => sendPdf(reply, 'set-card', await service.cardPdf(query.ids, query.format, query.paper)),
  );
  routes.get(
    '/gauges/:tieId',
    {
      schema: { tags, params: z.object({ tieId: recordId }), querystring: z.object({ paper }), response: { 200: pdfAnswer, ...refusals } },
    },
    async ({ params, query }, reply) => sendPdf(reply, 'setting-gauge', await service.gaugePdf(params.tieId, query.paper)),
  );
}
