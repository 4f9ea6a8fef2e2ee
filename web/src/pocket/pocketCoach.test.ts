/** @jest-environment jsdom */
import type { PocketCoach } from '@easytuck/contract';
import { act, renderHook } from '@testing-library/react';
import { askShop, readKept, usePocketCoach } from './pocketCoach.ts';
import { logTry, sendTries } from './tries.ts';

const KEY = 'AbCdEfGhIjKlMnOpQrStUv';
const COACH = { form: 1, wearer: 'Corin Attleby' } as unknown as PocketCoach;
const realFetch = globalThis.fetch;
let asked: { path: string; body: Record<string, unknown> | null; key: string | null }[] = [];

function answer(...answers: readonly (readonly [status: number, body: object] | null)[]): void {
  const left = [...answers];
  asked = [];
  globalThis.fetch = ((path: string, init?: RequestInit) => {
    const headers = new Map(Object.entries((init?.headers ?? {}) as Record<string, string>));
    asked.push({ path, body: init?.body ? JSON.parse(init.body as string) : null, key: headers.get('x-easytuck-link') ?? null });
    const next = left.length > 1 ? left.shift() : left[0];
    return next
      ? Promise.resolve({ ok: next[0] < 300, status: next[0], json: async () => next[1] })
      : Promise.reject(new TypeError('no network'));
  }) as typeof fetch;
}

beforeEach(() => localStorage.clear());
afterAll(() => {
  globalThis.fetch = realFetch;
});

describe('what a key opens', () => {
  it('keeps the tie and the set as they are when only an hour at the party moves: the step goes on', async () => {
    const at = (beginsAt: string) => ({ ...COACH, tie: { name: 'Harbour Night' }, fitting: { id: 'f' }, party: { beginsAt } });
    answer([200, at('18:50')], [200, at('18:47')]);
    const { result } = renderHook(() => usePocketCoach(KEY));
    const settled = () => act(() => new Promise((soon) => setTimeout(soon, 30)));
    await settled();
    const before = result.current;
    act(() => void window.dispatchEvent(new Event('online')));
    await settled();
    const after = result.current;
    if (before.state !== 'ready' || after.state !== 'ready') throw new Error('the coach is not there');
    expect(after.coach.party?.beginsAt).toBe('18:47');
    expect([after.coach.tie, after.coach.fitting].map((part, i) => part === [before.coach.tie, before.coach.fitting][i])).toEqual([
      true,
      true,
    ]);
  });

  it('is asked for under the key, and kept for when there is no network', async () => {
    answer([200, COACH]);
    expect(await askShop(KEY)).toEqual({ state: 'ready', coach: COACH, isKept: false });
    expect(asked[0]).toMatchObject({ path: '/api/pocket', key: KEY });
    answer(null);
    expect(await askShop(KEY)).toEqual({ state: 'ready', coach: COACH, isKept: true });
  });

  it('is away where nothing was kept, and gone, with what was kept, where the key opens nothing any more', async () => {
    answer(null);
    expect(await askShop(KEY)).toEqual({ state: 'away' });
    answer([200, COACH]);
    await askShop(KEY);
    answer([404, { code: 'noSuchLink', title: 'Ask the shop.' }]);
    expect(await askShop(KEY)).toEqual({ state: 'gone', why: 'Ask the shop.' });
    expect(readKept(KEY)).toBeNull();
  });

  it('stays where the shop is only busy, and is not shown in a form of another version', async () => {
    answer([200, COACH]);
    await askShop(KEY);
    answer([503, { code: 'busy' }]);
    expect(await askShop(KEY)).toMatchObject({ state: 'ready', isKept: true });
    answer([200, { ...COACH, form: 2 }]);
    expect(await askShop(KEY)).toEqual({ state: 'older' });
  });
});

describe('a try', () => {
  const what = { id: '01890000-0000-7000-8000-000000000001', outcome: 'tied', durationMs: 90_000 } as const;
  const kept = (): { sent: string }[] => JSON.parse(localStorage.getItem('easytuck.pocket.tries') ?? '[]') as { sent: string }[];

  it('is kept without a network, and sent once with the key it was made with and how long ago it was', async () => {
    answer(null);
    await logTry(KEY, what, Date.now() - 60_000);
    await logTry(KEY, what, Date.now() - 60_000);
    expect(kept()).toMatchObject([{ sent: 'waiting', key: KEY }]);
    answer([200, { id: what.id }]);
    await sendTries();
    await sendTries();
    expect(asked).toHaveLength(1);
    expect(asked[0]).toMatchObject({ path: '/api/pocket/tries', key: KEY, body: { id: what.id } });
    expect(Number(asked[0]?.body?.['agoMs'])).toBeGreaterThanOrEqual(60_000);
    expect(kept()).toMatchObject([{ sent: 'sent' }]);
  });

  it('a clock that was set back does not make it lie in the future', async () => {
    answer([200, { id: what.id }]);
    await logTry(KEY, what, Date.now() + 3_600_000);
    expect(asked[0]?.body?.['agoMs']).toBe(0);
  });

  it('one that the shop refuses for good is not offered again; one that it is too busy for is', async () => {
    answer([503, { code: 'busy' }]);
    await logTry(KEY, what, Date.now());
    expect(kept()).toMatchObject([{ sent: 'waiting' }]);
    answer([404, { code: 'noSuchLink' }]);
    await sendTries();
    expect(kept()).toMatchObject([{ sent: 'refused' }]);
    await sendTries();
    expect(asked).toHaveLength(1);
  });
});
