import Fastify, { type FastifyInstance } from 'fastify';
import { renderLabel } from './renderLabel.ts';

/** How the simulated printer behaves. */
export interface PrinterOptions {
  readonly labelsLeft?: number;
  /** Time that one label takes, in ms. */
  readonly printMs?: number;
}

interface Job {
  readonly id: string;
  readonly title: string;
  readonly svg: string;
  state: 'waiting' | 'printing' | 'printed';
  image: Buffer | null;
}

const FULL_ROLL = 60;
const PRINT_MS = 700;
/** Labels that are remembered; the oldest printed ones go. */
const MOST_JOBS = 40;

/**
 * A label printer that is not there: it keeps a queue, takes its time, runs out of paper, and can be unplugged. Jobs that
 * wait go on by themselves when paper is put in. `/state`, `/jobs` and pictures behave as a plugged-in printer's would;
 * `/controls` is the hand that changes paper and pulls the plug, and answers always.
 */
export function buildLabelPrinter({ labelsLeft = FULL_ROLL, printMs = PRINT_MS }: PrinterOptions = {}): FastifyInstance {
  const app = Fastify({ logger: false, bodyLimit: 4 * 1_048_576 });
  const jobs: Job[] = [];
  let left = labelsLeft;
  let isOnline = true;
  let timer: NodeJS.Timeout | undefined;

  const next = (): void => {
    if (timer !== undefined || left === 0 || !isOnline) return;
    const job = jobs.find(({ state }) => state !== 'printed');
    if (!job) return;
    job.state = 'printing';
    timer = setTimeout(() => {
      timer = undefined;
      job.image = renderLabel(job.svg);
      job.state = 'printed';
      left -= 1;
      while (jobs.length > MOST_JOBS && jobs[0]?.state === 'printed') jobs.shift();
      next();
    }, printMs);
  };
  const state = () => ({
    state: !isOnline ? 'offline' : left === 0 ? 'outOfPaper' : timer === undefined ? 'ready' : 'printing',
    labelsLeft: left,
    isSimulated: true,
    jobs: jobs.map(({ id, title, state: at, image }) => ({ id, title, state: at, hasImage: image !== null })),
  });

  app.addHook('onRequest', async (request, reply) => {
    // An unplugged printer does not answer at all.
    if (!isOnline && request.url.startsWith('/jobs') && request.method === 'POST') {
      reply.hijack();
      request.raw.socket.destroy();
    }
  });
  app.get('/state', async () => state());
  app.post<{ Body: { id: string; title: string; svg: string } }>(
    '/jobs',
    {
      schema: {
        body: {
          type: 'object',
          required: ['id', 'title', 'svg'],
          properties: { id: { type: 'string' }, title: { type: 'string' }, svg: { type: 'string' } },
        },
      },
    },
    async ({ body }) => {
      if (!jobs.some(({ id }) => id === body.id)) jobs.push({ ...body, state: 'waiting', image: null });
      next();
      return state();
    },
  );
  app.get<{ Params: { id: string } }>('/jobs/:id.png', async (request, reply) => {
    const image = jobs.find(({ id }) => id === request.params.id)?.image;
    return image ? reply.type('image/png').send(image) : reply.status(404).send({ message: 'not printed' });
  });
  app.post<{ Body: { isOnline?: boolean; labelsLeft?: number } }>(
    '/controls',
    { schema: { body: { type: 'object', properties: { isOnline: { type: 'boolean' }, labelsLeft: { type: 'integer', minimum: 0 } } } } },
    async ({ body }) => {
      isOnline = body.isOnline ?? isOnline;
      left = body.labelsLeft ?? left;
      if (!isOnline && timer !== undefined) {
        clearTimeout(timer);
        timer = undefined;
        for (const job of jobs) if (job.state === 'printing') job.state = 'waiting';
      }
      next();
      return state();
    },
  );
  app.addHook('onClose', async () => clearTimeout(timer));
  return app;
}
