import type { FastifyInstance } from 'fastify';
import plugin from 'fastify-plugin';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import { requireReady } from './database.ts';

const answer = z.object({ status: z.literal('ok') });

/** `/healthz`: the process answers. `/readyz`: it can serve, tables up to date and database there. */
export const health = plugin(async (app: FastifyInstance) => {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get('/healthz', { schema: { tags: ['health'], response: { 200: answer } } }, async () => ({ status: 'ok' as const }));
  routes.get('/readyz', { schema: { tags: ['health'], response: { 200: answer } } }, async () => {
    requireReady(app.database);
    await app.database.sequelize.query('SELECT 1', { type: QueryTypes.SELECT });
    return { status: 'ok' as const };
  });
});
