import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import plugin from 'fastify-plugin';
import { isIPv4 } from 'node:net';
import { ProblemError } from '../problem.ts';
import { sendProblem } from './errors.ts';
import { checkJsonDepth, findBrokenText } from './soundBody.ts';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Takes a file, which may be large and take its time. */
    readonly takesFile?: boolean;
  }
}

/** Options: names, besides those of this machine's loopback, under which the shop is opened. */
export interface GateOptions {
  readonly hosts: readonly string[];
  readonly bodyWithinMs?: number;
}

/** A request's body must be there within this. */
const BODY_WITHIN_MS = 15_000;
/** A file's body must be there within this; shorter than what the listener itself allows. */
export const FILE_WITHIN_MS = 10 * 60_000;

const LOOPBACK_NAMES = new Set(['localhost', '[::1]', '::1']);

/** Whether a host name means this machine alone. */
export const isLoopbackName = (name: string): boolean =>
  LOOPBACK_NAMES.has(name.toLowerCase()) || (isIPv4(name) && name.startsWith('127.'));

/**
 * Who may speak to the server, and in what form: only under the shop's own names (a name that somebody else points here is
 * answered to nobody), changes only from the shop's own pages or from programs that are no web pages, JSON that is not
 * absurdly deep, whole characters, and a body that arrives in time. Answers of the API are for the asking page alone and are
 * never kept.
 */
export const gate = plugin(async (app: FastifyInstance, { hosts, bodyWithinMs = BODY_WITHIN_MS }: GateOptions) => {
  const named = new Set(hosts.map((host) => host.toLowerCase()));
  app.addHook('onRequest', (request, reply, done) => {
    if (isApi(request.url)) {
      void reply.headers(API_HEADERS);
    }
    done(refusalOf(request, named));
  });
  app.addHook('onRequest', (request, reply, done) => {
    if (request.headers['content-length'] !== undefined || request.headers['transfer-encoding'] !== undefined)
      endLateBody(request, reply, request.routeOptions.config.takesFile === true ? FILE_WITHIN_MS : bodyWithinMs);
    done();
  });
  app.removeContentTypeParser(['text/plain', 'application/json']);
  const parse = app.getDefaultJsonParser('error', 'error');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (request, body, done) => {
    const text = String(body);
    const refusal = checkJsonDepth(text);
    if (refusal) done(refusal);
    else void parse(request, text, done);
  });
  app.addHook('preValidation', (request, _reply, done) => {
    done(findBrokenText({ params: request.params, query: request.query, body: request.body }));
  });
});

const API_HEADERS = {
  'cache-control': 'no-store',
  'cross-origin-resource-policy': 'same-origin',
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'referrer-policy': 'no-referrer',
} as const;

const isApi = (url: string): boolean =>
  (url.startsWith('/api/') && !url.startsWith('/api/docs')) ||
  url.startsWith('/healthz') ||
  url.startsWith('/readyz') ||
  url.startsWith('/metrics');

function refusalOf(request: FastifyRequest, named: ReadonlySet<string>): FastifyError | undefined {
  const { headers, method } = request;
  const host = headers.host ?? '';
  const name = (host.startsWith('[') ? host.slice(0, host.indexOf(']') + 1) : (host.split(':')[0] ?? '')).toLowerCase();
  if (!isLoopbackName(name) && !named.has(name)) return refuse('wrongHost');
  if (!isSafelyAsked(request)) return refuse('notSafe');
  const site = headers['sec-fetch-site'];
  const isOwn = site === undefined || site === 'same-origin' || site === 'none';
  if (method === 'GET' || method === 'HEAD') {
    // a link or the address line may lead here from anywhere; a page elsewhere may not read, nor make the server work
    return isOwn || headers['sec-fetch-mode'] === 'navigate' ? undefined : refuse('foreign');
  }
  const { origin } = headers;
  return isOwn && (origin === undefined || hostOf(origin) === host.toLowerCase()) ? undefined : refuse('foreign');
}

/** From this machine, or over https: of its own, or of a web server on this machine that says so. */
function isSafelyAsked({ socket, headers, protocol }: FastifyRequest): boolean {
  if (protocol === 'https') return true;
  const isForwarded = headers['x-forwarded-for'] !== undefined || headers['x-forwarded-proto'] !== undefined;
  return isLoopbackPeer(socket.remoteAddress) && !isForwarded;
}

/** (A test that asks without a network has no other end.) */
export const isLoopbackPeer = (address: string | undefined): boolean =>
  address === undefined || isLoopbackName(address.startsWith('::ffff:') ? address.slice(7) : address);

/** Where a page was opened from: by the name that the gate has looked at, whatever else a request says of itself. */
export const originAsked = ({ protocol, headers }: FastifyRequest): string => `${protocol}://${headers.host ?? 'localhost'}`;

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null; // `null`, or nothing that a browser sends
  }
}

/** Fastify hands errors of hooks on to the error handler, whatever they are. */
const refuse = (code: 'wrongHost' | 'notSafe' | 'foreign'): FastifyError => new ProblemError(code) as Error as FastifyError;

/** Answers 408 and hangs up where a body has not arrived in time: slow ones would fill the server up. */
function endLateBody(request: FastifyRequest, reply: FastifyReply, withinMs: number): void {
  const late = setTimeout(() => {
    if (reply.sent) return;
    void reply.header('connection', 'close');
    reply.raw.once('finish', () => request.raw.destroy());
    void sendProblem(reply, new ProblemError('tooSlow'));
  }, withinMs).unref();
  const clear = (): void => clearTimeout(late);
  request.raw.once('end', clear);
  request.raw.once('close', clear);
}
