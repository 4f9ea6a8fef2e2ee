import type { Problem, Wearer } from '@easytuck/contract';
import { aFitting, aTie, aWearer, testShop } from '../../testing.ts';

const { send, get, enter, names } = testShop();

describe('finding a wearer', () => {
  it('goes by the beginnings of words, in any order, whatever the marks, latest first', async () => {
    await enter({ name: 'Zorica Brânză-Wimpole' });
    await enter({ name: 'Wimpole Zander' });
    expect(await names('wim')).toEqual(['Wimpole Zander', 'Zorica Brânză-Wimpole']);
    expect(await names('branz')).toEqual(['Zorica Brânză-Wimpole']);
    expect(await names('wimp zor')).toEqual(['Zorica Brânză-Wimpole']);
    expect(await names('z wimpole')).toEqual(['Wimpole Zander', 'Zorica Brânză-Wimpole']);
    // letters from the middle of a name find it too, after those that begin with them
    expect(await names('impole')).toEqual(['Wimpole Zander', 'Zorica Brânză-Wimpole']);
    expect(await names('poles')).toEqual([]);
    expect(await names('po')).toEqual([]);
    expect(await names('zor mpol')).toEqual(['Zorica Brânză-Wimpole']);
  });
  it('finds somebody under a new name, and no longer under the old one', async () => {
    const { id, version } = await enter({ name: 'Oldname Quist' });
    const { id: _id, ...data } = aWearer({ name: 'Newname Quist' });
    await send('PUT', `/api/wearers/${id}`, { ...data, version });
    expect(await names('oldn')).toEqual([]);
    expect(await names('newn')).toEqual(['Newname Quist']);
  });
});

describe('measures over time', () => {
  it('are kept each time they change, with day and name, and are never overwritten', async () => {
    const { id } = await enter({ name: 'Measured Twice', neckBreadthMm: 128, takenBy: 'Hester' });
    const { id: _id, ...data } = aWearer({ name: 'Measured Twice', neckBreadthMm: 131, collar: '16 1/2', takenBy: 'Osric' });
    await send('PUT', `/api/wearers/${id}`, { ...data, version: 1 });
    await send('PUT', `/api/wearers/${id}`, { ...data, neckBreadthMm: null, version: 2 });
    const { measures } = (await get(`/api/wearers/${id}/measures`)).json<{
      measures: { kind: string; value: unknown; takenBy: string }[];
    }>();
    expect(measures.filter(({ kind }) => kind === 'neckBreadthMm')).toMatchObject([
      { value: null, takenBy: 'Osric' },
      { value: 131, takenBy: 'Osric' },
      { value: 128, takenBy: 'Hester' },
    ]);
    expect(measures.filter(({ kind }) => kind === 'collar').map(({ value }) => value)).toEqual([
      { text: '16 1/2', system: 'in', label: 16.5 },
      { text: '16', system: 'in', label: 16 },
    ]);
    expect(measures.filter(({ kind }) => kind === 'longEnd')).toHaveLength(1);
  });

  it('propose a collar half an inch over the bare neck, marked as an estimate, until one is read off a shirt', async () => {
    const proposed = await enter({ name: 'No Shirt', collar: '', bareNeckMm: 393.7 });
    expect(proposed).toMatchObject({ collar: { system: 'in', label: 16 }, collarEstimated: true });
    const { id: _id, ...data } = aWearer({ name: 'No Shirt', collar: '15 3/4', bareNeckMm: 393.7 });
    const read = (await send('PUT', `/api/wearers/${proposed.id}`, { ...data, version: 1 })).json<Wearer>();
    expect(read).toMatchObject({ collar: { label: 15.75 }, collarEstimated: false });
    const neither = await send('POST', '/api/wearers', aWearer({ collar: '' }));
    expect(neither.json<Problem>().errors?.[0]?.path).toBe('collar');
  });

  it('come from the bench too, where they were taken at a fitting; what was not measured changes nothing', async () => {
    const wearer = await enter({ name: 'Measured At The Bench', neckBreadthMm: 130 });
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const known = { kind: 'known', id: wearer.id } as const;
    const measured = { ...known, measured: ['faceWidthMm' as const, 'collar' as const], version: 1 };
    await send('POST', '/api/fittings', aFitting(measured, tie.id, { faceWidthMm: 141, collar: '16 1/4', staff: 'Prudence' }));
    expect((await get(`/api/wearers/${wearer.id}`)).json()).toMatchObject({
      faceWidthMm: 141,
      neckBreadthMm: 130,
      collar: { label: 16.25 },
      version: 2,
    });
    await send('POST', '/api/fittings', aFitting(known, tie.id, { collar: '16 1/4' }));
    expect((await get(`/api/wearers/${wearer.id}`)).json()).toMatchObject({ version: 2 });
    const { measures } = (await get(`/api/wearers/${wearer.id}/measures`)).json<{ measures: { kind: string; takenBy: string }[] }>();
    expect(
      measures
        .filter(({ takenBy }) => takenBy === 'Prudence')
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['collar', 'faceWidthMm']);
  });
});
