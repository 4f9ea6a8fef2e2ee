import cookie from '@fastify/cookie';
import { LINK_HEADER, linkKey, mayDo, NEEDS_PASSWORD, TOKEN_HEADER, type Role } from '@easytuck/contract';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import plugin from 'fastify-plugin';
import { deedRepository } from '../modules/deeds/repository.ts';
import { peopleRepository, type KeptSession } from '../modules/people/repository.ts';
import { hashOfKey, isSameText, tokenOf } from '../modules/people/sessionKeys.ts';
import { holds, SESSION_MS } from '../modules/people/service.ts';
import { ProblemError } from '../problem.ts';
import { requireReady } from './database.ts';
import { ruleOf, type Rule } from './routeRules.ts';

/** Who asks. `open`: nobody is set up, and the counter is open. */
export type Who =
  | { readonly kind: 'open' }
  | { readonly kind: 'out' }
  | { readonly kind: 'in' | 'away'; readonly session: KeptSession; readonly key: string; readonly keyHash: string }
  | { readonly kind: 'link'; readonly key: string };

declare module 'fastify' {
  interface FastifyRequest {
    /** Who asks; known before any route of the API is entered. */
    who: Who;
  }
  interface FastifyInstance {
    /** How people, and what they are signed in with, are forgotten by this server: at once where it changed them itself. */
    forgetSessions: () => void;
  }
}

/** Sessions, and whether anybody is set up, are looked up again after this; other servers' changes count so late at most. */
const KNOWN_FOR_MS = 1_000;
const MOST_KNOWN = 500;
/** A session that is used is renewed no more often than this. */
const RENEWED_EVERY_MS = 5 * 60_000;

/** Names of the cookie: a browser keeps the first for https from this host alone, whatever else asks it. */
const SAFE_COOKIE = '__Host-easytuck';
const PLAIN_COOKIE = 'easytuck';

/**
 * Finds out who asks, and refuses what they may not do: the one place where the table of rights is enforced. A route without
 * a rule keeps the server from starting. What was done is put on record before it is answered.
 */
export const whoIsThere = plugin(async (app: FastifyInstance) => {
  await app.register(cookie);
  const people = peopleRepository(app.database);
  const deeds = deedRepository(app.database);
  let anybody: { readonly is: boolean; readonly at: number } | undefined;
  /** By the key itself, in memory alone: a hash at every request costs more than all the rest. */
  const known = new Map<string, { readonly keyHash: string; readonly session: KeptSession | null; readonly at: number }>();
  app.decorate('forgetSessions', () => {
    anybody = undefined;
    known.clear();
  });
  app.decorateRequest('who', null as never);

  const isAnybody = async (): Promise<boolean> => {
    const now = performance.now();
    if (anybody === undefined || now - anybody.at > KNOWN_FOR_MS) anybody = { is: await people.isAnybody(), at: now };
    return anybody.is;
  };
  const sessionOf = async (key: string): Promise<{ readonly keyHash: string; readonly session: KeptSession | null }> => {
    const now = performance.now();
    const one = known.get(key);
    if (one && now - one.at <= KNOWN_FOR_MS) return one;
    const keyHash = hashOfKey(key);
    const found = { keyHash, session: await people.session(keyHash), at: now };
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(key, found);
    return found;
  };
  const findOut = async (request: FastifyRequest, reply: FastifyReply): Promise<Who> => {
    const link = request.headers[LINK_HEADER];
    if (link !== undefined) return { kind: 'link', key: linkKey.safeParse(link).success ? String(link) : '' };
    const key = request.cookies[isSafe(request) ? SAFE_COOKIE : PLAIN_COOKIE];
    if (!(await isAnybody())) return { kind: 'open' };
    if (key === undefined) return { kind: 'out' };
    const { keyHash, session } = await sessionOf(key);
    const now = new Date();
    if (session === null || !holds(session, now)) return { kind: 'out' };
    if (session.endsAt.getTime() - now.getTime() < SESSION_MS - RENEWED_EVERY_MS) {
      known.delete(key);
      await people.renew(keyHash, new Date(now.getTime() + SESSION_MS));
      setSession(request, reply, key);
    }
    return { kind: session.isAway ? 'away' : 'in', session, key, keyHash };
  };

  app.addHook('onRoute', ({ method, url }) => {
    if (!url.startsWith('/api')) return;
    for (const each of [method].flat())
      if (ruleOf(each, url) === undefined) throw new Error(`${each} ${url} has no rule: say in plugins/routeRules.ts who may ask it`);
  });
  app.addHook('onRequest', async (request, reply) => {
    const { url } = request.routeOptions;
    const asked = url === undefined ? undefined : ruleOf(request.method, url);
    if (asked === undefined || url === '/healthz' || url === '/readyz') return;
    requireReady(app.database);
    request.who = await findOut(request, reply);
    const refused = refusal(request, asked.rule);
    if (refused) throw refused;
  });
  app.addHook('onSend', async (request, reply, payload: unknown) => {
    const { url } = request.routeOptions;
    const deed = url === undefined ? null : (ruleOf(request.method, url)?.deed ?? null);
    // (who is not known yet where the request was refused before it was asked)
    const who = request.who as Who | null;
    if (deed === null || who === null || who.kind === 'open' || reply.statusCode >= 300 || request.method === 'HEAD') return payload;
    const session = who.kind === 'link' ? null : who.kind === 'out' ? null : who.session;
    await deeds.add({
      ...{ personId: session?.personId ?? null, personName: session?.name ?? (who.kind === 'link' ? 'a wearer' : ''), what: deed },
      ...{ about: aboutOf(request), from: request.ip },
    });
    return payload;
  });
});

function refusal({ who, method, headers }: FastifyRequest, rule: Rule): FastifyError | null {
  if (rule === 'link') return who.kind === 'link' ? null : refuse('noSuchLink');
  // with the key of a link nothing else answers, whoever else may be signed in at this browser
  if (who.kind === 'link') return refuse('notAllowed');
  const changes = method !== 'GET' && method !== 'HEAD';
  if (who.kind === 'in' && changes && !isSameText(String(headers[TOKEN_HEADER] ?? ''), tokenOf(who.key)))
    return rule === 'anybody' ? null : refuse('otherPerson');
  if (rule === 'anybody' || who.kind === 'open') return null;
  if (who.kind !== 'in') return refuse('signInNeeded');
  if (!mayDo(who.session.role, rule)) return refuse('notAllowed');
  return who.session.by === 'pin' && NEEDS_PASSWORD.includes(rule) ? refuse('passwordNeeded') : null;
}

const refuse = (code: 'noSuchLink' | 'notAllowed' | 'otherPerson' | 'signInNeeded' | 'passwordNeeded'): FastifyError =>
  new ProblemError(code) as Error as FastifyError;

/** Whether the page was asked for over https, from here or from a web server on this machine. */
const isSafe = ({ protocol }: FastifyRequest): boolean => protocol === 'https';

/** Gives a browser the key of a session, or takes it back. */
export function setSession(request: FastifyRequest, reply: FastifyReply, key: string | null): void {
  const safe = isSafe(request);
  void reply.setCookie(safe ? SAFE_COOKIE : PLAIN_COOKIE, key ?? '', {
    ...{ path: '/', httpOnly: true, sameSite: 'strict', secure: safe },
    maxAge: key === null ? 0 : SESSION_MS / 1000,
  });
}

/** The key of the record that something was done to. */
function aboutOf({ params, body }: FastifyRequest): string | null {
  for (const part of [params, body])
    if (typeof part === 'object' && part !== null)
      for (const name of ['id', 'fittingId', 'tieId', 'kind', 'key'])
        if (name in part) return String((part as Record<string, unknown>)[name]);
  return null;
}

/** The name of whoever is signed in; null at an open counter, where a name is chosen. */
export const signedInName = ({ who }: Pick<FastifyRequest, 'who'>): string | null => (who.kind === 'in' ? who.session.name : null);

/** The session of whoever is signed in. @throws ProblemError where nobody is. */
export function signedIn({ who }: FastifyRequest): { session: KeptSession; key: string; keyHash: string; role: Role } {
  if (who.kind !== 'in') throw new ProblemError('signInNeeded');
  return { ...who, role: who.session.role };
}

/** A body in which whoever is signed in stands as who did it, whatever was sent. */
export function bySignedIn<Name extends string, Body extends Readonly<Record<Name, string>>>(
  request: Pick<FastifyRequest, 'who'> & { readonly body: Body },
  field: Name,
): Body {
  const name = signedInName(request);
  return name === null ? request.body : { ...request.body, [field]: name };
}
