import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import type { FastifyInstance } from 'fastify';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { constants } from 'node:zlib';
import plugin from 'fastify-plugin';
import { ProblemError } from '../problem.ts';
import { sendProblem } from './errors.ts';

const SMALLEST_COMPRESSED_BYTES = 1024;
const QUICK_BROTLI = 4;
const A_YEAR_S = 31_536_000;

/** Serves the built interface. Its rooms are addresses of their own: whatever is no file and no API is the interface's. */
export const webPages = plugin(async (app: FastifyInstance, { webRoot }: { webRoot: string | undefined }) => {
  await app.register(helmet, {
    global: false,
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", ...sumsOfScripts(webRoot)],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        workerSrc: ["'self'", 'blob:'],
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
  });
  // Pages get all of the browser's protections; an answer in JSON is no page, and asks only not to be taken for one.
  app.addHook('onRequest', (request, reply, done) => {
    // who came by https is to come so from now on
    if (request.protocol === 'https') void reply.header('strict-transport-security', `max-age=${A_YEAR_S}`);
    if (isPage(request.url)) reply.helmet();
    else void reply.header('x-content-type-options', 'nosniff');
    done();
  });
  await app.register(compress, {
    threshold: SMALLEST_COMPRESSED_BYTES,
    encodings: ['br', 'gzip'],
    // the usual quality is meant for files that are packed once: it takes longer than the answer itself
    brotliOptions: { params: { [constants.BROTLI_PARAM_QUALITY]: QUICK_BROTLI } },
  });
  if (webRoot === undefined) {
    app.setNotFoundHandler((_request, reply) => sendProblem(reply, new ProblemError('noSuchPage')));
    return;
  }
  // the pocket coach is a page of its own
  app.get('/pocket', (_request, reply) => reply.redirect('/pocket/'));
  await app.register(fastifyStatic, {
    root: webRoot,
    wildcard: false,
    cacheControl: false,
    setHeaders: (reply, path) => {
      const cache = path.includes('/assets/') ? `public, max-age=${A_YEAR_S}, immutable` : 'no-cache';
      reply.header('cache-control', cache);
    },
  });
  app.setNotFoundHandler((request, reply) => {
    const wantsPage = request.method === 'GET' && !request.url.startsWith('/api/') && (request.headers.accept ?? '').includes('text/html');
    return wantsPage ? reply.sendFile('index.html') : sendProblem(reply, new ProblemError('noSuchPage'));
  });
});

/** Sums of the scripts that stand in the pocket coach's page itself, as a policy names them (CSP, hash sources). */
function sumsOfScripts(webRoot: string | undefined): readonly string[] {
  const page = webRoot === undefined ? '' : join(webRoot, 'pocket', 'index.html');
  if (page === '' || !existsSync(page)) return [];
  const scripts = [...readFileSync(page, 'utf8').matchAll(/<script>([\s\S]*?)<\/script>/g)].map(([, text = '']) => text);
  return scripts.map((text) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`);
}

const isPage = (url: string): boolean =>
  url.startsWith('/api/docs') || !(url.startsWith('/api/') || url === '/healthz' || url === '/readyz');
