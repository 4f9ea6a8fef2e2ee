import { paperSize, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { pdfAnswer, sendPdf } from '../sendFile.ts';
import { tableService } from './service.ts';

const schema = {
  tags: ['paper'],
  params: z.object({ id: recordId }),
  querystring: z.object({ paper: paperSize.optional() }),
  response: { 200: pdfAnswer, 400: problem, 404: problem, 503: problem },
};

/** Set tables on paper: of a tie for all collars, of a wearer for all their ties. */
export async function tableRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = tableService(app.database);
  routes.get('/set-tables/ties/:id', { schema }, async ({ params, query }, reply) =>
    sendPdf(reply, 'set-table', await service.tiePdf(params.id, query.paper)),
  );
  routes.get('/set-tables/wearers/:id', { schema }, async ({ params, query }, reply) =>
    sendPdf(reply, 'set-table', await service.wearerPdf(params.id, query.paper)),
  );
}
