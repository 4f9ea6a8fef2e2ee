import { paperSize, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { tableService } from './service.ts';

const schema = {
  tags: ['paper'],
  params: z.object({ id: recordId }),
  querystring: z.object({ paper: paperSize.optional() }),
  response: { 200: z.any().describe('A vector PDF.'), 400: problem, 404: problem, 503: problem },
};

/** Set tables on paper: of a tie for all collars, of a wearer for all his ties. */
export async function tableRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = tableService(app.database);
  const send = (reply: FastifyReply, bytes: Uint8Array): FastifyReply =>
    reply
      .type('application/pdf')
      .header('content-disposition', 'inline; filename="set-table.pdf"')
      .serializer((payload: unknown) => payload as string)
      .send(Buffer.from(bytes));
  routes.get('/set-tables/ties/:id', { schema }, async ({ params, query }, reply) =>
    send(reply, await service.tiePdf(params.id, query.paper)),
  );
  routes.get('/set-tables/wearers/:id', { schema }, async ({ params, query }, reply) =>
    send(reply, await service.wearerPdf(params.id, query.paper)),
  );
}
