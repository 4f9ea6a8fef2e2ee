import { tieInput, type Fitting, type Tying } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { doubtReadings, EVEN_ENOUGH, learnTie, observationsOf, prepareTie, type FinishTarget } from '@easytuck/core';
import {
  clothOf,
  deskOf,
  doubtWords,
  isMisread,
  effectOn,
  judge,
  needsRetie,
  pullWords,
  stateOf,
  UNEVENNESS_WORDS,
  widthAdvice,
  type DeskTie,
  type PullTold,
  type ReadHalves,
} from './balanceDesk.ts';
import { scaleOver } from './scaleOver.ts';
import { readDegrees, readSignedLength } from './signedField.ts';
import { drawOn, NOT_TRIED, triedOn, triedWords } from './whatIf.ts';

const TIE = prepareTie(tieInput.parse(sampleTie));
const FITTING = {
  result: { setMm: 842.3, drawInMm: 0 },
  leadMm: 38.05,
  collar: { text: '16', system: 'in', label: 16 },
  easeMm: 6.35,
  longEnd: 'left',
} as unknown as Fitting;
const DESK: DeskTie = deskOf(FITTING, TIE);
const fine = (mm: number): string => `${Math.round(mm)} mm`;
const LEVEL = { tiltRad: 0, knotOffMm: 0 };
const EVEN: FinishTarget = { kind: 'even' };
const read = (
  frontLoopMm: number | null,
  frontFlatEndMm: number | null,
  backLoopMm: number | null,
  backFlatEndMm: number | null,
): ReadHalves => ({ frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm });
const judged = (halves: ReadHalves, target = EVEN) => judge(DESK, stateOf(DESK, halves, LEVEL), target, EVEN_ENOUGH, 124);

describe('the balance desk', () => {
  it('starts from the fitting’s own set, lead and neck path', () => {
    expect(DESK).toMatchObject({ setMm: 842.3, leadMm: 38.05, frontLoopSide: 'right' });
    expect(DESK.neckPathMm).toBeCloseTo(412.75, 6);
  });

  it('answers the worked case: 68/50 and 55/68 with 8 of slack by the prediction come to 62/62 by three kinds of pull', () => {
    const verdict = judged(read(68, 50, 55, 68));
    expect(verdict.aims.front.loopMm).toBeCloseTo(62, 6);
    expect(verdict.aims.back.flatEndMm).toBeCloseTo(62, 6);
    expect(verdict.slack.back).toBeCloseTo(8, 6);
    expect(verdict.pulls.map(({ end, pull }) => `${end} ${pull.kind} ${pull.byMm.toFixed(1)}`)).toEqual([
      'front drawFlatEnd 6.0',
      'front drawFlatEnd 6.0',
      'back drawTailSide 6.0',
      'back drawKnotSide 8.0',
    ]);
    const last = verdict.pulls.at(-1)?.after;
    expect(last?.loopMm).toBeCloseTo(62, 6);
    expect(last?.slackMm).toBeCloseTo(0, 6);
  });

  it('is done where the bow is even, and its plan shrinks as it gets there', () => {
    const counts = [read(72, 42, 52, 74), read(66, 54, 58, 66), read(62, 62, 62, 61)].map((halves) => judged(halves).pulls.length);
    expect(counts[0]).toBeGreaterThan(counts[1] ?? 0);
    expect(counts[2]).toBe(0);
    expect(judged(read(62, 62, 62, 62)).unevenness).toEqual([]);
  });

  it('fills in what was not measured from the prediction, and says which those are', () => {
    const none = stateOf(DESK, read(null, null, null, null), LEVEL);
    expect(none.estimated).toEqual(['frontLoopMm', 'frontFlatEndMm', 'backLoopMm', 'backFlatEndMm']);
    expect(none.front.loopMm).toBeCloseTo(62, 1);
    const some = stateOf(DESK, read(66, null, null, 70), LEVEL);
    expect(some.estimated).toEqual(['frontFlatEndMm', 'backLoopMm']);
    // two loops' worth and the flat end are what the short end leaves: 186 mm
    expect(some.front.flatEndMm).toBeCloseTo(186 - 132, 1);
    expect(some.back.loopMm).toBeCloseTo((186 - 70) / 2, 1);
  });

  it('sends to tying again what no pull mends: tightened 60/60 and 65/65 want a lead of 23 mm', () => {
    const verdict = judged(read(60, 60, 65, 65));
    expect(verdict.unevenness).toEqual(['frontAgainstBack']);
    expect(needsRetie(verdict)).toBe(true);
    // the prediction takes 6 mm to be slack in the front knot, so the worked case's 23.05 holds once that is drawn up
    const tight = judge(
      DESK,
      { ...stateOf(DESK, read(60, 60, 65, 65), LEVEL), front: { loopMm: 60, flatEndMm: 60, slackMm: 0 } },
      EVEN,
      EVEN_ENOUGH,
      124,
    );
    expect(tight.retie.leadMm).toBeCloseTo(23.05, 6);
    expect(tight.retie.spreadMm).toBeCloseTo(125, 6);
  });

  const pull = (end: 'front' | 'back', kind: 'drawFlatEnd' | 'drawTailSide' | 'drawKnotSide' | 'easeKnotSide') => ({
    end,
    pull: { kind, byMm: 8 },
  });
  const told = (change: Partial<PullTold> = {}): PullTold => ({
    frontLoopSide: 'right',
    knotLayer: 'unknown',
    reader: 'wearer',
    fine,
    ...change,
  });

  it('names the side and the layer, by what the back loop’s fold was found to be', () => {
    expect(pullWords(pull('front', 'drawFlatEnd'), told())).toBe('Hold the knot; draw the front flat end, on your left, out by 8 mm');
    expect(pullWords(pull('front', 'drawTailSide'), told())).toContain('the front layer of the front loop, on your right');
    expect(pullWords(pull('front', 'drawKnotSide'), told({ frontLoopSide: 'left', knotLayer: 'front' }))).toContain(
      'the back layer of the front loop, on your left',
    );
    expect(pullWords(pull('back', 'drawKnotSide'), told({ knotLayer: 'front' }))).toContain(
      'the front layer of the back loop, on your left',
    );
    expect(pullWords(pull('back', 'drawTailSide'), told({ knotLayer: 'front' }))).toContain('the back layer of the back loop');
    expect(pullWords(pull('back', 'easeKnotSide'), told())).toContain('Ease the layer that tightens the knot');
  });

  it('never says “your left” of the wearer’s left to somebody who faces them', () => {
    expect(pullWords(pull('front', 'drawFlatEnd'), told({ reader: 'facing' }))).toContain('on the wearer’s left (on your right),');
    expect(pullWords(pull('front', 'drawFlatEnd'), told({ reader: 'behind' }))).toContain('on the wearer’s left (on your left),');
  });

  it('doubts what no knot could be, instead of drilling it', () => {
    const doubts = (halves: ReadHalves) => doubtReadings(TIE, DESK.neckPathMm, DESK.setMm, DESK.leadMm, halves).map(({ kind }) => kind);
    expect(doubts(read(15, 15, 15, 15))).toEqual(['loopInKnot', 'loopInKnot']);
    expect(doubts(read(62, 62, 62, 62))).toEqual([]);
    for (const doubt of doubtReadings(TIE, DESK.neckPathMm, DESK.setMm, DESK.leadMm, read(15, 15, 90, 90)))
      expect(doubtWords(doubt, fine)).toMatch(/measured? (it )?from the knot’s middle/i);
  });

  it('says of a bow that is even and loose that it is loose', () => {
    const { unevenness, pulls } = judged(read(60.5, 60.5, 62, 62));
    expect(unevenness).toEqual([]);
    const loose = judged(read(56, 56, 62, 62));
    expect(loose.unevenness).toContain('frontLoose');
    expect(UNEVENNESS_WORDS.frontLoose).toContain('draw it up');
    expect([pulls.length, loose.pulls.length > 0]).toEqual([0, true]);
  });

  it('counts the loop’s cloth twice', () => {
    expect(clothOf({ loopMm: 60, flatEndMm: 50, slackMm: 4 })).toEqual({ loopMm: 120, flatEndMm: 50, slackMm: 4, wholeMm: 174 });
  });
});

describe('advice on the width', () => {
  const advice = (wantedSpreadMm: number, half = 62) => {
    const halves = read(half, half, half, half);
    return widthAdvice(judge(DESK, stateOf(DESK, halves, LEVEL), EVEN, EVEN_ENOUGH, wantedSpreadMm), wantedSpreadMm, 3);
  };

  it('is none within tolerance, and names the nearest setting and what it gives past it', () => {
    expect(advice(126)).toBeNull();
    const wide = advice(115.5);
    expect(wide?.widerByMm).toBeCloseTo(8.5, 1);
    // half a size, 12.7 mm of band, is 4.2 mm of bow: two settings shorter
    expect(wide?.setting?.lengthMm).toBeCloseTo(842.3 - 2 * 12.7, 6);
    expect(wide?.spreadMm).toBeCloseTo(124 - (2 * 12.7) / 3, 1);
  });

  it('is held back where no knot takes so much or so little: a band off its mark, or a mis-read', () => {
    const at = (half: number) => isMisread(DESK, stateOf(DESK, read(half, half, half, half), LEVEL));
    expect([62, 66, 68].map(at)).toEqual([false, false, true]);
    expect(isMisread(DESK, { ...stateOf(DESK, read(62, 62, 40, 40), LEVEL), back: { loopMm: 40, flatEndMm: 40, slackMm: 0 } })).toBe(true);
  });

  it('says where no setting of the band comes nearer, and waits until no pull is left', () => {
    const fixed = prepareTie(tieInput.parse({ ...sampleTie, hardware: { kind: 'fixed', lengthMm: 842.3 } }));
    const desk = { ...DESK, tie: fixed };
    const even = judge(desk, stateOf(desk, read(62, 62, 62, 62), LEVEL), EVEN, EVEN_ENOUGH, 110);
    expect(widthAdvice(even, 110, 3)).toMatchObject({ setting: null });
    expect(widthAdvice(judged(read(68, 50, 55, 68)), 110, 3)).toBeNull();
  });
});

describe('the scale of a chart', () => {
  it('goes by round lengths, in steps that do not crowd', () => {
    expect(scaleOver([118, 131.4], 'cm')).toEqual({ domain: [115, 135], ticks: [115, 120, 125, 130, 135] });
    expect(scaleOver([-3, 3, 40], 'cm').ticks).toEqual([-10, 0, 10, 20, 30, 40]);
    expect(scaleOver([120, 120], 'cm')).toEqual({ domain: [120, 125], ticks: [120, 125] });
    // in inches the round lengths are quarters and eighths
    expect(scaleOver([118, 131.4], 'in').ticks.map((mm) => mm / 25.4)).toEqual(
      [4.625, 4.75, 4.875, 5, 5.125, 5.25].map((inches) => expect.closeTo(inches, 9) as number),
    );
  });
});

describe('what if a layer is drawn', () => {
  const BOW = { loopMm: 60, flatEndMm: 50, slackMm: 4 };

  it('moves both its ends, and puts it back', () => {
    const tail = drawOn(BOW, NOT_TRIED, 'tailSide', 6);
    expect(triedOn(BOW, tail)).toEqual({ loopMm: 63, flatEndMm: 44, slackMm: 4 });
    expect(drawOn(BOW, tail, 'flatEnd', 6)).toEqual(NOT_TRIED);
    const knot = drawOn(BOW, tail, 'knotSide', 3);
    expect(triedOn(BOW, knot)).toEqual({ loopMm: 64.5, flatEndMm: 44, slackMm: 1 });
    expect(drawOn(BOW, knot, 'knotSide', -3)).toEqual(tail);
    expect(triedWords(drawOn(BOW, tail, 'knotSide', -2), fine)).toEqual([
      'layer that shortens the flat end 6 mm out',
      'layer that tightens the knot 2 mm back',
    ]);
    expect(triedWords(drawOn(BOW, NOT_TRIED, 'flatEnd', 2.4), fine)).toEqual(['flat end 2 mm out']);
  });

  it('stops where an edge would leave the picture, and lets one come back that is out of it', () => {
    expect(triedOn(BOW, drawOn(BOW, NOT_TRIED, 'flatEnd', 500)).flatEndMm).toBeLessThanOrEqual(98);
    expect(triedOn(BOW, drawOn(BOW, NOT_TRIED, 'tailSide', 500)).flatEndMm).toBe(5);
    const wide = { loopMm: 120, flatEndMm: 50, slackMm: 0 };
    expect(drawOn(wide, NOT_TRIED, 'knotSide', 4)).toEqual(NOT_TRIED);
    expect(drawOn(wide, NOT_TRIED, 'knotSide', -4).knotSideMm).toBe(-4);
  });
});

describe('what tyings teach', () => {
  const tying = (id: string, at: string, change: Partial<Tying> = {}): Tying =>
    ({
      ...read(60, 60, 62, 62),
      id,
      wearerId: 'w',
      outcome: 'tied',
      setMm: 842.3,
      leadMm: 38.1,
      neckPathMm: 412.75,
      isConfirmed: false,
      tiedAt: at,
      ...change,
    }) as Tying;

  it('counts only tyings that were tied, measured whole, and with a known set; oldest first', () => {
    const observations = observationsOf([
      tying('late', '2026-11-25T10:00:00.000Z'),
      tying('early', '2026-11-24T10:00:00.000Z'),
      tying('half', '2026-11-24T11:00:00.000Z', { backLoopMm: null }),
      tying('fault', '2026-11-24T12:00:00.000Z', { outcome: 'fault' }),
      tying('unknown', '2026-11-24T13:00:00.000Z', { setMm: null }),
    ]);
    expect(observations.map(({ id }) => id)).toEqual(['early', 'late']);
    // the worked case: 15.73 of the short end
    expect(observations[0]?.shortMm).toBeCloseTo(15.725, 6);
  });

  it('moves the prediction by two thirds of what the knot takes more, and the even lead by the difference', () => {
    const now = learnTie(TIE, observationsOf([tying('one', '2026-11-24T10:00:00.000Z')]));
    expect(now.beliefs.short.meanMm).toBeCloseTo(13.6, 1);
    const { before, after, evenLeadMm } = effectOn(DESK, TIE, now.beliefs);
    expect(after.frontSpread.meanMm - before.front.spreadMm).toBeCloseTo((-2 / 3) * (now.beliefs.short.meanMm - 9.75), 6);
    // a millimetre of take-up is two thirds of one of bow, and so is what is not known of it
    expect(after.frontSpread.sdMm).toBeCloseTo((2 / 3) * now.beliefs.short.sdMm, 9);
    expect(evenLeadMm).toBeCloseTo(now.beliefs.long.meanMm - now.beliefs.short.meanMm, 9);
  });
});

describe('what can go either way', () => {
  it('is read with any minus that a keyboard has, in any unit, and nothing typed is none', () => {
    const degrees = (text: string) => readDegrees(text, 'The tilt', 60);
    expect(['-5', '−5', '– 5', '+5', '5°', ''].map(degrees)).toEqual([-5, -5, -5, 5, 5, 0].map((value) => ({ kind: 'value', value })));
    const off = (text: string) => readSignedLength(text, { what: 'The knot’s distance', minMm: -40, maxMm: 40 }, 'in');
    expect(off('-12 mm')).toEqual({ kind: 'value', value: -12 });
    expect(off('−1/2')).toEqual({ kind: 'value', value: -12.7 });
    expect(off('')).toEqual({ kind: 'value', value: 0 });
  });

  it('is refused with a sentence where it is no number, or more than can be', () => {
    expect(readDegrees('70', 'The tilt', 60)).toMatchObject({ kind: 'wrong', message: expect.stringContaining('at most 60°') as string });
    expect(readDegrees('a bit', 'The tilt', 60)).toMatchObject({ kind: 'wrong', message: expect.stringContaining('3 or −3') as string });
    expect(readSignedLength('-12', { what: 'The knot’s distance', minMm: -40, maxMm: 40 }, 'in')).toMatchObject({ kind: 'wrong' });
  });
});
