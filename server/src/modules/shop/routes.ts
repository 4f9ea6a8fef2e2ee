import { problem, shopChange, shopSettings } from '@easytuck/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { shopService } from './service.ts';

const tags = ['shop'];

export async function shopRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = shopService(app.database);

  routes.get('/', { schema: { tags, response: { 200: shopSettings, 503: problem } } }, async () => service.read());
  routes.put(
    '/',
    { schema: { tags, body: shopChange, response: { 200: shopSettings, 400: problem, 409: problem, 503: problem } } },
    async (request) => {
      const { version, ...data } = request.body;
      return service.change(version, data);
    },
  );
}
