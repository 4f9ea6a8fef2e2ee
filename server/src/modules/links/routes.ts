import { coachLink, coachLinkList, givenLink, newLink, pocketCoach, pocketTry, pocketTryKept, problem, recordId } from '@easytuck/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { isLoopbackName, originAsked } from '../../plugins/gate.ts';
import { signedInName } from '../../plugins/whoIsThere.ts';
import { linkService } from './service.ts';

const refusals = { 400: problem, 401: problem, 403: problem, 404: problem, 409: problem, 429: problem, 503: problem };

/** The pocket coach's address for a key. The key stands behind the mark that browsers keep to themselves: no log ever holds it. */
export const pocketAddress = (origin: string, key: string): string => `${origin}/pocket/#${key}`;

/** Options: the address under which the shop is reached from outside, where it is known. */
export interface LinkOptions {
  readonly address: string | undefined;
}

/** Links given to wearers, and what is behind them. */
export async function linkRoutes(app: FastifyInstance, { address }: LinkOptions): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = linkService(app.database);
  const keyOf = ({ who }: FastifyRequest): string => (who.kind === 'link' ? who.key : '');

  routes.get(
    '/links',
    { schema: { tags: ['links'], querystring: z.object({ fittingId: recordId }), response: { 200: coachLinkList, ...refusals } } },
    async ({ query }) => ({ links: await service.ofFitting(query.fittingId) }),
  );
  routes.post('/links', { schema: { tags: ['links'], body: newLink, response: { 200: givenLink, ...refusals } } }, async (request) => {
    const { link, key } = await service.give(request.body.id, request.body.fittingId, signedInName(request) ?? '');
    const origin = originOf(request, address);
    return { link, key, address: pocketAddress(origin, key), isReachable: !isLoopbackName(new URL(origin).hostname) };
  });
  routes.put(
    '/links/:id/withdrawn',
    { schema: { tags: ['links'], params: z.object({ id: recordId }), response: { 200: coachLink, ...refusals } } },
    async ({ params }) => service.withdraw(params.id),
  );
  routes.get('/pocket', { schema: { tags: ['links'], response: { 200: pocketCoach, ...refusals } } }, async (request) =>
    service.open(keyOf(request), request.ip),
  );
  routes.post(
    '/pocket/tries',
    { schema: { tags: ['links'], body: pocketTry, response: { 200: pocketTryKept, ...refusals } } },
    async (request) => service.logTry(keyOf(request), request.ip, request.body),
  );
}

/** Where the shop is opened from: as it is set, else as this page was asked for. */
export const originOf = (request: FastifyRequest, address: string | undefined): string =>
  address === undefined ? originAsked(request) : new URL(address).origin;
