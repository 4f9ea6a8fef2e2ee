import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import type { FastifyInstance } from 'fastify';
import plugin from 'fastify-plugin';
import { jsonSchemaTransform } from 'fastify-type-provider-zod';

/** The OpenAPI document at `/api/docs/json`, made from the routes' schemas, and a page to read it at `/api/docs`. */
export const openapi = plugin(async (app: FastifyInstance) => {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Easy Tuck',
        version: '1',
        description:
          'Wearers, ties, collars and fittings of one shop, what is printed of them, and tables out and in. Lengths are in millimetres; errors are application/problem+json.',
      },
      tags: [
        'wearers',
        'ties',
        'fittings',
        'tyings',
        'collars',
        'shop',
        'paper',
        'printer',
        'exchange',
        'backups',
        'people',
        'links',
        'privacy',
        'health',
      ].map((name) => ({
        name,
      })),
    },
    transform: jsonSchemaTransform,
  });
  await app.register(swaggerUi, { routePrefix: '/api/docs' });
});
