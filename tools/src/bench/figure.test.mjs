import { figureLine, percentile } from './figure.mjs';

describe('bench figures', () => {
  it('say whether the aim was met, either way', () => {
    expect(figureLine({ name: 'a', value: 5, unit: 'ms', aim: 8, atMost: true })).toMatch(/5\.0 ms +aim ≤ 8\.0 ms +met$/);
    expect(figureLine({ name: 'a', value: 9, unit: 'ms', aim: 8, atMost: true })).toMatch(/MISSED$/);
    expect(figureLine({ name: 'a', value: 9, unit: '/s', aim: 8, atMost: false })).toMatch(/≥ 8\.0 \/s +met$/);
  });
  it('take percentiles by rank', () => {
    const hundred = Array.from({ length: 100 }, (_, i) => 100 - i);
    expect(percentile(hundred, 0.95)).toBe(95);
    expect(percentile([7], 0.95)).toBe(7);
  });
});
