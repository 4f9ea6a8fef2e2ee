import { prepareTie } from './index.ts';
import { UNTIED } from '../testing/index.ts';
import { FIRMNESSES, firmnessTakes, PULLS_N, predictBows } from './index.ts';

const SILK = { waistWidthMm: 30, bandWidthMm: 20, thicknessMm: 1.1, gatherRatio: 0.65 };
const whole = ({ shortMm, longMm }: { shortMm: number; longMm: number }): number => shortMm + longMm;

describe('how firmly a knot is drawn up', () => {
  it('takes more cloth the softer it is: about ten millimetres either way (rows of docs/knot-table.csv)', () => {
    // the worked knot takes 117.1 mm drawn with 2.5 N, 106.7 with 6.5 and 96.9 with 17
    expect([PULLS_N.soft, PULLS_N.usual, PULLS_N.firm]).toEqual([2.5, 6.5, 17]);
    expect(Math.abs(whole(firmnessTakes(SILK, 'soft')) - (117.1 - 106.7))).toBeLessThan(2);
    expect(Math.abs(whole(firmnessTakes(SILK, 'firm')) - (96.9 - 106.7))).toBeLessThan(2);
    expect(whole(firmnessTakes(SILK, 'usual'))).toBe(0);
  });

  it('makes the bow of the same set a little wider the firmer it is', () => {
    const spreads = FIRMNESSES.map((firmness) => {
      const { front, back } = predictBows(prepareTie({ ...UNTIED, firmness }), 412.75, 880, 46);
      return (front.spreadMm + back.spreadMm) / 2;
    });
    const [soft = 0, usual = 0, firm = 0] = spreads;
    // a third of what the knot takes less
    expect(usual - soft).toBeCloseTo(whole(firmnessTakes(SILK, 'soft')) / 3, 9);
    expect(firm - usual).toBeCloseTo(-whole(firmnessTakes(SILK, 'firm')) / 3, 9);
    expect(firm - soft).toBeGreaterThan(4);
    expect(firm - soft).toBeLessThan(9);
  });
});
