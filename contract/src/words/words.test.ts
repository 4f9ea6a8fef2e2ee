import { formatLength, OCCASIONS, settingAt, type Hardware } from '@easytuck/core';
import { explainTapeOrder } from '../explain.ts';
import { BOUND_WORDS, COLLAR_STYLE_WORDS, hangWords, OCCASION_WORDS, SCHOOL_WORDS, settingWords, sideWords } from './index.ts';

const length = (lengthMm: number): string => formatLength(lengthMm, 'cm');
const SLOTS: Hardware = { kind: 'slots', shortestMm: 791.5, stepCount: 9, pitchMm: 12.7, marks: { system: 'in', atShortest: 14 } };

describe('settingWords', () => {
  it.each([
    [SLOTS, 4, { figure: '16', of: 'mark, in', phrase: 'mark 16' }],
    [{ ...SLOTS, marks: null }, 4, { figure: '5', of: 'slot of 9, from the shortest', phrase: 'slot 5' }],
    [{ ...SLOTS, kind: 'buttons', marks: null }, 0, { figure: '1', of: 'button of 9, from the shortest', phrase: 'button 1' }],
    [{ kind: 'fixed', lengthMm: 842 }, 0, { figure: '84.2 cm', of: 'sewn to length, tip to tip', phrase: 'sewn to length' }],
    [
      { kind: 'slider', shortestMm: 780, longestMm: 880, strapMm: 250, reachAtShortestMm: 140, glideStepMm: 6, marks: null },
      1,
      { figure: '3.6 cm', of: 'glide, from the sewn end', phrase: 'glide at 3.6 cm' },
    ],
  ] as const)('say what to look for on the band: %j', (hardware, step, words) => {
    expect(settingWords(settingAt(hardware as Hardware, step), length)).toEqual(words);
  });
});

describe('words of the trade', () => {
  it('tell apart all that is told apart', () => {
    expect(new Set(Object.values(BOUND_WORDS)).size).toBe(Object.keys(BOUND_WORDS).length);
    expect(new Set(Object.values(COLLAR_STYLE_WORDS)).size).toBe(5);
    expect(new Set(Object.values(SCHOOL_WORDS).map(({ name }) => name)).size).toBe(5);
    expect(Object.keys(OCCASION_WORDS)).toEqual([...OCCASIONS]);
    expect(sideWords('left')).toBe('the wearer’s left');
  });
  it('say where the nose hangs, counting the collar button as the first', () => {
    expect(hangWords(74, [2, 3], length)).toBe('nose 7.4 cm below the collar button, between buttons 2 and 3');
    expect(hangWords(-3, [0, 1], length)).toBe('the nose hangs above the collar button');
  });
  it('say which reading of a tape lies the wrong way round', () => {
    expect(explainTapeOrder({ kind: 'outOfOrder', reading: 'tipToNoseMm', mustExceed: 'tipToBellyMm', limitMm: 124.04 })).toBe(
      'From the tip the nose lies beyond the belly, so it must be more than 124 mm.',
    );
  });
});
