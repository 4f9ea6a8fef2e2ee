import {
  BLADE_SHAPES,
  BOUND_IDS,
  COLLAR_STYLES,
  FIBRES,
  formatLength,
  OCCASIONS,
  settingAt,
  stepsOfWay,
  TYING_FAULTS,
  TYING_STEPS,
  UNTWISTED,
  WEAVES,
  type Hardware,
} from '@easytuck/core';
import { SCHOOL_CHOICES } from '../records/fitting.ts';
import { explainTapeOrder } from '../explain.ts';
import {
  BOUND_WORDS,
  COLLAR_STYLE_WORDS,
  FAULT_WORDS,
  FINGER_MARKS,
  foldingWords,
  hangWords,
  OCCASION_WORDS,
  SCHOOL_WORDS,
  settingWords,
  sideWords,
  sureWords,
  FIBRE_WORDS,
  WEAVE_WORDS,
  SHAPE_WORDS,
} from './index.ts';

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
    const names = Object.fromEntries(Object.entries(SCHOOL_WORDS).map(([school, { name }]) => [school, name]));
    for (const [values, words] of [
      [BOUND_IDS, BOUND_WORDS],
      [COLLAR_STYLES, COLLAR_STYLE_WORDS],
      [OCCASIONS, OCCASION_WORDS],
      [SCHOOL_CHOICES, names],
      [FIBRES, FIBRE_WORDS],
      [WEAVES, WEAVE_WORDS],
      [BLADE_SHAPES, SHAPE_WORDS],
    ] as const) {
      expect(Object.keys(words).sort()).toEqual([...values].sort());
      expect(new Set(Object.values(words)).size).toBe(values.length);
      expect(Object.values(words).every((word) => word.trim() !== '')).toBe(true);
    }
    expect(sideWords('left')).toBe('the wearer’s left');
  });
  it('say where the nose hangs, counting the collar button as the first', () => {
    expect(hangWords(74, [2, 3], length)).toBe('nose 7.4 cm below the collar button, between buttons 2 and 3');
    expect(hangWords(-3, [0, 1], length)).toBe('the nose hangs above the collar button');
  });
  it('say how surely a bow comes out so wide: before it was tied, and by how much surer it is since', () => {
    const sure = { spreadSdMm: 2, untiedSdMm: 5 };
    expect(sureWords({ sure: { ...sure, spreadSdMm: 5 }, takeUpOf: 'model' }, length)).toBe('give or take 0.8 cm by its measures alone');
    expect(sureWords({ sure, takeUpOf: 'tie' }, length)).toBe('give or take 0.3 cm; 0.8 cm before it was tied');
    expect(sureWords({ sure: { spreadSdMm: 5, untiedSdMm: 5 }, takeUpOf: 'wearer' }, length)).toBe('give or take 0.8 cm');
    expect(sureWords({ sure: null, takeUpOf: 'model' }, length)).toBe('');
  });
  it('say which reading of a tape lies the wrong way round', () => {
    expect(explainTapeOrder({ kind: 'outOfOrder', reading: 'tipToNoseMm', mustExceed: 'tipToBellyMm', limitMm: 124.04 })).toBe(
      'From the tip the nose lies beyond the belly, so it must be more than 124 mm.',
    );
  });
});

describe('faults and fingers', () => {
  it('says of a folding what was turned at which step, and which layer then tightens', () => {
    expect(foldingWords(UNTWISTED)).toEqual({ turns: [], tightens: expect.stringContaining('The back layer') as string });
    const all = foldingWords({ frontTurned: true, dropTurned: true, backTurned: true, backTail: 'behind' });
    expect(all.turns.map(({ step }) => step)).toEqual(['frontBow', 'drop', 'backBow', 'backBow']);
    expect(all.tightens).toContain('The front layer');
  });

  it('has a way back for every fault, at a step of the main way, and fingers on every step that is done at the blades', () => {
    const main = stepsOfWay('main');
    expect(TYING_FAULTS.filter((fault) => !main.includes(FAULT_WORDS[fault].backTo))).toEqual([]);
    // nobody is sent on past what went wrong: a fault that is seen in the finished bow is mended before it
    expect(TYING_FAULTS.map((fault) => FAULT_WORDS[fault].backTo)).not.toContain('collarDown');
    expect(Object.keys(FAULT_WORDS).sort()).toEqual([...TYING_FAULTS].sort());
    expect(TYING_STEPS.filter((step) => FINGER_MARKS[step].length === 0)).toEqual(['setBand', 'takeIn', 'collarDown']);
    // a granny is undone to the fold, a push from the wrong side to the passage (common practice; see docs/model.md for why)
    expect([FAULT_WORDS.granny.backTo, FAULT_WORDS.loopsOnOneSide.backTo]).toEqual(['frontBow', 'passage']);
  });
});
