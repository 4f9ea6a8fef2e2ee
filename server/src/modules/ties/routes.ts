import { newTie, problem, putAwayInput, recordId, tie, tieChange, tieList } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { tieService } from './service.ts';

const params = z.object({ id: recordId });
const tags = ['ties'];

export async function tieRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = tieService(app.database);

  routes.get('/', { schema: { tags, response: { 200: tieList, 503: problem } } }, async () => ({ ties: await service.list() }));
  routes.get('/:id', { schema: { tags, params, response: { 200: tie, 404: problem, 503: problem } } }, async (request) =>
    service.get(request.params.id),
  );
  routes.post(
    '/',
    { schema: { tags, body: newTie, response: { 200: tie, 201: tie, 400: problem, 409: problem, 503: problem } } },
    async (request, reply) => {
      const { id, ...data } = request.body;
      const { stored, created } = await service.create(id, data);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
  routes.put(
    '/:id',
    { schema: { tags, params, body: tieChange, response: { 200: tie, 400: problem, 404: problem, 409: problem, 503: problem } } },
    async (request) => {
      const { version, ...data } = request.body;
      return service.change(request.params.id, version, data);
    },
  );
  routes.put(
    '/:id/away',
    { schema: { tags, params, body: putAwayInput, response: { 200: tie, 400: problem, 404: problem, 409: problem, 503: problem } } },
    async (request) => service.putAway(request.params.id, request.body.version, request.body.away),
  );
}
