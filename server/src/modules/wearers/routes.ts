import { newWearer, problem, recordId, wearer, wearerChange, wearerList, wearerQuery } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { wearerService } from './service.ts';

const params = z.object({ id: recordId });
const tags = ['wearers'];

export async function wearerRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = wearerService(app.database);

  routes.get('/', { schema: { tags, querystring: wearerQuery, response: { 200: wearerList, 503: problem } } }, async ({ query }) => ({
    wearers: await service.search(query.q, query.limit),
  }));
  routes.get('/:id', { schema: { tags, params, response: { 200: wearer, 404: problem, 503: problem } } }, async (request) =>
    service.get(request.params.id),
  );
  routes.post(
    '/',
    { schema: { tags, body: newWearer, response: { 200: wearer, 201: wearer, 400: problem, 409: problem, 503: problem } } },
    async (request, reply) => {
      const { id, ...data } = request.body;
      const { stored, created } = await service.create(id, data);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
  routes.put(
    '/:id',
    { schema: { tags, params, body: wearerChange, response: { 200: wearer, 400: problem, 404: problem, 409: problem, 503: problem } } },
    async (request) => {
      const { version, ...data } = request.body;
      return service.change(request.params.id, version, data);
    },
  );
}
