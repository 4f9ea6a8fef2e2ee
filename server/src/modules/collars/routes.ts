import { collarChange, collarList, newCollar, problem, recordId, stockCollar, version } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { collarService } from './service.ts';

const params = z.object({ id: recordId });
const tags = ['collars'];
const refusals = { 400: problem, 404: problem, 409: problem, 503: problem };

export async function collarRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = collarService(app.database);

  routes.get('/', { schema: { tags, response: { 200: collarList, 503: problem } } }, async () => ({ collars: await service.list() }));
  routes.post(
    '/',
    { schema: { tags, body: newCollar, response: { 200: stockCollar, 201: stockCollar, ...refusals } } },
    async (request, reply) => {
      const { id, ...data } = request.body;
      const { stored, created } = await service.create(id, data);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
  routes.put('/:id', { schema: { tags, params, body: collarChange, response: { 200: stockCollar, ...refusals } } }, async (request) => {
    const { version: based, ...data } = request.body;
    return service.change(request.params.id, based, data);
  });
  routes.delete(
    '/:id',
    {
      schema: {
        tags,
        params,
        querystring: z.object({ version: z.coerce.number().pipe(version) }),
        response: { 204: z.null(), ...refusals },
      },
    },
    async (request, reply) => {
      await service.remove(request.params.id, request.query.version);
      return reply.status(204).send(null);
    },
  );
}
