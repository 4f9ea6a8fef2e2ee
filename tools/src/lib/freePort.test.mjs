import { createServer } from 'node:net';
import { freePort } from './freePort.mjs';

describe('freePort', () => {
  it('goes on to the next where somebody listens', async () => {
    const taken = createServer();
    const wanted = await new Promise((resolve) =>
      taken.listen(0, '127.0.0.1', () => resolve(/** @type {import('node:net').AddressInfo} */ (taken.address()).port)),
    );
    const found = await freePort(wanted);
    expect(found).not.toBe(wanted);
    expect(found).toBeGreaterThan(1023);
    await new Promise((resolve) => taken.close(resolve));
  });
});
