import { widthAt } from '../strip/index.ts';
import { evenLeadMm, naturalSetMm, predictBows, fitTie, prepareTie } from './index.ts';
import { PATH_MM, NO_LIMITS } from './testing.ts';
import { workedTie, WORKED_TIE, HALF_SIZE_SLOTS } from '../testing/index.ts';
import { inchesToMm } from '../units/index.ts';

describe('the worked case: the tie of docs/model.md on a path of 412.75 mm round a 16 in collar', () => {
  const tie = workedTie();

  it('goes by what its tyings showed: 9.75 mm of the short end and 47.8 mm of the long, 57.55 in all; the even lead is 38.05 mm', () => {
    expect(tie.takeUp.knotHeightMm).toBeCloseTo(19.5, 9);
    expect(tie.takeUp.shortMm).toBeCloseTo(9.75, 9);
    expect(tie.takeUp.longMm).toBeCloseTo(47.8, 9);
    expect(tie.takeUp.shortMm + tie.takeUp.longMm).toBeCloseTo(57.55, 9);
    expect(evenLeadMm(tie)).toBeCloseTo(38.05, 9);
    // 1½ in to the nearest eighth; leads of 1 to 2 in are common practice, no source.
    expect(Math.round(evenLeadMm(tie) / inchesToMm(1 / 8)) / 8).toBe(1.5);
  });

  it('comes out as cut, 124 mm, at 842.3 mm tip to tip, 470.3 mm nose to nose, crossing 9.75 mm before the nose', () => {
    const setMm = naturalSetMm(tie, PATH_MM);
    expect(setMm).toBeCloseTo(842.3, 9);
    expect(setMm - 2 * 186).toBeCloseTo(470.3, 9);
    const { front, back } = predictBows(tie, PATH_MM, setMm, 38.05);
    expect(front.spreadMm).toBeCloseTo(124, 9);
    expect(back.spreadMm).toBeCloseTo(124, 9);
    expect(front.crossingAtMm).toBeCloseTo(-9.75, 9);
    expect(front.foldAtMm).toBeCloseTo(62, 9);
    expect(front.centreAtMm).toBeCloseTo(124, 9);
  });

  it.each([
    [12.7, 119.8, 4.2, -3.4],
    [38.1, 111.3, 12.7, 9.3],
  ])(
    'with the band %d mm shorter comes out at %d mm, fold %d mm past the belly, crossing at %d mm',
    (shorterMm, spreadMm, foldPastMm, crossingMm) => {
      const { front } = predictBows(tie, PATH_MM, 842.3 - shorterMm, 38.05);
      expect(front.spreadMm).toBeCloseTo(spreadMm, 1);
      expect(front.foldAtMm - 62).toBeCloseTo(foldPastMm, 1);
      expect(front.crossingAtMm).toBeCloseTo(crossingMm, 1);
    },
  );

  it.each([
    [25.4, 128.2, 119.8],
    [44.45, 121.9, 126.1],
    [50.8, 119.75, 128.25],
    [62, 116.0, 132.0],
  ])('with a lead of %d mm has a front bow of %d and a back bow of %d mm', (leadMm, frontMm, backMm) => {
    const { front, back } = predictBows(tie, PATH_MM, 842.3, leadMm);
    expect(Math.abs(front.spreadMm - frontMm)).toBeLessThanOrEqual(0.05);
    expect(Math.abs(back.spreadMm - backMm)).toBeLessThanOrEqual(0.05);
  });

  it('gives a third of an inch of bow for an inch of band, and 4.2 mm for half a collar size', () => {
    const at = (setMm: number): number => predictBows(tie, PATH_MM, setMm, 38.05).front.spreadMm;
    expect(at(842.3 + 25.4) - at(842.3)).toBeCloseTo(25.4 / 3, 9);
    expect(at(842.3 + 12.7) - at(842.3)).toBeCloseTo(4.2, 1);
  });
});

describe('what binds a fit, and how the knot’s face lies', () => {
  const tie = workedTie();
  const at = (setMm: number) => fitTie({ tie, neckPathMm: PATH_MM, setMm, leadMm: 38.05, longEnd: 'left', limits: NO_LIMITS });

  it('is the nearer of the bounds either way', () => {
    for (const setMm of [800, 842.3, 890]) {
      const { binding, roomShorter, roomLonger } = at(setMm);
      expect(binding.roomMm).toBe(Math.min(roomShorter.roomMm, roomLonger.roomMm));
      expect(roomShorter.way).toBe('shorter');
      expect(roomLonger.way).toBe('longer');
    }
    expect([at(795).binding.way, at(890).binding.way]).toEqual(['shorter', 'longer']);
  });

  it('is good on its bounds, fair past them, and outside past what is possible', () => {
    const bound = at(842.3).bounds.find(({ id }) => id === 'foldPastNose');
    if (!bound || bound.outerRoomMm === null) throw new Error('no such bound');
    const [goodMm, fairMm] = [bound.limitMm, 842.3 + bound.outerRoomMm];
    const loose = prepareTie({ ...WORKED_TIE, hardware: { ...HALF_SIZE_SLOTS, shortestMm: 600, stepCount: 60 } });
    const gradeAt = (setMm: number) =>
      fitTie({ tie: loose, neckPathMm: PATH_MM, setMm, leadMm: 38.05, longEnd: 'left', limits: NO_LIMITS }).grade;
    expect([goodMm - 0.1, goodMm, goodMm + 0.1, fairMm, fairMm + 0.1].map(gradeAt)).toEqual(['good', 'good', 'fair', 'fair', 'outside']);
  });

  it.each([800, 842.3, 880])(
    'gathers the long end where the middle of its wrap lies: seven tenths of its take-up beyond the crossing, set at %d mm',
    (setMm) => {
      const { back, knotFaceMm } = at(setMm);
      expect(knotFaceMm).toBeCloseTo(0.65 * widthAt(tie.profile, back.crossingAtMm + 0.7 * 47.8), 9);
    },
  );
});
