import { readConfig } from './config.ts';
import { isReachedFromOutside, refuseToListen } from './mayListen.ts';
import { StartRefused } from './startRefused.ts';
import { openTestShop } from './testing.ts';

const TLS = { cert: 'a certificate', key: 'its key' };
const HOME = { host: '127.0.0.1', trustProxy: false, tls: undefined };

describe('where the server listens', () => {
  it.each([
    ['127.0.0.1', false, false],
    ['127.0.0.2', false, false],
    ['localhost', false, false],
    ['::1', false, false],
    ['192.168.1.20', false, true],
    ['0.0.0.0', false, true],
    ['::', false, true],
    // a web server before it lets others in, wherever this one listens
    ['127.0.0.1', true, true],
  ])('%s, behind a web server: %s, is reached from outside: %s', (host, trustProxy, is) => {
    expect(isReachedFromOutside({ host, trustProxy })).toBe(is);
  });

  it.each([
    ['on this machine, with nobody set up', HOME, false, null],
    ['elsewhere, with nobody set up', { ...HOME, host: '192.168.1.20', tls: TLS }, false, /Set up an owner first/],
    ['elsewhere, in the clear', { ...HOME, host: '192.168.1.20' }, true, /in the clear.*TLS_CERT.*TRUST_PROXY/],
    ['elsewhere, with a certificate', { ...HOME, host: '192.168.1.20', tls: TLS }, true, null],
    ['behind a web server, with nobody set up', { ...HOME, trustProxy: true }, false, /Set up an owner first/],
    ['behind a web server, with an owner', { ...HOME, trustProxy: true }, true, null],
  ])('%s', (_where, config, isOwner, why) => {
    const start = (): void => refuseToListen(config, isOwner);
    if (why === null) expect(start).not.toThrow();
    else {
      expect(start).toThrow(StartRefused);
      expect(start).toThrow(why);
    }
  });

  it('a certificate goes with its key, and a file that cannot be read is named', () => {
    const env = { DATABASE_URL: 'mariadb://a:b@127.0.0.1:3306/c' };
    expect(() => readConfig({ ...env, TLS_CERT: '/nowhere/cert.pem' })).toThrow('TLS_CERT and TLS_KEY go together');
    expect(() => readConfig({ ...env, TLS_CERT: '/nowhere/cert.pem', TLS_KEY: '/nowhere/key.pem' })).toThrow(
      'the file that TLS_CERT names',
    );
    expect(() => readConfig({ ...env, TRUST_PROXY: 'yes' })).toThrow('TRUST_PROXY is 1');
    expect(readConfig({ ...env, ADDRESS: 'https://tuck.example:8443' }).hosts).toContain('tuck.example');
  });
});

it('what comes over the network in the clear is answered nothing, also where it claims to come by a web server', async () => {
  const shop = await openTestShop({ trustProxy: true, hosts: ['tuck.example'] });
  const ask = async (remoteAddress: string, headers: Record<string, string> = {}) =>
    (await shop.app.inject({ method: 'GET', url: '/api/shop', remoteAddress, headers: { host: 'tuck.example', ...headers } })).statusCode;
  try {
    expect(await ask('192.0.2.9')).toBe(403);
    // only the web server on this machine is believed
    expect(await ask('192.0.2.9', { 'x-forwarded-proto': 'https' })).toBe(403);
    expect(await ask('127.0.0.1', { 'x-forwarded-proto': 'http', 'x-forwarded-for': '192.0.2.9' })).toBe(403);
    expect(await ask('127.0.0.1', { 'x-forwarded-proto': 'https', 'x-forwarded-for': '192.0.2.9' })).toBe(200);
    expect(await ask('127.0.0.1')).toBe(200);
  } finally {
    await shop.close();
  }
});
