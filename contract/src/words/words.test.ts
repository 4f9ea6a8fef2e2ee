import {
  BLADE_SHAPES,
  BOUND_IDS,
  COLLAR_STYLES,
  FIBRES,
  formatLength,
  OCCASIONS,
  prepareTie,
  settingAt,
  TYING_FAULTS,
  TYING_STEPS,
  UNTWISTED,
  WEAVES,
  type Hardware,
  type TyingStep,
} from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { SCHOOL_CHOICES } from '../records/fitting.ts';
import { explainTapeOrder } from '../explain.ts';
import {
  BOUND_WORDS,
  COLLAR_STYLE_WORDS,
  digitsIn,
  FAULT_WORDS,
  FINGER_MARKS,
  foldingWords,
  halfKnotTold,
  hangWords,
  OCCASION_WORDS,
  SCHOOL_WORDS,
  settingWords,
  sideWords,
  stepWords,
  sureWords,
  type StepContext,
  type StepWords,
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

/** The steps that a way goes through. */
const stepsOf = (way: StepContext['way']): readonly TyingStep[] =>
  TYING_STEPS.filter((step) =>
    way === 'evenEnds' ? !['park', 'frontBow', 'drop', 'passage'].includes(step) : step !== 'wrap' && step !== 'pushFront',
  );

describe('stepWords', () => {
  const told = (step: TyingStep, context: Partial<StepContext> = {}): StepWords =>
    stepWords(step, { longEnd: 'left', way: 'main', reader: 'wearer', lead: '1½ in', ...context });

  it('sends the front loop opposite to where the long end started, in both hands', () => {
    expect(told('frontBow').act).toContain('the loop on your right, the flat end on your left');
    expect(told('frontBow', { longEnd: 'right' }).act).toContain('the loop on your left, the flat end on your right');
    expect(told('backBow').act).toContain('from your right to your left');
    expect(told('backBow', { longEnd: 'right' }).act).toContain('from your left to your right');
  });

  // common practice, no source: ask first, nothing in a helper's teeth, one finger between band and throat
  it.each(['wearer', 'facing', 'behind'] as const)('keeps the throat safe and is fit to be read to %s', (reader) => {
    for (const way of ['main', 'pinchAndTurn', 'plainPush', 'evenEnds'] as const) {
      const steps = stepsOf(way).map((step) => [step, told(step, { way, reader })] as const);
      const texts = steps.map(
        ([step, { act, hands, check, trap, more }]) => [step, [act, ...hands, check, trap, more ?? ''].join(' ')] as const,
      );
      const saying = (what: RegExp) => texts.filter(([, text]) => what.test(text)).map(([step]) => step);
      expect([way, saying(/Ask before you touch/)]).toEqual([way, reader === 'wearer' ? [] : ['prepare']]);
      expect([way, saying(/in the teeth/)]).toEqual([way, reader === 'wearer' && way === 'evenEnds' ? ['wrap'] : []]);
      expect([way, saying(/two fingers/i)]).toEqual([way, []]);
      expect([way, texts.at(-1)?.[1]]).toEqual([way, expect.stringContaining('one finger fits between band and throat')]);
    }
  });

  it('says the same of both hands, with left and right exchanged', () => {
    const swap = (text: string): string =>
      text.replace(
        /\b(left|right|Left|Right)\b/g,
        (side) => ({ left: 'right', right: 'left', Left: 'Right', Right: 'Left' })[side] ?? side,
      );
    for (const [way, step] of [
      ...stepsOf('main').map((each) => ['main', each] as const),
      ...stepsOf('evenEnds').map((each) => ['evenEnds', each] as const),
    ]) {
      const [left, right] = [told(step, { way }), told(step, { way, longEnd: 'right' })];
      expect([swap(left.act), ...left.hands.map(swap), swap(left.check), swap(left.trap), swap(left.more ?? '')]).toEqual([
        right.act,
        ...right.hands,
        right.check,
        right.trap,
        right.more ?? '',
      ]);
    }
  });

  it('names sides to a helper as the wearer’s own, and where they lie for whoever helps', () => {
    expect(told('lead', { reader: 'facing' }).act).toContain('the end on the wearer’s left (on your right)');
    expect(told('lead', { reader: 'behind' }).act).toContain('the end on the wearer’s left (on your left)');
    // the hands that work are the helper's own
    expect(told('park', { reader: 'facing' }).hands[0]).toMatch(/^Your right hand: keeps the short end/);
    expect(told('park', { reader: 'behind' }).hands[0]).toMatch(/^Your left hand: keeps the short end/);
  });

  it('never sends somebody who faces the wearer to the mirror, and says to no helper that a side is simply theirs', () => {
    for (const way of ['main', 'pinchAndTurn', 'plainPush', 'evenEnds'] as const) {
      for (const step of stepsOf(way)) {
        const all = (reader: StepContext['reader']): string => {
          const { act, hands, check, trap, more } = told(step, { way, reader: reader });
          return [act, ...hands, check, trap, more ?? ''].join(' ');
        };
        expect(all('facing')).not.toContain('mirror');
        for (const reader of ['facing', 'behind'] as const)
          expect(all(reader).replaceAll(/the wearer’s (left|right) \(on your (left|right)\)|Your (left|right) hand/g, '')).not.toMatch(
            /\b(left|right)\b/i,
          );
      }
    }
  });

  it('knows no long or short end where the ends are even, and does not ask for one to stay longer', () => {
    for (const step of stepsOf('evenEnds')) {
      const { act, hands, check, trap } = told(step, { way: 'evenEnds' });
      expect([act, ...hands, check, trap].join(' ')).not.toMatch(
        /\b(long|short|longer|lower end hangs lower)\b end|still the longer|lower than/,
      );
    }
    expect(told('tighten', { way: 'evenEnds' }).act).toContain('Draw the band, not the loops');
  });

  it('gives the thumb in the passage to the hand that holds the front bow (common practice, no source)', () => {
    const [own, other] = told('passage', { way: 'pinchAndTurn' }).hands;
    expect(told('frontBow').hands[0]).toMatch(/^Your left hand: .*holds the front bow, thumb behind, forefinger in front/);
    expect(own).toMatch(/^Your left hand: .*thumb in the passage/);
    expect(other).toMatch(/^Your right hand: brings the loop forward/);
  });

  it('gives whoever faces the wearer the forefinger behind and the thumb in front: their hands come from the other side', () => {
    expect(told('frontBow', { reader: 'facing' }).hands[0]).toMatch(/^Your right hand: .*forefinger behind, thumb in front/);
    expect(told('frontBow', { reader: 'behind' }).hands[0]).toMatch(/^Your left hand: .*thumb behind, forefinger in front/);
  });

  it('tells what this tie shows after the half-knot, or only that the long end stays the longer', () => {
    const halfKnot = { lower: 'lower by about 16 mm', evened: '7 mm' };
    expect(told('halfKnot', { halfKnot }).check).toContain('its tip is lower by about 16 mm');
    expect(told('halfKnot', { halfKnot }).more).toContain('7 mm narrower');
    expect(told('halfKnot').check).toContain('still the longer');
    // the worked tie: 38.1 of lead, 19.5 of knot and two layers of 1.1 leave 16.4
    const mm = (length: number): string => `${length.toFixed(1)} mm`;
    expect(halfKnotTold(prepareTie(WORKED_TIE), 38.1, mm)).toMatchObject({ lower: 'lower by about 16.4 mm' });
    expect(halfKnotTold(prepareTie(WORKED_TIE), 22, mm)).toBeNull();
  });

  it('names the layer that tightens the back loop where it is known of the wearer, and how to find it where not', () => {
    expect(told('tighten', { backKnotLayer: 'front' }).act).toContain('the front layer of the back loop');
    expect(told('tighten').act).toContain('try each layer gently');
  });

  it('has steps of its own on a thigh: where it is laid, and how it comes to the neck', () => {
    const onThigh = { mark: 'mark 16' };
    expect(told('prepare', { onThigh }).act).toContain('about as thick as the collar');
    expect(told('collarDown', { onThigh })).toMatchObject({
      name: 'Over to the neck',
      act: expect.stringContaining('Set the band to mark 16') as string,
    });
    // between these nothing is said of what a leg has not
    for (const reader of ['wearer', 'facing', 'behind'] as const)
      for (const step of stepsOf('main').filter((each) => each !== 'prepare' && each !== 'collarDown')) {
        const { act, hands, check, trap, more } = told(step, { onThigh, reader, halfKnot: { lower: 'lower', evened: '7 mm' } });
        expect([act, ...hands, check, trap, more ?? ''].join(' ')).not.toMatch(/collar|button|chin|throat|shoulder|mirror|\bneck/);
      }
  });

  it('knows which fingers a sentence speaks of', () => {
    expect(digitsIn('Left hand: thumb behind, forefinger in front.')).toEqual(['thumb', 'forefinger']);
    expect(digitsIn('the other fingers keep the flat end from following')).toEqual(['middleFinger', 'ringFinger', 'littleFinger']);
    expect(digitsIn('Right hand: draws the long end down.')).toEqual([]);
  });

  it('says of a folding what was turned at which step, and which layer then tightens', () => {
    expect(foldingWords(UNTWISTED)).toEqual({ turns: [], tightens: expect.stringContaining('The back layer') as string });
    const all = foldingWords({ frontTurned: true, dropTurned: true, backTurned: true, backTail: 'behind' });
    expect(all.turns.map(({ step }) => step)).toEqual(['frontBow', 'drop', 'backBow', 'backBow']);
    expect(all.tightens).toContain('The front layer');
  });

  it('lets the band out first and takes it back in last where it is tied at full length', () => {
    const late = { longest: 'mark 18', mark: 'mark 16' };
    expect(told('prepare', { late }).act).toMatch(/^Let the band out to mark 18 for tying\./);
    expect(told('collarDown', { late }).act).toMatch(/^Take the band back in to mark 16/);
    expect(told('prepare').act).not.toContain('Let the band out');
  });

  it('says the lead, or that there is none', () => {
    expect(told('lead').check).toContain('1½ in lower');
    expect(told('lead', { way: 'evenEnds' })).toMatchObject({ name: 'Even ends', act: expect.stringContaining('no lead') as string });
  });

  it('has a way back for every fault, at a step of the main way, and fingers on every step but the last', () => {
    const main = stepsOf('main');
    expect(TYING_FAULTS.filter((fault) => !main.includes(FAULT_WORDS[fault].backTo))).toEqual([]);
    // nobody is sent on past what went wrong: a fault that is seen in the finished bow is mended before it
    expect(TYING_FAULTS.map((fault) => FAULT_WORDS[fault].backTo)).not.toContain('collarDown');
    expect(Object.keys(FAULT_WORDS).sort()).toEqual([...TYING_FAULTS].sort());
    expect(TYING_STEPS.filter((step) => FINGER_MARKS[step].length === 0)).toEqual(['collarDown']);
    // a granny is undone to the fold, a push from the wrong side to the passage (common practice; see docs/model.md for why)
    expect([FAULT_WORDS.granny.backTo, FAULT_WORDS.loopsOnOneSide.backTo]).toEqual(['frontBow', 'passage']);
  });
});
