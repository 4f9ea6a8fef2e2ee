import { type Problem, wearer as wearerSchema } from '@easytuck/contract';
import { aWearer, testShop } from '../../testing.ts';

const { shop, get } = testShop();

const post = (url: string, payload: object) => shop.app.inject({ method: 'POST', url, payload });

const put = (url: string, payload: object) => shop.app.inject({ method: 'PUT', url, payload });

describe('wearers', () => {
  it('are kept as they were typed, and found again', async () => {
    const sent = aWearer({ name: 'Åsa O’Brien 陳', collar: ' 15¾ ', note: 'likes "room"; 100 %' });
    const created = await post('/api/wearers', sent);
    expect(created.statusCode).toBe(201);
    const read = wearerSchema.parse((await get(`/api/wearers/${sent.id}`)).json());
    expect(read).toMatchObject({
      name: 'Åsa O’Brien 陳',
      collar: { text: '15¾', system: 'in', label: 15.75 },
      longEnd: 'left',
      version: 1,
    });
    expect(created.json()).toEqual(read);
  });

  it('are found by letters of the name, recently changed first; % and _ are letters', async () => {
    const first = aWearer({ name: 'Quillfeather_100%' });
    const second = aWearer({ name: 'quillfeather the younger' });
    await post('/api/wearers', first);
    await post('/api/wearers', second);
    const names = async (q: string): Promise<string[]> =>
      (await get(`/api/wearers?q=${encodeURIComponent(q)}`)).json().wearers.map(({ name }: { name: string }) => name);
    expect(await names('QUILLF')).toEqual([second.name, first.name]);
    expect(await names('_100%')).toEqual([first.name]);
    expect(await names('%%')).toEqual([]);
    const { version: _none, ...change } = { ...first, version: 0 };
    await put(`/api/wearers/${first.id}`, { ...change, version: 1, note: 'seen again' });
    expect((await names('quillf'))[0]).toBe(first.name);
  });

  it('are saved once however often the same is sent, also at the same moment', async () => {
    const sent = aWearer({ name: 'Double Click' });
    const answers = await Promise.all([post('/api/wearers', sent), post('/api/wearers', sent), post('/api/wearers', sent)]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 200, 201]);
    expect((await get('/api/wearers?q=Double')).json().wearers).toHaveLength(1);
  });

  it('refuse other content under a key that is taken', async () => {
    const sent = aWearer();
    await post('/api/wearers', sent);
    const other = await post('/api/wearers', { ...sent, name: 'Somebody Else' });
    expect(other.statusCode).toBe(409);
    expect(other.json()).toMatchObject({ code: 'keyInUse', current: { name: sent.name } });
  });

  it('answer a stale save with what is there now, and lose neither', async () => {
    const sent = aWearer({ name: 'Two People' });
    await post('/api/wearers', sent);
    const { id, ...data } = sent;
    const mine = await put(`/api/wearers/${id}`, { ...data, collar: '16 1/2', version: 1 });
    expect(mine.json()).toMatchObject({ collar: { label: 16.5 }, version: 2 });
    const theirs = await put(`/api/wearers/${id}`, { ...data, collar: '17', version: 1 });
    expect(theirs.statusCode).toBe(409);
    expect(theirs.headers['content-type']).toContain('application/problem+json');
    expect(theirs.json()).toMatchObject({ code: 'stale', status: 409, current: { collar: { label: 16.5 }, version: 2 } });
  });

  it('let one of many savers of one version through', async () => {
    const sent = aWearer({ name: 'Many Savers' });
    await post('/api/wearers', sent);
    const { id, ...data } = sent;
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) => put(`/api/wearers/${id}`, { ...data, note: `saver ${i}`, version: 1 })),
    );
    expect(answers.filter(({ statusCode }) => statusCode === 200)).toHaveLength(1);
    expect(answers.filter(({ statusCode }) => statusCode === 409)).toHaveLength(7);
  });

  it('are refused at the field, in the contract’s words', async () => {
    const refused = await post('/api/wearers', aWearer({ collar: '16 cm', name: '  ' }));
    expect(refused.statusCode).toBe(400);
    expect(refused.headers['content-type']).toContain('application/problem+json');
    const { errors } = refused.json<Problem>();
    expect(errors).toContainEqual({
      path: 'collar',
      message: '16 cm is not a collar size. A shirt labelled 16 is in inches: write 16 in.',
    });
    expect(errors).toContainEqual({ path: 'name', message: 'The wearer’s name is missing.' });
  });
});
