import { countsAsEvenMm, EVEN_ENOUGH, judgeTied, type TiedState } from './index.ts';
import { bow, EVEN, tied } from './testing.ts';
import { workedTie } from '../testing/index.ts';

describe('judgeTied', () => {
  it('has nothing to say of an even bow, and names what is off, one thing at a time', () => {
    const judge = (state: TiedState) => judgeTied(workedTie(), state, { kind: 'even' });
    expect(judge(EVEN)).toEqual([]);
    expect(judge(tied(bow(68, 50), bow(62, 62)))).toEqual(['frontHalves', 'frontAgainstBack']);
    expect(judge(tied(bow(62, 62), bow(58, 70)))).toContain('backHalves');
    expect(judge({ ...EVEN, tiltRad: 0.05 })).toEqual(['tilt']);
    expect(judge({ ...EVEN, knotOffMm: -4 })).toEqual(['knotOff']);
    expect(judge({ ...EVEN, tiltRad: EVEN_ENOUGH.tiltRad * 0.99, knotOffMm: 3 })).toEqual([]);
    expect(judgeTied(workedTie(), { ...EVEN, knotOffMm: 4 }, { kind: 'even' }, { withinMm: 5, tiltRad: 1 })).toEqual([]);
  });
});

describe('a hand-tied look', () => {
  it('is met by an even bow up to what counts as even too, and not beyond', () => {
    const isMet = (byMm: number): boolean => judgeTied(workedTie(), EVEN, { kind: 'handTied', byMm, widerSide: 'left' }).length === 0;
    const mostMm = countsAsEvenMm(EVEN_ENOUGH);
    expect(mostMm).toBe(4.5);
    expect([isMet(4), isMet(mostMm), isMet(mostMm + 0.1), isMet(6)]).toEqual([true, true, false, false]);
  });
});

describe('cloth left in the knot', () => {
  it('is called that, and not a difference of loop and flat end', () => {
    // 60/60 with 18 mm in the knot: as even as can be, and 6 short all round
    expect(judgeTied(workedTie(), tied(bow(60, 60, 18), bow(66, 66)), { kind: 'even' })).toEqual(['frontLoose', 'frontAgainstBack']);
    expect(judgeTied(workedTie(), tied(bow(66, 66), bow(66, 48, 18)), { kind: 'even' })).toContain('backHalves');
  });
});
