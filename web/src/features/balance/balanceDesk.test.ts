import { doubtReadings, EVEN_ENOUGH, type KnotFeel } from '@easytuck/core';
import {
  settingAskedOf,
  clothOf,
  doubtWords,
  judge,
  needsRetie,
  type ReadHalves,
  stateOf,
  UNEVENNESS_WORDS,
  wantedBows,
  wasTiedOnLeg,
} from './balanceDesk.ts';
import { pullWords, type PullView } from '../../common/tying/pullWords.ts';
import { readDegrees, readSignedLength } from './signedField.ts';
import { DESK, DESK_ON_LEG, EVEN, fine, judged, LEVEL, read, TIE } from './testing.ts';

describe('the balance desk', () => {
  it('starts from the fitting’s own set, lead and neck path', () => {
    expect(DESK).toMatchObject({ setMm: 842.3, leadMm: 38.05, frontLoopSide: 'right' });
    // a bow that was tied on a leg comes to the neck as its own mirror image (onLeg.test.ts in core)
    expect(DESK_ON_LEG).toEqual({ ...DESK, frontLoopSide: 'left' });
    // by hand: 406.4 + 2π(0.875 + 0.55 − 3 sin 0.12) + 6.35
    expect(DESK.neckPathMm).toBeCloseTo(419.45, 2);
  });

  it('answers the worked case: 68/50 and 55/68 with 8 of slack by the prediction come to 62/62 by three kinds of pull', () => {
    const verdict = judged(read(68, 50, 55, 68), EVEN, 'loose');
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

  it('takes the wearer’s own latest tying for where the bow was tied, whatever others did with this tie', () => {
    const [ada, bo] = [(way: 'onThigh' | null) => ({ wearerId: 'ada', way }), (way: 'onThigh' | null) => ({ wearerId: 'bo', way })];
    expect(wasTiedOnLeg([bo('onThigh'), ada(null)], 'ada')).toBe(false);
    expect(wasTiedOnLeg([bo(null), ada('onThigh'), ada(null)], 'ada')).toBe(true);
    expect(wasTiedOnLeg([ada(null), ada('onThigh')], 'ada')).toBe(false);
    expect(wasTiedOnLeg([], 'ada')).toBe(false);
  });

  it('wants a bow by eye that is as uneven as the wearer likes', () => {
    const { front, back } = wantedBows(DESK, { kind: 'handTied', byMm: 6, widerSide: 'right' });
    expect([front.loopMm - front.flatEndMm, back.loopMm - back.flatEndMm]).toEqual([
      expect.closeTo(6 - TIE.measured.overhangMm, 6),
      expect.closeTo(-6 - TIE.measured.overhangMm, 6),
    ]);
    const even = wantedBows(DESK, EVEN);
    expect(even.front.loopMm - even.front.flatEndMm).toBeCloseTo(-TIE.measured.overhangMm, 6);
  });

  const pull = (end: 'front' | 'back', kind: 'drawFlatEnd' | 'drawTailSide' | 'drawKnotSide' | 'easeKnotSide') => ({
    end,
    pull: { kind, byMm: 8 },
  });
  const told = (change: Partial<PullView> = {}): PullView => ({
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
    const loose = judged(read(56, 56, 62, 62), EVEN, 'loose');
    expect(loose.unevenness).toContain('frontLoose');
    expect(UNEVENNESS_WORDS.frontLoose).toContain('draw it up');
    expect([pulls.length, loose.pulls.length > 0]).toEqual([0, true]);
  });

  it('claims no slack of a bow that is tight in other hands than were held: pressed firm, the plan rests on what was measured', () => {
    const firm = judged(read(57, 57, 61, 61), EVEN, 'firm');
    expect([firm.slack, firm.pulls]).toEqual([{ front: 0, back: 0 }, []]);
    expect(firm.retie.leadMm).toBeCloseTo(38.05 - (3 * 61 - 3 * 57), 6);
  });

  it('asks where the band was of a pressed knot alone where the bow is small, of any where it is large, and not for a knot felt soft', () => {
    const asked = (mm: number, feel: KnotFeel): number | null => {
      const state = stateOf(DESK, read(mm, mm, mm, mm), LEVEL, feel);
      return settingAskedOf(DESK, state, feel)?.setting.lengthMm ?? null;
    };
    // (62 all round at the set as noted; a slot is 4.2 mm of bow, 2.1 of each half-width)
    expect([asked(57, 'usual') ?? Infinity, asked(67, 'usual') ?? 0].map((mm) => Math.sign(mm - DESK.setMm))).toEqual([-1, 1]);
    expect(asked(62, 'usual')).toBeNull();
    // a loose knot makes a bow as small
    expect([asked(57, 'notChecked'), asked(57, 'loose')]).toEqual([null, null]);
    expect(asked(67, 'notChecked')).toBe(asked(67, 'usual'));
    // a soft knot takes so much more that a usual one would be asked about: it is no sign of another mark
    expect([asked(57, 'soft'), asked(57, 'firm') === null]).toEqual([null, false]);
  });

  it('counts the loop’s cloth twice', () => {
    expect(clothOf({ loopMm: 60, flatEndMm: 50, slackMm: 4 })).toEqual({ loopMm: 120, flatEndMm: 50, slackMm: 4, wholeMm: 174 });
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
