import {
  likeQuery,
  likeWearers,
  measureHistory,
  mergeInput,
  newWearer,
  wearerTies,
  problem,
  putAwayInput,
  recordId,
  version,
  wearer,
  wearerChange,
  wearerList,
  wearerQuery,
} from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { bySignedIn } from '../../plugins/whoIsThere.ts';
import { wearerService } from './service.ts';

const params = z.object({ id: recordId });
const tieParams = z.object({ id: recordId, tieId: recordId });
const tags = ['wearers'];
const refusals = { 400: problem, 404: problem, 409: problem, 503: problem };

export async function wearerRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = wearerService(app.database);

  routes.get('/', { schema: { tags, querystring: wearerQuery, response: { 200: wearerList, 503: problem } } }, async ({ query }) =>
    service.list(query),
  );
  routes.get('/like', { schema: { tags, querystring: likeQuery, response: { 200: likeWearers, ...refusals } } }, async ({ query }) => ({
    wearers: await service.like(query.name, query.collar, query.except),
  }));
  routes.get('/:id', { schema: { tags, params, response: { 200: wearer, 404: problem, 503: problem } } }, async (request) =>
    service.get(request.params.id),
  );
  routes.post('/', { schema: { tags, body: newWearer, response: { 200: wearer, 201: wearer, ...refusals } } }, async (request, reply) => {
    const { id, ...data } = bySignedIn(request, 'takenBy');
    const { stored, created } = await service.create(id, data);
    return reply.status(created ? 201 : 200).send(stored);
  });
  routes.put('/:id', { schema: { tags, params, body: wearerChange, response: { 200: wearer, ...refusals } } }, async (request) => {
    const { version: based, ...data } = bySignedIn(request, 'takenBy');
    return service.change(request.params.id, based, data);
  });
  routes.put('/:id/away', { schema: { tags, params, body: putAwayInput, response: { 200: wearer, ...refusals } } }, async (request) =>
    service.putAway(request.params.id, request.body.version, request.body.away),
  );
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
  routes.get('/:id/measures', { schema: { tags, params, response: { 200: measureHistory, ...refusals } } }, async (request) => ({
    measures: await service.history(request.params.id),
  }));
  routes.post('/:id/merge', { schema: { tags, params, body: mergeInput, response: { 200: wearer, ...refusals } } }, async (request) => {
    const { fromId, version: based, fromVersion } = request.body;
    return service.merge(request.params.id, based, fromId, fromVersion);
  });
  const tiesAnswer = { 200: wearerTies, ...refusals };
  routes.get('/:id/ties', { schema: { tags, params, response: tiesAnswer } }, async (request) => service.ties(request.params.id));
  routes.put('/:id/ties/:tieId', { schema: { tags, params: tieParams, response: tiesAnswer } }, async (request) =>
    service.own(request.params.id, request.params.tieId),
  );
  routes.delete('/:id/ties/:tieId', { schema: { tags, params: tieParams, response: tiesAnswer } }, async (request) =>
    service.disown(request.params.id, request.params.tieId),
  );
  routes.put('/:id/usual-tie/:tieId', { schema: { tags, params: tieParams, response: tiesAnswer } }, async (request) =>
    service.markUsual(request.params.id, request.params.tieId),
  );
  routes.delete('/:id/usual-tie', { schema: { tags, params, response: tiesAnswer } }, async (request) =>
    service.markUsual(request.params.id, null),
  );
}
