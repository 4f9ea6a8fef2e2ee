import { addressOf, waitAfter } from './repository.ts';

it('the wait after a failure doubles, and never grows beyond a quarter of an hour', () => {
  expect([0, 4, 5, 6, 7, 8].map((failures) => waitAfter(failures, 5))).toEqual([0, 0, 4, 8, 16, 32]);
  expect(waitAfter(1_000, 5)).toBe(900);
});

it.each([
  ['192.0.2.7', '192.0.2.7'],
  ['::ffff:192.0.2.7', '192.0.2.7'],
  // RFC 6177: a household is given a /64 or more, and may change the rest at will
  ['2001:db8:1:2:aaaa::1', '2001:db8:1:2'],
  ['2001:db8:1:2:bbbb::9', '2001:db8:1:2'],
])('%s is counted as %s', (ip, counted) => {
  expect(addressOf(ip)).toBe(counted);
});
