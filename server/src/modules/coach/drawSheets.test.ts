import { v7 as uuid } from 'uuid';
import type { Fitting } from '@easytuck/contract';
import { aFitting, aTie, openTestShop, type TestShop } from '../../testing.ts';

let shop: TestShop;
let fitting: Fitting;
beforeAll(async () => {
  shop = await openTestShop();
  const tie = aTie();
  await shop.app.inject({ method: 'POST', url: '/api/ties', payload: tie });
  const wearer = { kind: 'new', id: uuid(), name: 'Ada Larch' } as const;
  fitting = (await shop.app.inject({ method: 'POST', url: '/api/fittings', payload: aFitting(wearer, tie.id) })).json<Fitting>();
});
afterAll(async () => {
  await shop.close();
});

it('coach sheets are drawn one after the other beside the requests, which are answered meanwhile', async () => {
  const order: string[] = [];
  const sheet = async (name: string): Promise<number> => {
    const { statusCode } = await shop.app.inject(`/api/paper/coach-sheets/${fitting.id}`);
    order.push(name);
    return statusCode;
  };
  const sheets = Promise.all(['first', 'second', 'third'].map(sheet));
  for (let i = 0; i < 5; i += 1) {
    expect((await shop.app.inject('/api/shop')).statusCode).toBe(200);
    order.push('answer');
  }
  expect(await sheets).toEqual([200, 200, 200]);
  // five answers came while the first sheet was still drawn: on the requests’ own thread they would have come after it
  expect(order.slice(0, 5)).toEqual(Array(5).fill('answer'));
});
