import { firmnessTakes } from '../fit/index.ts';
import { WORKED_TIE } from '../testing/index.ts';
import { observationsOf, type MeasuredTying } from './index.ts';

/** The worked tie as it was tied: its half-widths of 62 mm, a set of 842.3, a lead of 38.05 and a neck path of 412.75 mm. */
const TYING: MeasuredTying = {
  id: 'first',
  wearerId: 'somebody',
  outcome: 'tied',
  frontLoopMm: 62,
  frontFlatEndMm: 62,
  backLoopMm: 62,
  backFlatEndMm: 62,
  setMm: 842.3,
  leadMm: 38.05,
  neckPathMm: 412.75,
  isConfirmed: false,
  firmness: null,
  tiedAt: '2026-11-02T10:00:00.000Z',
};

describe('observationsOf', () => {
  it('reads the take-ups of the worked tie, 9.75 and 47.8 mm, from its measured bow', () => {
    expect(observationsOf([TYING], WORKED_TIE)).toEqual([
      {
        id: 'first',
        wearerId: 'somebody',
        isConfirmed: false,
        shortMm: expect.closeTo(9.75, 9) as number,
        longMm: expect.closeTo(47.8, 9) as number,
      },
    ]);
  });

  it('puts the oldest first, and leaves what it was given as it was', () => {
    const given = [
      { ...TYING, id: 'later', tiedAt: '2026-11-03T10:00:00.000Z', isConfirmed: true },
      TYING,
      { ...TYING, id: 'latest', tiedAt: '2026-11-04T10:00:00.000Z' },
    ];
    expect(observationsOf(given, WORKED_TIE).map(({ id, isConfirmed }) => [id, isConfirmed])).toEqual([
      ['first', false],
      ['later', true],
      ['latest', false],
    ]);
    expect(given.map(({ id }) => id)).toEqual(['later', 'first', 'latest']);
  });

  it.each(['frontLoopMm', 'frontFlatEndMm', 'backLoopMm', 'backFlatEndMm', 'setMm', 'leadMm', 'neckPathMm'] as const)(
    'learns nothing of a tying without its %s',
    (what) => {
      expect(observationsOf([{ ...TYING, [what]: null }], WORKED_TIE)).toEqual([]);
    },
  );

  it('learns nothing of a tying that was given up', () => {
    expect(observationsOf([{ ...TYING, outcome: 'gaveUp' }], WORKED_TIE)).toEqual([]);
  });

  it('counts off what a knot takes more that was found soft, so that all tyings speak of a usual one', () => {
    const { waistWidthMm, bandWidthMm } = WORKED_TIE.blade;
    const takes = firmnessTakes({ ...WORKED_TIE.cloth, waistWidthMm, bandWidthMm }, 'soft');
    const [usual, soft] = [null, 'soft' as const].map((firmness) => observationsOf([{ ...TYING, firmness }], WORKED_TIE)[0]);
    expect((usual?.longMm ?? 0) - (soft?.longMm ?? 0)).toBeCloseTo(takes.longMm, 9);
    expect((usual?.shortMm ?? 0) - (soft?.shortMm ?? 0)).toBeCloseTo(takes.shortMm, 9);
    expect(takes.longMm).toBeGreaterThan(2);
  });
});
