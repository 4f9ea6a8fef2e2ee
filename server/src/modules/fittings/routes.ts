import { fitting, fittingInput, fittingList, fittingQuery, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { fittingService } from './service.ts';

const params = z.object({ id: recordId });
const tags = ['fittings'];

export async function fittingRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = fittingService(app.database);

  routes.get('/', { schema: { tags, querystring: fittingQuery, response: { 200: fittingList, 503: problem } } }, async ({ query }) => ({
    fittings: await service.list(query.wearerId, query.limit),
  }));
  routes.get('/:id', { schema: { tags, params, response: { 200: fitting, 404: problem, 503: problem } } }, async (request) =>
    service.get(request.params.id),
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
      const { stored, created } = await service.giveOut(request.body);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
}
