import { type Problem, tie as tieSchema } from '@easytuck/contract';
import { aTie, testShop } from '../../testing.ts';

const { shop, get } = testShop();

const post = (url: string, payload: object) => shop.app.inject({ method: 'POST', url, payload });

const put = (url: string, payload: object) => shop.app.inject({ method: 'PUT', url, payload });

describe('ties', () => {
  it('are kept with all their measures, changed by version, and refused where they contradict themselves', async () => {
    const sent = aTie();
    expect((await post('/api/ties', sent)).statusCode).toBe(201);
    const read = tieSchema.parse((await get(`/api/ties/${sent.id}`)).json());
    expect(read).toMatchObject({ ...sent, note: '', version: 1 });
    expect((await post('/api/ties', sent)).statusCode).toBe(200);
    const { id, ...data } = sent;
    expect((await put(`/api/ties/${id}`, { ...data, inStock: 7, version: 1 })).json()).toMatchObject({ inStock: 7, version: 2 });
    expect((await put(`/api/ties/${id}`, { ...data, inStock: 8, version: 1 })).json()).toMatchObject({
      code: 'stale',
      current: { inStock: 7 },
    });
    const refused = await post('/api/ties', aTie({ blade: { ...sent.blade, waistWidthMm: 90 } }));
    expect(refused.json<Problem>().errors?.[0]?.path).toBe('blade.waistWidthMm');
  });
});
