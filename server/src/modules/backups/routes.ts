import { backupStatus, problem } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { z } from 'zod';
import { traceOf } from '../../errorTrace.ts';
import { requireReady } from '../../plugins/database.ts';
import { sendAs } from '../sendFile.ts';
import { backupService } from './service.ts';

const tags = ['backups'];
const LOOK_EVERY_MS = 10 * 60_000;
const FIRST_LOOK_MS = 90_000;

/** Backups of the whole shop: how the last one went, one at once, every night by itself; and the whole shop as a file to take away. */
export async function backupRoutes(
  app: FastifyInstance,
  { folder, machine }: { folder: string | undefined; machine: string },
): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const shop = app.database;
  const service = backupService(shop.jobs, folder, machine);

  const look = (): void => {
    if (!shop.isReady()) return;
    service.makeIfDue(new Date()).catch((error: unknown) => app.log.error({ trace: traceOf(error) }, 'the nightly backup failed'));
  };
  const first = setTimeout(look, FIRST_LOOK_MS).unref();
  const looking = setInterval(look, LOOK_EVERY_MS).unref();
  app.addHook('onClose', async () => {
    clearTimeout(first);
    clearInterval(looking);
  });

  routes.get('/backups', { schema: { tags, response: { 200: backupStatus, 503: problem } } }, async () => service.status());
  routes.post('/backups', { schema: { tags, response: { 200: backupStatus, 409: problem, 503: problem, 507: problem } } }, async () => {
    requireReady(shop);
    await service.make('asked');
    return service.status();
  });
  routes.get(
    '/whole-shop',
    { schema: { tags, response: { 200: z.any().describe('The whole shop as one zip of JSON Lines.'), 503: problem } } },
    async (_request, reply) => {
      requireReady(shop);
      return service.withShopFile(async (path) => {
        // opened before its name is removed: it lives as long as it is read
        const handle = await open(path);
        const name = `whole-shop-${new Date().toISOString().slice(0, 10)}.zip`;
        return sendAs(reply, 'application/zip', `attachment; filename="${name}"`, createReadStream(path, { fd: handle }));
      });
    },
  );
}
