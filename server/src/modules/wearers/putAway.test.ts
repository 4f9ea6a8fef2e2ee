import type { Problem, Tie, WearerList } from '@easytuck/contract';
import { aFitting, aTie, aWearer, testShop } from '../../testing.ts';

const { send, enter } = testShop();

const stock = async (change: Parameters<typeof aTie>[0] = {}): Promise<Tie> => (await send('POST', '/api/ties', aTie(change))).json<Tie>();

const tieNow = async (id: string): Promise<Tie> => (await send('GET', `/api/ties/${id}`)).json<Tie>();

const listed = async (query: string): Promise<WearerList> => (await send('GET', `/api/wearers?${query}`)).json<WearerList>();

describe('putting away', () => {
  it('takes a wearer out of lists and search, keeps everything, and is undone', async () => {
    const wearer = await enter({ name: 'Putaway Quillfeather' });
    const away = await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 1, away: true });
    expect(away.json()).toMatchObject({ version: 2, awayAt: expect.any(String) as string });
    expect((await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 1, away: true })).statusCode).toBe(200);
    expect((await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 1, away: false })).statusCode).toBe(409);
    expect((await listed('q=quillf')).wearers).toEqual([]);
    expect((await listed('q=lfeath')).wearers).toEqual([]);
    expect((await listed('show=away&counted=yes')).wearers.map(({ name }) => name)).toContain('Putaway Quillfeather');
    await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 2, away: false });
    expect((await listed('q=quillf')).wearers.map(({ id }) => id)).toEqual([wearer.id]);
  });

  it('takes a tie out of what is offered, not off the record', async () => {
    const tie = await stock({ name: 'Moth-eaten' });
    expect((await send('PUT', `/api/ties/${tie.id}/away`, { version: 1, away: true })).json<Tie>().awayAt).not.toBeNull();
    expect((await tieNow(tie.id)).name).toBe('Moth-eaten');
    expect((await send('PUT', `/api/ties/${tie.id}/away`, { version: 2, away: false })).json<Tie>().awayAt).toBeNull();
  });

  it('deletes a wearer that nothing goes back to, and refuses one that was fitted', async () => {
    const [slip, fitted, tie] = [await enter({ name: 'Typed Wrongly' }), await enter(), await stock()];
    await send('PUT', `/api/wearers/${slip.id}/ties/${tie.id}`);
    expect((await send('DELETE', `/api/wearers/${slip.id}?version=9`)).statusCode).toBe(409);
    expect((await send('DELETE', `/api/wearers/${slip.id}?version=1`)).statusCode).toBe(204);
    expect((await send('GET', `/api/wearers/${slip.id}`)).statusCode).toBe(404);
    expect((await listed('q=typed')).wearers).toEqual([]);
    await send('POST', '/api/fittings', aFitting({ kind: 'known', id: fitted.id }, tie.id));
    const refused = await send('DELETE', `/api/wearers/${fitted.id}?version=${fitted.version}`);
    expect(refused.json<Problem>()).toMatchObject({ status: 409, code: 'inUse' });
    expect((await send('GET', `/api/wearers/${fitted.id}`)).statusCode).toBe(200);
  });
});

describe('lists of wearers', () => {
  it('are paged, and counted when asked; a search counts what begins with the letters or holds them', async () => {
    for (let i = 0; i < 5; i += 1) await enter({ name: `Paged Number${i}` });
    const first = await listed('q=paged&limit=2&counted=yes');
    expect([first.total, first.isTotalExact, first.wearers.length]).toEqual([5, true, 2]);
    const pages = await Promise.all([0, 2, 4].map((offset) => listed(`q=paged&limit=2&offset=${offset}`)));
    expect(new Set(pages.flatMap(({ wearers }) => wearers.map(({ name }) => name))).size).toBe(5);
    expect(pages[2]?.wearers).toHaveLength(1);
    expect(first.wearers.map(({ name }) => name)).toEqual(['Paged Number4', 'Paged Number3']);
    const all = await listed('counted=yes&limit=1');
    expect(all.total).toBeGreaterThanOrEqual(5);
    expect((await listed('limit=1')).total).toBeNull();
  });

  it('show whose day comes next, soonest first, and nobody whose day is over', async () => {
    const day = (inDays: number): string => new Date(Date.now() + inDays * 86_400_000).toISOString().slice(0, 10);
    const [late, soon, over] = [
      await enter({ name: 'Late Day', eventOn: day(40), eventName: 'Wedding', contact: 'ask at the mill' }),
      await enter({ name: 'Soon Day', eventOn: day(0) }),
      await enter({ name: 'Over Day', eventOn: day(-2) }),
    ];
    const ids = (await listed('show=due')).wearers.map(({ id }) => id);
    expect(ids.filter((id) => [late.id, soon.id, over.id].includes(id))).toEqual([soon.id, late.id]);
    expect(late).toMatchObject({ eventName: 'Wedding', contact: 'ask at the mill' });
    expect((await send('POST', '/api/wearers', aWearer({ eventOn: '31.12.2026' }))).json<Problem>().errors?.[0]?.path).toBe('eventOn');
  });
});
