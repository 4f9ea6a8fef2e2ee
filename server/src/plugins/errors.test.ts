import { Validator } from '@seriousme/openapi-schema-validator';
import { aWearer, testShop } from '../testing.ts';

const { shop, get } = testShop();

const post = (url: string, payload: object) => shop.app.inject({ method: 'POST', url, payload });

describe('errors', () => {
  it.each([
    ['GET', '/api/wearers/01a20b94-353d-7204-b92c-7f530cb63fff', 404, 'notFound'],
    ['GET', '/api/wearers/nobody', 400, 'invalid'],
    ['GET', '/api/nothing', 404, 'noSuchPage'],
    ['GET', '/api/wearers?limit=100000', 400, 'invalid'],
  ] as const)('%s %s is a problem with status %d, %s', async (method, url, status, code) => {
    const answer = await shop.app.inject({ method, url });
    expect(answer.statusCode).toBe(status);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    expect(answer.json()).toMatchObject({ status, code });
  });

  it('say so when the body cannot be read or is too large', async () => {
    const garbled = await shop.app.inject({
      method: 'POST',
      url: '/api/wearers',
      headers: { 'content-type': 'application/json' },
      payload: '{"name":',
    });
    expect(garbled.json()).toMatchObject({ status: 400, code: 'unreadable' });
    const large = await post('/api/wearers', aWearer({ note: 'x'.repeat(1_100_000) }));
    expect(large.json()).toMatchObject({ status: 413, code: 'tooLarge' });
  });
});

describe('the OpenAPI document', () => {
  it('is valid, by an independent validator, and names every route', async () => {
    const document = (await get('/api/docs/json')).json<Record<string, unknown> & { paths: object }>();
    const { valid, errors } = await new Validator().validate(document);
    expect({ valid, errors }).toEqual({ valid: true, errors: undefined });
    expect(Object.keys(document.paths)).toEqual(
      expect.arrayContaining(['/healthz', '/readyz', '/api/wearers/', '/api/wearers/{id}', '/api/ties/', '/api/fittings/']),
    );
  });
  it('can be read on a page', async () => {
    expect((await get('/api/docs')).statusCode).toBeLessThan(400);
  });
});
