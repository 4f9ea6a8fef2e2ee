import {
  newPasskey,
  newPerson,
  passkeyAnswer,
  passkeyId,
  passkeyList,
  passkeyOptions,
  passwordChange,
  passwordReset,
  person,
  personChange,
  personList,
  pinChange,
  pinSignIn,
  problem,
  recordId,
  session,
  signIn,
  type Session,
} from '@easytuck/contract';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { originAsked } from '../../plugins/gate.ts';
import { setSession, signedIn, type Who } from '../../plugins/whoIsThere.ts';
import { ProblemError } from '../../problem.ts';
import { deedRepository } from '../deeds/repository.ts';
import { shopRepository } from '../shop/repository.ts';
import { peopleRepository } from './repository.ts';
import { peopleService, type From } from './service.ts';
import { hashOfKey, tokenOf } from './sessionKeys.ts';

const refusals = { 400: problem, 401: problem, 403: problem, 404: problem, 409: problem, 429: problem, 503: problem };
const answer = { 200: session, ...refusals };

/** Who works here; signing in and out; one's own password, PIN and passkeys. */
export async function peopleRoutes(app: FastifyInstance): Promise<void> {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const service = peopleService(app.database);
  const people = peopleRepository(app.database);
  const deeds = deedRepository(app.database);
  const settings = shopRepository(app.database);

  const told = async (who: Who): Promise<Session> => {
    const { name: shop } = await settings.read();
    const nobody = { person: null, by: null, token: null, endsAt: null, hands: [], shop };
    if (who.kind === 'open' || who.kind === 'out' || who.kind === 'link')
      return { ...nobody, state: who.kind === 'open' ? 'open' : 'out', shop: who.kind === 'open' ? shop : '' };
    const { session: kept, key, kind } = who;
    const hands = [...(await service.hands(kept))];
    if (kind === 'away') return { ...nobody, state: 'away', hands };
    return {
      ...{ state: 'in', person: { id: kept.personId, name: kept.name, role: kept.role }, by: kept.by, token: tokenOf(key) },
      ...{ endsAt: kept.endsAt.toISOString(), hands, shop },
    };
  };
  /** Tells who is in from now on, by the key of a new session; what this browser was signed in with before is ended. */
  const enter = async (request: FastifyRequest, reply: FastifyReply, key: string, what: string): Promise<Session> => {
    const { who } = request;
    if (who.kind === 'in' || who.kind === 'away') await people.end(who.keyHash);
    app.forgetSessions();
    const keyHash = hashOfKey(key);
    const kept = await people.session(keyHash);
    if (!kept) throw new ProblemError('signInNeeded');
    setSession(request, reply, key);
    await deeds.add({ personId: kept.personId, personName: kept.name, what, about: null, from: request.ip });
    return told({ kind: 'in', session: kept, key, keyHash });
  };
  const leave = async (request: FastifyRequest, reply: FastifyReply, what: string): Promise<Session> => {
    const { who } = request;
    app.forgetSessions();
    setSession(request, reply, null);
    if (who.kind === 'in' || who.kind === 'away')
      await deeds.add({ personId: who.session.personId, personName: who.session.name, what, about: null, from: request.ip });
    return told({ kind: 'out' });
  };

  routes.get('/session', { schema: { tags: ['people'], response: answer } }, async (request) => told(request.who));
  routes.post('/session', { schema: { tags: ['people'], body: signIn, response: answer } }, async (request, reply) =>
    enter(request, reply, await service.signIn(request.body, fromOf(request)), 'signed in by password'),
  );
  routes.post(
    '/session/passkey-options',
    { schema: { tags: ['people'], response: { 200: passkeyOptions, ...refusals } } },
    async (request) => service.passkeyOptions(fromOf(request)),
  );
  routes.post('/session/passkey', { schema: { tags: ['people'], body: passkeyAnswer, response: answer } }, async (request, reply) =>
    enter(
      request,
      reply,
      await service.signInByPasskey(request.body.ceremony, request.body.answer, fromOf(request)),
      'signed in by passkey',
    ),
  );
  routes.post('/session/pin', { schema: { tags: ['people'], body: pinSignIn, response: answer } }, async (request, reply) => {
    const { who } = request;
    if (who.kind !== 'in' && who.kind !== 'away') throw new ProblemError('signInNeeded');
    const { personId, pin } = request.body;
    const key = await service.takeOver(who.session, who.keyHash, personId, pin, fromOf(request));
    return enter(request, reply, key, 'took over a counter by PIN');
  });
  routes.post('/session/away', { schema: { tags: ['people'], response: answer } }, async (request) => {
    const { who } = request;
    if (who.kind !== 'in') return told(who);
    await people.stepAway(who.keyHash);
    app.forgetSessions();
    await deeds.add({ personId: who.session.personId, personName: who.session.name, what: 'stepped away', about: null, from: request.ip });
    return told({ ...who, kind: 'away' });
  });
  routes.delete('/session', { schema: { tags: ['people'], response: answer } }, async (request, reply) => {
    if (request.who.kind === 'in' || request.who.kind === 'away') await people.end(request.who.keyHash);
    return leave(request, reply, 'signed out');
  });
  routes.post('/session/everywhere', { schema: { tags: ['people'], response: answer } }, async (request, reply) => {
    await people.endAll(signedIn(request).session.personId);
    return leave(request, reply, 'signed out everywhere');
  });

  routes.post(
    '/people/first',
    { schema: { tags: ['people'], body: newPerson.omit({ role: true }), response: answer } },
    async (request, reply) => {
      if (request.who.kind !== 'open') throw new ProblemError(request.who.kind === 'in' ? 'notAllowed' : 'signInNeeded');
      const owner = await service.setUp(request.body);
      return enter(request, reply, await service.beginFor(owner.id, 'password'), 'set the shop up as its owner');
    },
  );
  routes.get('/people', { schema: { tags: ['people'], response: { 200: personList, ...refusals } } }, async () => ({
    people: await service.list(),
  }));
  routes.post(
    '/people',
    { schema: { tags: ['people'], body: newPerson, response: { 200: person, 201: person, ...refusals } } },
    async (request, reply) => {
      // the first is an owner, who signs in as they are set up
      if (request.who.kind === 'open') throw new ProblemError('notAllowed', { detail: 'Set up the owner first.' });
      const { stored, created } = await service.add(request.body);
      return reply.status(created ? 201 : 200).send(stored);
    },
  );
  routes.put(
    '/people/:id',
    { schema: { tags: ['people'], params: z.object({ id: recordId }), body: personChange, response: { 200: person, ...refusals } } },
    async (request) => {
      const { version, ...change } = request.body;
      const changed = await service.change(request.params.id, version, change);
      app.forgetSessions();
      return changed;
    },
  );
  routes.put(
    '/people/:id/password',
    { schema: { tags: ['people'], params: z.object({ id: recordId }), body: passwordReset, response: { 200: person, ...refusals } } },
    async (request) => {
      const changed = await service.resetPassword(request.params.id, request.body.version, request.body.password);
      app.forgetSessions();
      return changed;
    },
  );

  routes.put('/own/password', { schema: { tags: ['people'], body: passwordChange, response: answer } }, async (request) => {
    const { session: own, keyHash } = signedIn(request);
    await service.changePassword(own.personId, request.body.current, request.body.next, keyHash, fromOf(request));
    app.forgetSessions();
    return told(request.who);
  });
  routes.put('/own/pin', { schema: { tags: ['people'], body: pinChange, response: answer } }, async (request) => {
    await service.setPin(signedIn(request).session.personId, request.body.password, request.body.pin, fromOf(request));
    return told(request.who);
  });
  const passkeys = { 200: passkeyList, ...refusals };
  routes.get('/own/passkeys', { schema: { tags: ['people'], response: passkeys } }, async (request) => ({
    passkeys: await service.passkeysOf(signedIn(request).session.personId),
  }));
  routes.post('/own/passkeys/options', { schema: { tags: ['people'], response: { 200: passkeyOptions, ...refusals } } }, async (request) =>
    service.newPasskeyOptions(signedIn(request).session.personId, fromOf(request)),
  );
  routes.post('/own/passkeys', { schema: { tags: ['people'], body: newPasskey, response: passkeys } }, async (request) => {
    const { ceremony, answer: given, name } = request.body;
    return { passkeys: await service.addPasskey(signedIn(request).session.personId, ceremony, given, name, fromOf(request)) };
  });
  routes.delete(
    '/own/passkeys/:id',
    { schema: { tags: ['people'], params: z.object({ id: passkeyId }), response: passkeys } },
    async (request) => ({ passkeys: await service.dropPasskey(signedIn(request).session.personId, request.params.id) }),
  );
}

function fromOf(request: FastifyRequest): From {
  const origin = originAsked(request);
  return { ip: request.ip, hostName: new URL(origin).hostname, origin };
}
