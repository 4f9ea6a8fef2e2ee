import { dueRecords, eraseInput, erasure, heldRecords, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { privacyService } from './service.ts';

const tags = ['privacy'];
const params = z.object({ id: recordId });
const refusals = { 400: problem, 403: problem, 404: problem, 409: problem, 503: problem };

/** What is held of a wearer, in one file; erasing a wearer; whose records are due. */
export async function privacyRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = privacyService(app.database);
  routes.get('/wearers/:id/held', { schema: { tags, params, response: { 200: heldRecords, ...refusals } } }, async (request) =>
    service.held(request.params.id),
  );
  routes.get('/wearers/:id/erasure', { schema: { tags, params, response: { 200: erasure, ...refusals } } }, async (request) =>
    service.wouldErase(request.params.id),
  );
  routes.post(
    '/wearers/:id/erasure',
    { schema: { tags, params, body: eraseInput, response: { 200: erasure, ...refusals } } },
    async (request) => service.erase(request.params.id, request.body.version),
  );
  routes.get('/privacy/due', { schema: { tags, response: { 200: dueRecords, ...refusals } } }, async () => service.due());
}
