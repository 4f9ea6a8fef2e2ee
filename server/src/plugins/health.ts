import type { FastifyInstance } from 'fastify';
import plugin from 'fastify-plugin';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import { requireReady } from './database.ts';

const alive = z.object({ status: z.literal('ok') });
const ready = z.object({
  status: z.literal('ok'),
  machine: z.string().describe('The machine of this server.'),
  node: z.string().describe('The node of the database that it reads from.'),
});

/** `/healthz`: the process answers. `/readyz`: it can serve, tables up to date and database there, and which ones they are. */
export const health = plugin(async (app: FastifyInstance, { machine }: { machine: string }) => {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const { sequelize } = app.database;
  routes.get('/healthz', { schema: { tags: ['health'], response: { 200: alive } } }, async () => ({ status: 'ok' as const }));
  routes.get('/readyz', { schema: { tags: ['health'], response: { 200: ready } } }, async () => {
    requireReady(app.database);
    // without waiting for the other nodes: while they agree on who is there, the server is well all the same
    const [row] = await sequelize.query<{ node: string }>('SET STATEMENT wsrep_sync_wait = 0 FOR SELECT @@wsrep_node_name AS node', {
      type: QueryTypes.SELECT,
    });
    return { status: 'ok' as const, machine, node: row?.node ?? '' };
  });
});
