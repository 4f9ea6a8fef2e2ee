import { printerControls, printerState, printRequest, problem } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { isDatabaseAway } from '../../database/databaseErrors.ts';
import { ProblemError } from '../../problem.ts';
import { cardService } from '../cards/service.ts';
import { originOf, pocketAddress } from '../links/routes.ts';
import { linkService } from '../links/service.ts';
import { traceOf } from '../../errorTrace.ts';
import type { QueuedPrinter } from './queue.ts';

const tags = ['printer'];
const LOOK_EVERY_MS = 1_500;
const refusals = { 400: problem, 404: problem, 503: problem };

/** The shop's label printer: what it is at, a card to be printed, what it printed. */
export async function printerRoutes(
  app: FastifyInstance,
  { printer, address, isConnected }: { printer: QueuedPrinter; address: string | undefined; isConnected: boolean },
): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const cards = cardService(app.database);
  const links = linkService(app.database);

  if (isConnected) {
    const look = (): void => {
      if (!app.database.isReady()) return;
      printer.handOn().catch((error: unknown) => {
        // it is looked again soon; a printer or a database that is away is told elsewhere
        if (!isDatabaseAway(error) && !(error instanceof ProblemError))
          app.log.error({ trace: traceOf(error) }, 'labels could not be handed on');
      });
    };
    const looking = setInterval(look, LOOK_EVERY_MS).unref();
    app.addHook('onClose', async () => clearInterval(looking));
  }

  routes.get('/', { schema: { tags, response: { 200: printerState, 503: problem } } }, async () => printer.state());
  routes.post('/jobs', { schema: { tags, body: printRequest, response: { 200: printerState, ...refusals } } }, async (request) => {
    const { jobId, fittingId, key } = request.body;
    if (key !== undefined && !(await links.isOf(key, fittingId))) throw new ProblemError('noSuchLink');
    const leadsTo = key === undefined ? undefined : pocketAddress(originOf(request, address), key);
    return printer.print({ id: jobId, ...(await cards.labelSvg(fittingId, leadsTo)) });
  });
  routes.get(
    '/jobs/:id/image',
    {
      schema: { tags, params: z.object({ id: z.string().max(80) }), response: { 200: z.any().describe('The label as PNG.'), ...refusals } },
    },
    async (request, reply) => {
      const image = await printer.image(request.params.id);
      if (image === null) throw new ProblemError('notFound', { detail: 'This label has not been printed.' });
      return reply
        .type('image/png')
        .serializer((payload: unknown) => payload as string)
        .send(image);
    },
  );
  routes.post('/controls', { schema: { tags, body: printerControls, response: { 200: printerState, ...refusals } } }, async (request) =>
    printer.control(request.body),
  );
}
