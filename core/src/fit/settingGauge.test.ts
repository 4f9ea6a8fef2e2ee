import { settingGauge } from './index.ts';
import { WORKED_EASE_MM, workedTie } from '../testing/index.ts';

describe('settingGauge', () => {
  it('marks a half size every quarter inch, at half of nose to nose, within what the band reaches', () => {
    const { marks, fromMm, toMm, stepMm } = settingGauge(workedTie(), 'in', WORKED_EASE_MM);
    expect(marks.find(({ collar }) => collar.label === 16)?.halfBandMm).toBeCloseTo(470.3 / 2, 9);
    expect(marks.map(({ collar }) => collar.label)).toEqual([14, 14.5, 15, 15.5, 16, 16.5, 17, 17.5, 18]);
    for (let i = 1; i < marks.length; i += 1) expect((marks[i]?.halfBandMm ?? 0) - (marks[i - 1]?.halfBandMm ?? 0)).toBeCloseTo(6.35, 9);
    expect([fromMm, toMm, stepMm]).toEqual([expect.closeTo(209.75, 9), expect.closeTo(260.55, 9), 6.35]);
  });
});
