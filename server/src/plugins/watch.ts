import type { FastifyInstance, FastifyRequest } from 'fastify';
import plugin from 'fastify-plugin';
import { randomBytes } from 'node:crypto';
import { askedBy, onSlowStatement } from '../database/slowStatements.ts';
import { poolOf } from '../database/sequelizeInternals.ts';
import { connections, registry, requestSeconds, requestsRefused, requestsUnderWay } from '../metrics.ts';
import { ProblemError } from '../problem.ts';
import { isLoopbackPeer } from './gate.ts';
import { Line, type InLine } from './line.ts';

/** Letters and digits that are not taken for one another when they are read out. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const NUMBER_LENGTH = 8;
const LATE_LOG_MS = 2_000;

/** A request's number: short enough to be read out over a telephone. */
export const newRequestNumber = (): string =>
  Array.from(randomBytes(NUMBER_LENGTH), (byte) => LETTERS.charAt(byte % LETTERS.length))
    .join('')
    .replace(/^(.{4})/, '$1-');

/** Whatever the queue is like, these are answered: who asks whether the server is well must be told. */
const ALWAYS = new Set(['/healthz', '/readyz', '/metrics']);
const isAlwaysAnswered = ({ routeOptions }: FastifyRequest): boolean => ALWAYS.has(routeOptions.url ?? '');

/** Whether a file is sent, which is read while it is worked on. */
const sendsFile = ({ method, headers }: FastifyRequest): boolean =>
  method === 'POST' && headers['content-type']?.startsWith('multipart/') === true;

/**
 * Watches requests: gives each its number, counts them for `/metrics`, names slow ones in the log, and has them wait
 * in line, where those that would wait for longer than two seconds are refused with 503.
 */
export const watch = plugin(async (app: FastifyInstance) => {
  const line = new Line();
  const underWay = new WeakMap<FastifyRequest, { readonly cameMs: number; inLine?: InLine }>();
  const routeOf = ({ method, routeOptions }: FastifyRequest): string => `${method} ${routeOptions.url ?? 'none'}`;
  const onBehalfOf = (request: FastifyRequest, done: () => void): void =>
    askedBy.run(
      {
        number: request.id,
        route: routeOf(request),
        beganMs: underWay.get(request)?.cameMs ?? performance.now(),
        changes: request.method !== 'GET' && request.method !== 'HEAD',
      },
      done,
    );
  const leave = (request: FastifyRequest): void => {
    const one = underWay.get(request);
    if (!one || !underWay.delete(request)) return;
    if (one.inLine) line.leave(one.inLine);
    requestsUnderWay.dec();
  };
  const refuse = (done: (problem: Error) => void): void => {
    requestsRefused.inc();
    done(new ProblemError('tooMany', { retryAfterS: 1 }));
  };
  app.addHook('onRequest', (request, reply, done) => {
    void reply.header('x-request-number', request.id);
    if (!isAlwaysAnswered(request) && line.isTooLong()) {
      refuse(done);
      return;
    }
    underWay.set(request, { cameMs: performance.now() });
    requestsUnderWay.inc();
    reply.raw.once('close', () => leave(request));
    onBehalfOf(request, done);
  });
  // in line only once all of it is here, so that whoever sends slowly keeps nobody waiting
  app.addHook('preValidation', (request, _reply, done) => {
    const one = underWay.get(request);
    // (a body arrives by events of the socket, which know nothing of who asked)
    const begin = (): void => onBehalfOf(request, done);
    if (!one || isAlwaysAnswered(request) || sendsFile(request)) {
      begin();
      return;
    }
    one.inLine = line.enter(begin, () => refuse(done));
    line.look();
  });
  app.addHook('onResponse', (request, reply, done) => {
    leave(request);
    const { method, routeOptions } = request;
    requestSeconds.observe({ method, route: routeOptions.url ?? 'none', status: reply.statusCode }, reply.elapsedTime / 1000);
    if (reply.elapsedTime > LATE_LOG_MS && reply.statusCode < 500)
      request.log.warn({ number: request.id, route: routeOf(request), tookMs: Math.round(reply.elapsedTime) }, 'a request took long');
    done();
  });
  const ended = onSlowStatement((noted) => app.log.warn(noted, 'a statement was slow'));
  app.addHook('onClose', async () => ended());
  app.get('/metrics', { schema: { hide: true } }, async (request, reply) => {
    // figures are for whoever looks after this machine, and are asked for on it
    if (request.headers['x-forwarded-for'] !== undefined || !isLoopbackPeer(request.socket.remoteAddress))
      throw new ProblemError('notAllowed');
    for (const [pool, sequelize] of [
      ['requests', app.database.sequelize],
      ['jobs', app.database.jobs],
    ] as const)
      for (const [state, count] of Object.entries(poolOf(sequelize))) connections.set({ pool, state }, count);
    return reply
      .type(registry.contentType)
      .serializer(String)
      .send(await registry.metrics());
  });
});
