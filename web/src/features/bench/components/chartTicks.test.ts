import { roundTicks } from './chartTicks.ts';

describe('roundTicks', () => {
  it('are half inches or centimetres within the axis', () => {
    expect(roundTicks(100, 130, 'in').map((mm) => mm / 12.7)).toEqual([8, 9, 10]);
    expect(roundTicks(100, 130, 'cm')).toEqual([100, 110, 120, 130]);
    expect(roundTicks(101, 105, 'cm')).toEqual([]);
  });
});
