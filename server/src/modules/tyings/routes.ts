import { kinLearning, problem, recordId, tying, tyingInput, tyingKept, tyingList, tyingQuery, wearerTakeUps } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { tyingService } from './service.ts';

const tags = ['tyings'];

export async function tyingRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = tyingService(app.database);

  routes.get(
    '/',
    { schema: { tags, querystring: tyingQuery, response: { 200: tyingList, 400: problem, 503: problem } } },
    async ({ query }) => ({
      tyings: await ('tieId' in query ? service.ofTie(query.tieId) : service.ofWearer(query.wearerId)),
    }),
  );
  routes.get(
    '/kin/:tieId',
    {
      schema: {
        tags,
        params: z.object({ tieId: recordId }),
        response: { 200: kinLearning, 400: problem, 404: problem, 503: problem },
      },
    },
    async ({ params }) => service.ofKin(params.tieId),
  );
  routes.get(
    '/own-take-ups/:wearerId',
    { schema: { tags, params: z.object({ wearerId: recordId }), response: { 200: wearerTakeUps, 400: problem, 503: problem } } },
    async ({ params }) => service.takeUpsOf(params.wearerId),
  );
  routes.put(
    '/:id/kept',
    {
      schema: {
        tags,
        params: z.object({ id: recordId }),
        body: tyingKept,
        response: { 200: tyingKept, 400: problem, 404: problem, 503: problem },
      },
    },
    async ({ params, body }) => {
      await service.keep(params.id, body.isKept);
      return body;
    },
  );
  routes.post(
    '/',
    { schema: { tags, body: tyingInput, response: { 200: tying, 201: tying, 400: problem, 409: problem, 503: problem } } },
    async (request, reply) => {
      const { stored, created } = await service.record(request.body);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
}
