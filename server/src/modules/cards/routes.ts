import { cardFormat, paperSize, paperWithLink, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { ProblemError } from '../../problem.ts';
import { coachService } from '../coach/service.ts';
import { originOf, pocketAddress } from '../links/routes.ts';
import { linkService } from '../links/service.ts';
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
export async function cardRoutes(app: FastifyInstance, { address }: { readonly address: string | undefined }): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = cardService(app.database);
  const coach = coachService(app.database);
  const links = linkService(app.database);

  routes.get(
    '/cards',
    {
      schema: { tags, querystring: z.object({ ids, format: cardFormat.default('A6'), paper }), response: { 200: pdfAnswer, ...refusals } },
    },
    async ({ query }, reply) => sendPdf(reply, 'set-card', await service.cardPdf(query.ids, query.format, query.paper)),
  );
  routes.post(
    '/with-link/:fittingId',
    { schema: { tags, params: z.object({ fittingId: recordId }), body: paperWithLink, response: { 200: pdfAnswer, ...refusals } } },
    async (request, reply) => {
      const { fittingId } = request.params;
      const { key, what, way, told } = request.body;
      if (!(await links.isOf(key, fittingId))) throw new ProblemError('noSuchLink');
      const leadsTo = pocketAddress(originOf(request, address), key);
      if (what !== 'coachSheet') return sendPdf(reply, 'set-card', await service.cardPdf([fittingId], what, undefined, leadsTo));
      const reader = told ?? (way === 'helper' ? 'facing' : 'wearer');
      return sendPdf(reply, 'coach-sheet', await coach.sheetPdf(fittingId, way, reader, undefined, leadsTo));
    },
  );
  routes.get(
    '/gauges/:tieId',
    {
      schema: { tags, params: z.object({ tieId: recordId }), querystring: z.object({ paper }), response: { 200: pdfAnswer, ...refusals } },
    },
    async ({ params, query }, reply) => sendPdf(reply, 'setting-gauge', await service.gaugePdf(params.tieId, query.paper)),
  );
}
