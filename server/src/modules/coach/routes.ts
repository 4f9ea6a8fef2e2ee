import { paperSize, problem, READERS, recordId, tyingWay } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { pdfAnswer, sendPdf } from '../sendFile.ts';
import { coachService } from './service.ts';

/** The coach on paper. */
export async function coachRoutes(app: FastifyInstance): Promise<void> {
  const service = coachService(app.database);
  app.withTypeProvider<ZodTypeProvider>().get(
    '/coach-sheets/:fittingId',
    {
      schema: {
        tags: ['paper'],
        params: z.object({ fittingId: recordId }),
        querystring: z.object({ way: tyingWay.default('main'), told: z.enum(READERS).optional(), paper: paperSize.optional() }),
        response: { 200: pdfAnswer, 400: problem, 404: problem, 503: problem },
      },
    },
    async ({ params, query: { way, told, paper } }, reply) =>
      // tied by a helper it speaks to the helper, whom most stand before
      sendPdf(reply, 'coach-sheet', await service.sheetPdf(params.fittingId, way, told ?? (way === 'helper' ? 'facing' : 'wearer'), paper)),
  );
}
