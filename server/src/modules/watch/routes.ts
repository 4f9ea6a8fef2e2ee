import { problem, running } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { v7 as uuid } from 'uuid';
import { isDatabaseAway } from '../../database/databaseErrors.ts';
import { traceOf } from '../../errorTrace.ts';
import { requestsUnderWay } from '../../metrics.ts';
import { noted } from '../../noted.ts';
import { requireReady } from '../../plugins/database.ts';
import { VERSION } from '../../version.ts';
import { watchRepository } from './repository.ts';

const SAY_EVERY_MS = 10_000;
const FORGET_AFTER_MS = 86_400_000;
const BYTES_PER_MB = 1_048_576;

/** How the program runs, on all machines; every server says every few seconds that it is there. */
export async function watchRoutes(app: FastifyInstance, { machine }: { machine: string }): Promise<void> {
  const shop = app.database;
  const watch = watchRepository(shop);
  const mark = { id: uuid(), machine, version: VERSION, startedAt: new Date() };

  const say = async (): Promise<void> => {
    const at = new Date();
    const { values } = await requestsUnderWay.get();
    const said = {
      ...noted(),
      memoryMb: Math.round(process.memoryUsage.rss() / BYTES_PER_MB),
      underWay: Math.max(0, values[0]?.value ?? 0),
    };
    await watch.say(mark, { ...said, faults: [...said.faults], slow: [...said.slow] }, at);
    await watch.forget(new Date(at.getTime() - FORGET_AFTER_MS));
  };
  const sayOn = (): void => {
    if (!shop.isReady()) return;
    say().catch((error: unknown) => {
      if (!isDatabaseAway(error)) app.log.error({ trace: traceOf(error) }, 'the server could not say that it is there');
    });
  };
  const saying = setInterval(sayOn, SAY_EVERY_MS).unref();
  app.addHook('onClose', async () => clearInterval(saying));

  app
    .withTypeProvider<ZodTypeProvider>()
    .get('/running', { schema: { tags: ['shop'], response: { 200: running, 503: problem } } }, async () => {
      requireReady(shop);
      await say();
      const [database, servers] = await Promise.all([watch.database(), watch.servers(mark.id, new Date())]);
      return { version: VERSION, runtime: `Node.js ${process.versions.node}`, database, servers: [...servers] };
    });
}
