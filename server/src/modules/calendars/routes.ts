import {
  calendarSubscriptionList,
  linkKey,
  madeCalendarSubscription,
  newCalendarSubscription,
  problem,
  recordId,
} from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { isLoopbackName } from '../../plugins/gate.ts';
import { requireReady } from '../../plugins/database.ts';
import { signedInName } from '../../plugins/whoIsThere.ts';
import { ProblemError } from '../../problem.ts';
import { originOf, type LinkOptions } from '../links/routes.ts';
import { hashOfKey, newLinkKey } from '../people/sessionKeys.ts';
import { sendAs } from '../sendFile.ts';
import { shopRepository } from '../shop/repository.ts';
import { wearerService } from '../wearers/service.ts';
import { dueCalendarOf } from './dueCalendar.ts';
import { calendarRepository } from './repository.ts';

const tags = ['calendar'];
const MOST_IN_CALENDAR = 1_000;
const refusals = { 400: problem, 401: problem, 403: problem, 404: problem, 503: problem };
const calendarAnswer = z.any().describe('The days that wearers’ ties are for, as a calendar (RFC 5545).');

/** The days that ties are for as a calendar: saved as a file, or read by calendar programs under an address that holds a key. */
export async function calendarRoutes(app: FastifyInstance, { address }: LinkOptions): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const { database } = app;
  const subscriptions = calendarRepository(database);
  const wearers = wearerService(database);
  const settings = shopRepository(database);
  const calendar = async (): Promise<Buffer> => {
    const { wearers: due } = await wearers.list({
      ...{ q: '', show: 'due', sort: 'seen', counted: 'no', offset: 0, limit: MOST_IN_CALENDAR },
    });
    return Buffer.from(dueCalendarOf(due, (await settings.read()).name));
  };

  routes.get('/wearers/due.ics', { schema: { tags, response: { 200: calendarAnswer, 503: problem } } }, async (_request, reply) =>
    sendAs(reply, 'text/calendar; charset=utf-8', 'attachment; filename="due.ics"', await calendar()),
  );
  routes.get('/calendars', { schema: { tags, response: { 200: calendarSubscriptionList, ...refusals } } }, async () => {
    requireReady(database);
    return { subscriptions: [...(await subscriptions.list())] };
  });
  routes.post(
    '/calendars',
    { schema: { tags, body: newCalendarSubscription, response: { 200: madeCalendarSubscription, ...refusals } } },
    async (request) => {
      requireReady(database);
      const { id } = request.body;
      const key = newLinkKey();
      await subscriptions.put(id, hashOfKey(key), signedInName(request) ?? '', new Date());
      const subscription = (await subscriptions.list()).find((each) => each.id === id);
      if (!subscription) throw new ProblemError('notFound', { detail: 'This subscription was ended meanwhile.' });
      const origin = originOf(request, address);
      return {
        subscription,
        address: `${origin}/api/calendars/${key}/due.ics`,
        isReachable: !isLoopbackName(new URL(origin).hostname),
      };
    },
  );
  routes.delete(
    '/calendars/:id',
    { schema: { tags, params: z.object({ id: recordId }), response: { 204: z.null(), ...refusals } } },
    async ({ params }, reply) => {
      requireReady(database);
      await subscriptions.remove(params.id);
      return reply.status(204).send(null);
    },
  );
  // calendar programs send nothing but the address: the key stands in it, as nowhere else
  routes.get(
    '/calendars/:key/due.ics',
    { schema: { tags, params: z.object({ key: z.string() }), response: { 200: calendarAnswer, ...refusals } } },
    async ({ params: { key } }, reply) => {
      requireReady(database);
      if (!linkKey.safeParse(key).success || !(await subscriptions.markRead(hashOfKey(key), new Date())))
        throw new ProblemError('notFound', { detail: 'There is no such calendar. Ask the shop for a new address.' });
      return sendAs(
        reply.header('cache-control', 'no-store'),
        'text/calendar; charset=utf-8',
        'inline; filename="due.ics"',
        await calendar(),
      );
    },
  );
}
