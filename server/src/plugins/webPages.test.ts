import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openTestShop, type TestShop } from '../testing.ts';

describe('the built interface', () => {
  let shop: TestShop;
  let webRoot: string;
  beforeAll(async () => {
    webRoot = mkdtempSync(join(tmpdir(), 'web-'));
    mkdirSync(join(webRoot, 'assets'));
    writeFileSync(join(webRoot, 'index.html'), '<!doctype html><title>Easy Tuck</title>');
    writeFileSync(join(webRoot, 'assets', 'a-1.js'), `export const a = ${JSON.stringify('x'.repeat(4000))};`);
    shop = await openTestShop({ webRoot });
  });
  afterAll(async () => {
    await shop.close();
    rmSync(webRoot, { recursive: true });
  });
  const page = (url: string, headers: Record<string, string> = { accept: 'text/html' }) => shop.app.inject({ method: 'GET', url, headers });

  it.each(['/', '/wearers', '/fittings/01a20b94-353d-7204-b92c-7f530cb63fe2', '/no/such/room'])(
    'is given out at %s, since rooms are addresses of their own',
    async (url) => {
      const answer = await page(url);
      expect([answer.statusCode, answer.body.includes('<title>Easy Tuck</title>')]).toEqual([200, true]);
      expect(answer.headers['cache-control']).toBe('no-cache');
    },
  );

  it('is not given out where data was asked for', async () => {
    for (const [url, accept] of [
      ['/api/nothing', 'text/html'],
      ['/wearers', 'application/json'],
    ] as const) {
      const answer = await page(url, { accept });
      expect([answer.statusCode, answer.json<{ code: string }>().code]).toEqual([404, 'noSuchPage']);
    }
  });

  it('keeps what has its print in its name for a year, and sends it packed', async () => {
    const answer = await page('/assets/a-1.js', { 'accept-encoding': 'gzip' });
    expect(answer.headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect(answer.headers['content-encoding']).toBe('gzip');
    expect(answer.rawPayload.length).toBeLessThan(500);
  });

  it('runs scripts of its own only, in no frame of others', async () => {
    const { headers } = await page('/');
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['content-security-policy']).toContain("frame-ancestors 'self'");
    expect((await page('/api/ties')).headers['x-content-type-options']).toBe('nosniff');
  });

  it('does not give out files from outside its folder', async () => {
    const answer = await page('/assets/..%2f..%2f..%2f..%2fetc%2fpasswd', {});
    expect(answer.statusCode).toBeGreaterThanOrEqual(400);
    expect(answer.body).not.toContain('root:');
  });
});
