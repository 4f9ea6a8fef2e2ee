import { wearer } from '@easytuck/contract';
import { z } from 'zod';
import { ApiProblem, currentOf, fieldErrorsOf, isAway, isWorthRetrying, request, sentenceOf, takenOf, Unreachable } from './request.ts';

const schema = z.object({ id: z.string() });
const realFetch = globalThis.fetch;
let asked: { path: string; init: RequestInit | undefined }[] = [];

/** Answers every request with this, or fails as a browser does where there is no network. */
function answer(response: Response | null): void {
  asked = [];
  globalThis.fetch = (path, init) => {
    asked.push({ path: path instanceof Request ? path.url : path.toString(), init });
    return response ? Promise.resolve(response) : Promise.reject(new TypeError('fetch failed'));
  };
}

const problem = (status: number, more: object = {}): Response =>
  new Response(JSON.stringify({ type: '/problems/x', title: 'No.', status, code: 'x', ...more }), {
    status,
    headers: { 'content-type': 'application/problem+json' },
  });

async function failureOf(response: Response | null): Promise<unknown> {
  answer(response);
  return request('GET', '/api/x', schema).then(
    () => null,
    (error: unknown) => error,
  );
}

afterAll(() => {
  globalThis.fetch = realFetch;
});

describe('request', () => {
  it('sends JSON and checks the answer against the contract', async () => {
    answer(new Response('{"id":"a","more":1}'));
    expect(await request('POST', '/api/x', schema, { name: 'b' })).toEqual({ id: 'a' });
    expect(asked[0]).toMatchObject({ path: '/api/x', init: { method: 'POST', body: '{"name":"b"}' } });
    expect(await failureOf(new Response('{"id":1}'))).toBeInstanceOf(z.ZodError);
  });

  it('tells a refusal with its fields, and that trying again is no use', async () => {
    const error = await failureOf(
      problem(400, { detail: 'The name is missing.', errors: [{ path: 'name', message: 'The name is missing.' }] }),
    );
    expect(error).toBeInstanceOf(ApiProblem);
    expect(sentenceOf(error)).toBe('The name is missing.');
    expect(fieldErrorsOf(error)).toEqual([{ path: 'name', message: 'The name is missing.' }]);
    expect([isAway(error), isWorthRetrying(error)]).toEqual([false, false]);
  });

  it('ends what is told of the server’s fault with the request’s number', async () => {
    const broken = await failureOf(problem(500, { title: 'Something went wrong in the program.', number: 'K7MN-2QXP' }));
    expect(sentenceOf(broken)).toBe('Something went wrong in the program. (No. K7MN-2QXP)');
    // a problem that is kept or compared is as the server sent it
    expect(broken).toMatchObject({ problem: { title: 'Something went wrong in the program.', number: 'K7MN-2QXP' } });
  });

  it('knows when the records or the server are away, which passes', async () => {
    const away = await failureOf(problem(503));
    const unreachable = await failureOf(null);
    expect([isAway(away), isWorthRetrying(away)]).toEqual([true, true]);
    expect(unreachable).toBeInstanceOf(Unreachable);
    expect([isAway(unreachable), isWorthRetrying(unreachable)]).toEqual([true, true]);
    expect(sentenceOf(unreachable)).toBe('The shop’s server does not answer.');
    expect(fieldErrorsOf(unreachable)).toEqual([]);
  });

  it('makes a problem of an answer that is none', async () => {
    const error = await failureOf(new Response('<h1>Bad gateway</h1>', { status: 502, headers: { 'content-type': 'text/html' } }));
    expect(sentenceOf(error)).toBe('The server answered with 502.');
    expect(isWorthRetrying(error)).toBe(true);
    expect(sentenceOf('thrown')).toBe('Something went wrong in the program.');
  });

  it('hands over the record as it is now with a stale save, and with nothing else', async () => {
    const current = {
      id: '01a20b94-353d-7204-b92c-7f530cb63fe2',
      name: 'A',
      collar: { text: '16', system: 'in', label: 16 },
      longEnd: 'left',
      note: '',
      version: 3,
      createdAt: '2026-11-24T03:00:00.000Z',
      updatedAt: '2026-11-24T03:00:00.000Z',
      ...{ collarEstimated: false, mergedInto: null, seenAt: '2026-11-24T03:00:00.000Z' },
      ...{ contact: '', eventName: '', eventOn: null, awayAt: null },
    };
    expect(currentOf(await failureOf(problem(409, { code: 'stale', current })), wearer)).toMatchObject(current);
    expect(currentOf(await failureOf(problem(409, { code: 'keyInUse', current })), wearer)).toBeNull();
    expect(currentOf(await failureOf(problem(409, { code: 'stale', current: { id: 1 } })), wearer)).toBeNull();
    expect(currentOf(new Error('other'), wearer)).toBeNull();
    // and what is kept under a key that is taken, with nothing but that
    expect(takenOf(await failureOf(problem(409, { code: 'keyInUse', current })), wearer)).toMatchObject(current);
    expect(takenOf(await failureOf(problem(409, { code: 'stale', current })), wearer)).toBeNull();
  });
});
