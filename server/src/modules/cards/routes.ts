import { cardFormat, paperSize, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { cardService } from './service.ts';

const tags = ['paper'];
const paper = paperSize.optional();
const ids = z
  .string()
  .transform((text) => text.split(','))
  .pipe(z.array(recordId).min(1).max(8, 'A sheet holds eight cards.'));
/** What an answer that is no JSON is called in the OpenAPI document. */
const pdf = z.any().describe('A vector PDF.');
const refusals = { 400: problem, 404: problem, 503: problem };

/** Paper: set cards and setting gauges as PDF, at true size. */
export async function cardRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = cardService(app.database);
  const send = (reply: FastifyReply, name: string, bytes: Uint8Array): FastifyReply =>
    reply
      .type('application/pdf')
      .header('content-disposition', `inline; filename="${name}.pdf"`)
      .serializer((payload: unknown) => payload as string)
      .send(Buffer.from(bytes));

  routes.get(
    '/cards',
    { schema: { tags, querystring: z.object({ ids, format: cardFormat.default('A6'), paper }), response: { 200: pdf, ...refusals } } },
    async ({ query }, reply) => send(reply, 'set-card', await service.cardPdf(query.ids, query.format, query.paper)),
  );
  routes.get(
    '/gauges/:tieId',
    { schema: { tags, params: z.object({ tieId: recordId }), querystring: z.object({ paper }), response: { 200: pdf, ...refusals } } },
    async ({ params, query }, reply) => send(reply, 'setting-gauge', await service.gaugePdf(params.tieId, query.paper)),
  );
}
