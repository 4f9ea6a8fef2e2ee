/** The yardstick of a start: Fastify with nothing on it. */
import Fastify from 'fastify';

console.log(await Fastify().listen({ host: '127.0.0.1', port: 0 }));
