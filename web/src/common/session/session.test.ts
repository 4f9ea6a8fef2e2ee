/** @jest-environment jsdom */
import type { Session } from '@easytuck/contract';
import { z } from 'zod';
import { ApiProblem, OTHER_PERSON, request } from '../api/request.ts';
import { hearSession, leaveSignIn, setSession } from './sessionStore.ts';

const session = (change: Partial<Session>): Session => ({
  ...{ state: 'out', person: null, by: null, token: null, endsAt: null, hands: [], shop: '' },
  ...change,
});
const BRAM = session({
  state: 'in',
  person: { id: '01890000-0000-7000-8000-000000000001', name: 'Bram Ilves', role: 'fitter' },
  by: 'password',
  token: 'of-bram',
});
const realFetch = globalThis.fetch;
let tokens: (string | undefined)[] = [];
const answers: { status: number; body: object }[] = [];

beforeEach(() => {
  tokens = [];
  answers.length = 0;
  globalThis.fetch = ((_path: string, init?: RequestInit) => {
    tokens.push((init?.headers as Record<string, string> | undefined)?.['x-easytuck-token']);
    const { status, body } = answers.shift() ?? { status: 500, body: {} };
    return Promise.resolve({
      ok: status < 300,
      status,
      headers: { get: () => 'application/problem+json' },
      text: async () => JSON.stringify(body),
    });
  }) as unknown as typeof fetch;
});
afterAll(() => {
  globalThis.fetch = realFetch;
});

const refused = (code: string, status: number) => ({ status, body: { type: `/problems/${code}`, title: code, status, code } });
const save = () => request('POST', '/api/x', z.object({ id: z.string() }), {});

it('a change carries the token of whoever is signed in; reading carries none', async () => {
  setSession(BRAM);
  answers.push({ status: 200, body: { id: 'a' } }, { status: 200, body: { id: 'a' } });
  await save();
  await request('GET', '/api/x', z.object({ id: z.string() }));
  expect(tokens).toEqual(['of-bram', undefined]);
});

it('a change under a session that has ended waits until somebody signs in, and is then sent with the new token', async () => {
  setSession(BRAM);
  answers.push(refused('signInNeeded', 401), { status: 200, body: { id: 'kept' } });
  const saving = save();
  await new Promise((soon) => setTimeout(soon));
  expect(tokens).toHaveLength(1);
  setSession({ ...BRAM, token: 'anew' });
  expect(await saving).toEqual({ id: 'kept' });
  expect(tokens).toEqual(['of-bram', 'anew']);
});

it('where signing in is left, the change is refused as it was, and nothing is sent again', async () => {
  setSession(BRAM);
  answers.push(refused('signInNeeded', 401));
  const saving = save();
  await new Promise((soon) => setTimeout(soon));
  leaveSignIn();
  await expect(saving).rejects.toBeInstanceOf(ApiProblem);
  expect(tokens).toHaveLength(1);
});

it('whoever was never signed in here is not asked over a page', async () => {
  setSession(session({ state: 'out' }));
  answers.push(refused('signInNeeded', 401));
  await expect(save()).rejects.toMatchObject({ problem: { code: 'signInNeeded' } });
});

it('a page of somebody who is no longer signed in asks who is', async () => {
  setSession(BRAM);
  let isAsked = false;
  window.addEventListener(OTHER_PERSON, () => (isAsked = true), { once: true });
  answers.push(refused('otherPerson', 403));
  await expect(save()).rejects.toMatchObject({ problem: { code: 'otherPerson' } });
  expect(isAsked).toBe(true);
});

it('that a session has ended is heard without closing what is open: the next change waits', async () => {
  setSession(BRAM);
  hearSession(session({ state: 'out' }));
  answers.push(refused('signInNeeded', 401), { status: 200, body: { id: 'kept' } });
  const saving = save();
  await new Promise((soon) => setTimeout(soon));
  setSession({ ...BRAM, token: 'anew' });
  expect(await saving).toEqual({ id: 'kept' });
});

it('what one person was about to save is not saved when another one signs in', async () => {
  setSession(BRAM);
  answers.push(refused('signInNeeded', 401), { status: 200, body: { id: 'wrong' } });
  const saving = save();
  await new Promise((soon) => setTimeout(soon));
  setSession({ ...BRAM, token: 'of-odile', person: { id: '01890000-0000-7000-8000-000000000002', name: 'Odile Trask', role: 'fitter' } });
  await expect(saving).rejects.toMatchObject({ problem: { code: 'signInNeeded' } });
  expect(tokens).toEqual(['of-bram']);
});
