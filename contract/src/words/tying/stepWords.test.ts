import {
  COLLAR_STYLES,
  evenLeadMm,
  MODEL_VERSION,
  OFFERED_WAYS,
  oppositeSide,
  prepareTie,
  settingAt,
  stepsOfWay,
  STRIP_WAY,
  TYPICAL_BUTTONS,
  UNTWISTED,
  WING_SCHOOLS,
  type Folding,
  type OfferedWay,
  type Side,
  type TyingStep,
} from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { BOW_POSITIONS } from '../../records/fitting.ts';
import { tieInput, type Tie } from '../../records/tie.ts';
import { sampleTie } from '../../testing.ts';
import { letOutFor, type TyingSubject, type ShirtCollar } from '../../tying/tyingSubject.ts';
import { READERS, type Reader } from '../readers.ts';
import { stepContextOf, type StepContext } from './stepContext.ts';
import { digitsIn, stepWords } from './stepWords.ts';

const TIE: Tie = {
  ...tieInput.parse(sampleTie),
  ...{ id: 't', version: 1, awayAt: null, createdAt: '', updatedAt: '', note: '' },
  ...WORKED_TIE,
  cloth: { ...WORKED_TIE.cloth, stretchRatio: 0 },
  blade: { ...WORKED_TIE.blade, extraWidths: [] },
  takeUp: WORKED_TIE.takeUp == null ? null : { shortMm: WORKED_TIE.takeUp.shortMm, longMm: WORKED_TIE.takeUp.longMm, model: MODEL_VERSION },
  fibre: 'silk',
  weave: 'satin',
};
const MM = (length: number): string => `${length.toFixed(1)} mm`;

/** The worked tie, 16 in collar: 842.3 mm is its setting 4 of 0 to 8, and it can be let out by 50.8 mm. */
const subject = (over: Partial<TyingSubject> = {}): TyingSubject => {
  const tie = over.tie ?? TIE;
  const prepared = prepareTie(tie);
  return {
    tie,
    prepared,
    ...{ collarGirthMm: 406.4, neckPathMm: 412.75, setMm: 842.3, leadMm: evenLeadMm(prepared), longEnd: 'left', late: null },
    ...{ worn: { style: 'turndown', wings: 'behind', bowPosition: 'onLeaf' }, buttons: TYPICAL_BUTTONS, folding: null },
    ...over,
  };
};
const LATE = { longest: settingAt(TIE.hardware, 8), mark: settingAt(TIE.hardware, 4) };

interface Said {
  readonly step: TyingStep;
  readonly text: string;
  readonly words: ReturnType<typeof stepWords>;
}

/** The whole text of a tying, step by step. */
function wholeText(about: TyingSubject, way: OfferedWay, reader: Reader, over: Partial<StepContext> = {}): readonly Said[] {
  const context = { ...stepContextOf(about, way, reader, MM), ...over };
  return stepsOfWay(STRIP_WAY[way], letOutFor(about, way) !== null).map((step) => {
    const words = stepWords(step, context);
    const { name, act, hands, check, trap, more, feel } = words;
    return { step, words, text: [name, act, ...hands, check, trap, ...(more === null ? [] : [more]), feel].join(' ') };
  });
}

const at = (said: readonly Said[], step: TyingStep): Said => {
  const found = said.find((each) => each.step === step);
  if (!found) throw new Error(`no step ${step}`);
  return found;
};

/** Every collar that can be worn. */
const COLLARS: readonly ShirtCollar[] = COLLAR_STYLES.flatMap((style) =>
  WING_SCHOOLS.flatMap((wings) => BOW_POSITIONS.map((bowPosition) => ({ style, wings, bowPosition }))),
);

interface Combination {
  readonly name: string;
  readonly way: OfferedWay;
  readonly reader: Reader;
  readonly worn: ShirtCollar;
  readonly isLate: boolean;
  readonly said: readonly Said[];
}

const COMBINATIONS: readonly Combination[] = OFFERED_WAYS.flatMap((way) =>
  READERS.flatMap((reader) =>
    COLLARS.flatMap((worn) =>
      [false, true].map((isLate): Combination => {
        const about = subject({ worn, late: isLate ? LATE : null });
        const name = `${way}, ${reader}, ${worn.style}, wings ${worn.wings}, ${worn.bowPosition}${isLate ? ', let out' : ''}`;
        return { name, way, reader, worn, isLate, said: wholeText(about, way, reader) };
      }),
    ),
  ),
);

/** The combinations whose text says something that it must not, or lacks what it must say. */
const failing = (
  wrong: (combination: Combination, all: string) => boolean,
  among: (combination: Combination) => boolean = () => true,
): readonly string[] =>
  COMBINATIONS.filter(among)
    .filter((each) => wrong(each, each.said.map(({ text }) => text).join(' ')))
    .map(({ name }) => name);

// common practice, no source, unless a line says otherwise
describe('the words of every way, for every reader and collar', () => {
  it('walk through all of them', () => expect(COMBINATIONS).toHaveLength(6 * 3 * 24 * 2));

  it('name the setting in the first step, and where it goes at the end if it is another one', () => {
    expect(failing(({ said }) => said[0]?.step !== 'setBand')).toEqual([]);
    expect(
      failing(({ said, way, isLate }) => {
        const { act } = at(said, 'setBand').words;
        const isLetOut = (isLate || way === 'evenEnds') && way !== 'onThigh';
        return !act.includes('mark 16') || isLetOut !== act.includes('let it out to mark 18');
      }),
    ).toEqual([]);
  });

  it('give each hand something to do in each step, named as the reader’s own', () => {
    expect(
      failing(({ said }) => said.some(({ words }) => words.hands.some((hand) => !/^Your (left|right) hand: [a-z].{4,}/.test(hand)))),
    ).toEqual([]);
    expect(failing(({ said }) => said.some(({ words: { hands } }) => hands[0].slice(0, 9) === hands[1].slice(0, 9)))).toEqual([]);
  });

  it('have a hand that folds or pinches, one that catches the fold, and one that closes over the front bow', () => {
    const isHeld = ({ words: { hands } }: Said): boolean =>
      /takes the fold between thumb and forefinger/.test(hands[0]) &&
      /closes over front bow and knot/.test(hands[1]) &&
      /push|pinch/.test(hands[1]);
    expect(failing(({ said }) => !isHeld(at(said, 'backBow')))).toEqual([]);
  });

  it('take one layer with the forefinger inside the loop, and never both layers', () => {
    expect(
      failing(
        ({ said }) =>
          !at(said, 'tighten').words.hands.every((hand) => /forefinger goes inside/.test(hand) && /one layer|its back layer/.test(hand)),
      ),
    ).toEqual([]);
    expect(failing((_, all) => /takes? (both layers|a loop in each hand)/.test(all))).toEqual([]);
  });

  it('call no band snug that is let out: the half-knot hangs low by half of it until the band is taken in', () => {
    // the worked tie: 9 settings 12.7 mm apart, let out from the fifth to the ninth: 50.8 mm
    const isOut = ({ isLate, way }: Combination): boolean => (isLate || way === 'evenEnds') && way !== 'onThigh';
    expect(
      failing(({ said }) => {
        const { act, check, trap } = at(said, 'halfKnot').words;
        return (
          !/hangs about 25\.4 mm below/.test(act) || !/25\.4 mm below/.test(check) || /Snug/.test(act + check) || !/50\.8 mm/.test(trap)
        );
      }, isOut),
    ).toEqual([]);
    expect(
      failing(
        ({ said }) => !/mark 18 to mark 16/.test(at(said, 'takeIn').words.act) || !/one finger fits/.test(at(said, 'takeIn').words.check),
        isOut,
      ),
    ).toEqual([]);
    // and where it is not let out nothing is taken in
    expect(
      failing(
        ({ said }, all) => said.some(({ step }) => step === 'takeIn') || /let out|let it out|taken in/.test(all),
        (each) => !isOut(each),
      ),
    ).toEqual([]);
  });

  it('end with one finger between band and throat, and a word on what to do if it presses', () => {
    expect(failing(({ said }) => !/one finger fits between band and throat/.test(said.at(-1)?.words.check ?? ''))).toEqual([]);
    expect(failing(({ said }) => !/loosen it at once/.test(said.at(-1)?.words.trap ?? ''))).toEqual([]);
    expect(failing((_, all) => /two fingers/i.test(all))).toEqual([]);
  });

  it('ask before a helper touches a collar, and put nothing in a helper’s teeth', () => {
    const asked = ({ said }: Combination): TyingStep[] =>
      said.filter(({ text }) => /Ask before you touch/.test(text)).map(({ step }) => step);
    expect(
      failing(
        (each) => asked(each).join() !== (each.way === 'onThigh' ? 'collarDown' : 'prepare'),
        ({ reader }) => reader !== 'wearer',
      ),
    ).toEqual([]);
    expect(
      failing(
        (each) => asked(each).length > 0,
        ({ reader }) => reader === 'wearer',
      ),
    ).toEqual([]);
    expect(
      failing(
        (_, all) => /teeth/.test(all),
        ({ reader }) => reader !== 'wearer',
      ),
    ).toEqual([]);
  });

  it('say nothing of another collar', () => {
    const isWing = ({ worn }: Combination): boolean => worn.style === 'wing';
    const isTurnedDown = ({ worn }: Combination): boolean => worn.style !== 'wing' && worn.style !== 'band';
    expect(
      failing(
        (_, all) => /collar (up|down)|turn(s|ed)? (the|it|its) ?(collar|side|leaf)|\bleaf\b|[Uu]nbutton|points of the collar/.test(all),
        (each) => !isTurnedDown(each),
      ),
    ).toEqual([]);
    expect(
      failing(
        (_, all) => /wing collar|[Ww]ings? (stand|lie|behind it)|(both|the) wings (behind|over)|wing on that side/.test(all),
        (each) => !isWing(each),
      ),
    ).toEqual([]);
    expect(
      failing(
        (_, all) => /[Uu]nbutton|button(s)? the points? again|buttons the point/.test(all),
        ({ worn }) => worn.style !== 'buttonDown',
      ),
    ).toEqual([]);
    // a turned-down collar is turned up for tying and down at the end; on a leg it is turned down once the bow is on the neck
    expect(failing(({ said }) => !/down/.test(said.at(-1)?.words.act ?? ''), isTurnedDown)).toEqual([]);
    expect(
      failing(
        ({ said }) => !/[Uu]nbutton/.test(at(said, 'prepare').text) || !/[Bb]utton the points again/.test(said.at(-1)?.words.act ?? ''),
        ({ worn, way }) => worn.style === 'buttonDown' && way !== 'onThigh',
      ),
    ).toEqual([]);
  });

  it('tuck the back bow’s wings under a button-down’s leaf, and no spare ends behind a collar', () => {
    expect(failing((_, all) => /spare ends/.test(all))).toEqual([]);
    expect(
      failing(
        ({ said }) => !/wings of the back bow under the leaf/.test(said.at(-1)?.words.act ?? ''),
        ({ worn, way }) => worn.style === 'buttonDown' && way !== 'onThigh',
      ),
    ).toEqual([]);
  });

  it('say of the wings and of the leaf what was chosen', () => {
    const isWing = ({ worn }: Combination): boolean => worn.style === 'wing';
    expect(failing(({ said, worn }) => /behind/.test(said.at(-1)?.words.act ?? '') !== (worn.wings === 'behind'), isWing)).toEqual([]);
    const isTurned = ({ worn, way }: Combination): boolean => worn.style !== 'wing' && worn.style !== 'band' && way !== 'onThigh';
    expect(
      failing(({ said, worn }) => /under the leaf,/.test(said.at(-1)?.words.check ?? '') !== (worn.bowPosition === 'underLeaf'), isTurned),
    ).toEqual([]);
  });

  it('know no collar, button, chin or throat on a leg, and nothing that hangs or lies low there', () => {
    expect(
      failing(
        ({ said }) =>
          said.some(
            ({ step, text }) =>
              step !== 'collarDown' &&
              /collar(?! size)|button(?!hole)|\bchin\b|throat|shoulder|mirror|\bhang|\blower\b(?! (edge|loop))|\bdown\b/.test(
                step === 'setBand'
                  ? text.replace('hangs low', '').replace(/On the neck[^:]*:/, '')
                  : step === 'prepare'
                    ? text.replace('as thick as the collar', '')
                    : text,
              ),
          ),
        ({ way }) => way === 'onThigh',
      ),
    ).toEqual([]);
  });

  it('name sides to a helper as the wearer’s own and where they lie for them; on a leg they are the helper’s own', () => {
    const named = /the wearer’s (left|right) \(on your (left|right)\)|Your (left|right) hand/g;
    expect(
      failing(
        (_, all) => /\b(left|right)\b/i.test(all.replaceAll(named, '')),
        ({ reader, way }) => reader !== 'wearer' && way !== 'onThigh',
      ),
    ).toEqual([]);
    expect(
      failing(
        (_, all) => /mirror/.test(all),
        ({ reader }) => reader === 'facing',
      ),
    ).toEqual([]);
    const lead = (reader: Reader): string => at(wholeText(subject(), 'main', reader), 'lead').words.act;
    expect([lead('facing'), lead('behind')]).toEqual([
      expect.stringContaining('the end on the wearer’s left (on your right)') as string,
      expect.stringContaining('the end on the wearer’s left (on your left)') as string,
    ]);
    expect(at(wholeText(subject(), 'onThigh', 'facing'), 'lead').words.act).toContain('the end on your left');
  });

  it('know no long or short end where the ends are level', () => {
    expect(
      failing(
        ({ said }) => said.some(({ step, text }) => step !== 'lead' && /\b(long|short) (end|blade)/.test(text)),
        ({ way }) => way === 'evenEnds',
      ),
    ).toEqual([]);
  });

  it('say the same of both hands, with left and right exchanged', () => {
    const swapped = (text: string): string =>
      text.replace(
        /\b(left|right|Left|Right)\b/g,
        (side) => ({ left: 'right', right: 'left', Left: 'Right', Right: 'Left' })[side] ?? side,
      );
    for (const way of OFFERED_WAYS)
      for (const reader of READERS) {
        const texts = (longEnd: Side): string[] => wholeText(subject({ longEnd, late: LATE }), way, reader).map(({ text }) => text);
        expect(texts('right')).toEqual(texts('left').map(swapped));
      }
  });

  it('are sentences: they begin with a capital, end with a point, and leave no gap', () => {
    const isSentence = (text: string): boolean => /^[A-Z].*[.?]$/s.test(text) && !/ {2}|undefined|null|\.\.|NaN/.test(text);
    expect(
      failing(({ said }) =>
        said.some(
          ({ words: { act, hands, check, trap, more, feel } }) => ![act, ...hands, check, trap, more ?? 'A.', feel].every(isSentence),
        ),
      ),
    ).toEqual([]);
  });
});

describe('what depends on the tie', () => {
  const main = (about: Partial<TyingSubject> = {}, over: Partial<StepContext> = {}): readonly Said[] =>
    wholeText(subject(about), 'main', 'wearer', over);

  it('sends the front loop opposite to where the long end started, in both hands', () => {
    expect(at(main(), 'frontBow').words.act).toContain('the loop on your right, the flat end on your left');
    expect(at(main({ longEnd: 'right' }), 'frontBow').words.act).toContain('the loop on your left, the flat end on your right');
    expect(at(main(), 'backBow').words.act).toContain('from your right to your left');
    expect(at(main({ longEnd: 'right' }), 'backBow').words.act).toContain('from your left to your right');
  });

  it('says how each kind of band is set', () => {
    const setBand = (hardware: Tie['hardware']): string => at(main({ tie: { ...TIE, hardware } }), 'setBand').text;
    expect(setBand(TIE.hardware)).toMatch(/hook flat through the slot at mark 16/);
    expect(setBand({ kind: 'buttons', shortestMm: 791.5, stepCount: 9, pitchMm: 12.7, marks: null })).toMatch(
      /buttons it at button 5.*no numbers/,
    );
    const slider = {
      kind: 'slider',
      shortestMm: 780,
      longestMm: 900,
      strapMm: 200,
      reachAtShortestMm: 60,
      glideStepMm: 5,
      marks: null,
    } as const;
    expect(setBand(slider)).toMatch(/pushes the slider along.*measure from its sewn end/);
    expect(setBand({ kind: 'fixed', lengthMm: 842.3 })).toMatch(/^Check the band This band is sewn to one length: there is nothing to set/);
  });

  it('says what the cloth does where that matters', () => {
    const text = (fibre: Tie['fibre'], weave: Tie['weave']): string =>
      main({ tie: { ...TIE, fibre, weave } })
        .map((each) => each.text)
        .join(' ');
    expect(text('silk', 'satin')).toMatch(/Silk slides.*Look again later in the evening/s);
    expect(text('cotton', 'pique')).toMatch(/This cloth grips: draw harder/);
    expect(text('cotton', 'velvet')).toMatch(/draw the half-knot firmly.*Squash the fold small/s);
    expect(text('polyester', 'satin')).toMatch(/hold the front bow firmly until the end/);
    expect(text('cotton', 'pique')).not.toMatch(/Look again later in the evening|slides/);
  });

  it('folds a wide waist lengthwise as something to do, and only there', () => {
    const wide = { ...TIE, blade: { ...TIE.blade, bandWidthMm: 40, bellyWidthMm: 48, waistWidthMm: 44, tailWidthMm: 48 } };
    expect(at(main({ tie: wide }), 'drop').words).toMatchObject({
      act: expect.stringContaining('fold it in half lengthwise') as string,
      hands: [expect.any(String), expect.stringContaining('folds it lengthwise') as string],
      check: expect.stringContaining('folded in half') as string,
    });
    expect(
      main()
        .map(({ text }) => text)
        .join(' '),
    ).not.toMatch(/lengthwise/);
  });

  it('lets points pass their loops by so much as this tie’s do, and straight tips reach as far as them', () => {
    const balance = at(main({}, { pastLoop: { front: '12.0 mm', back: '11.0 mm' } }), 'balance').words.check;
    expect(balance).toMatch(/passes the loop beside it: about 12\.0 mm on the front bow, 11\.0 mm on the back bow/);
    expect(balance).not.toMatch(/reach equally far/);
    // the flat end of a bow is longer than its loop by the overhang of its tie: here 14 mm
    const pointed = { ...TIE, overhangMm: 14 };
    expect(at(main({ tie: pointed }), 'balance').words.check).toMatch(/about 14\.0 mm on the front bow, 14\.0 mm on the back bow/);
    expect(at(main({ tie: { ...TIE, overhangMm: 0 } }), 'balance').words.check).toMatch(/reach equally far/);
  });

  it('shows the chosen faces of a reversible tie at the steps that make them, and names no face otherwise', () => {
    const reversible: Tie = { ...TIE, faces: { outer: { name: 'navy', look: 'plain' }, inner: { name: 'wine', look: 'plain' } } };
    const text = (folding: Folding | null, step: TyingStep): string => at(main({ tie: reversible, folding }), step).text;
    expect(text(UNTWISTED, 'prepare')).toContain('Navy lies away from the shirt');
    expect(text(UNTWISTED, 'frontBow')).toContain('. Navy shows on the front bow');
    expect(text({ ...UNTWISTED, frontTurned: true }, 'frontBow')).toMatch(
      /Turn the short blade over, once.*\. Wine shows on the front bow/,
    );
    expect(text({ ...UNTWISTED, dropTurned: true }, 'drop')).toMatch(/Turn it over, once.*wine in front/);
    expect(text({ ...UNTWISTED, backTurned: true, backTail: 'behind' }, 'backBow')).toMatch(
      /Turn the blade over, once, before you fold it\. Fold its tail away behind/,
    );
    expect(text(null, 'prepare')).not.toMatch(/navy|wine/);
  });

  it('tells after the half-knot only that the long end stays the longer: by how much, no measured tie has shown', () => {
    for (const leadMm of [22, 38.1]) {
      const { check } = at(main({ leadMm }), 'halfKnot').words;
      expect(check).toContain('still the longer');
      expect(check).not.toMatch(/\d+(\.\d+)? mm lower/);
    }
  });

  it('names the layer that tightens the back loop if it is known of the wearer, and how to find it if not', () => {
    expect(at(main({}, { backKnotLayer: 'front' }), 'tighten').text).toMatch(
      /On the back loop that is its front layer.*take its front layer/,
    );
    expect(at(main(), 'tighten').words.act).toContain('try each layer gently');
  });

  it('says with level ends how wide each bow comes out, and the lead that makes them alike', () => {
    const said = wholeText(subject(), 'evenEnds', 'wearer');
    // docs/model.md: without a lead the back bow is narrower by two thirds of the even lead: 25.4 of 38.05 mm
    const [front, back] = [...(at(said, 'lead').words.more ?? '').matchAll(/(\d+\.\d) mm/g)].map(([, mm]) => Number(mm));
    expect((front ?? 0) - (back ?? 0)).toBeCloseTo(25.4, 0);
    expect(at(said, 'lead').words.more).toMatch(/the end on your left hangs 38\.\d mm lower/);
    expect(at(said, 'balance').words.check).not.toMatch(/match/);
  });

  it('gives the finger in the turn to the hand on the side on which the loop comes out', () => {
    for (const longEnd of ['left', 'right'] as const) {
      const said = wholeText(subject({ longEnd }), 'evenEnds', 'wearer');
      const out = oppositeSide(longEnd);
      expect(at(said, 'pushFront').words.act).toContain(`draw it through the turn to your ${out}`);
      expect(at(said, 'pushFront').words.hands.find((hand) => hand.includes('hooks the fold'))).toMatch(new RegExp(`^Your ${out} hand`));
      expect(at(said, 'wrap').words.hands.find((hand) => hand.includes('points across'))).toMatch(new RegExp(`^Your ${out} hand`));
    }
  });

  it('gives a helper who faces the wearer the forefinger behind and the thumb in front', () => {
    const hold = (reader: Reader): string => at(wholeText(subject(), 'main', reader), 'frontBow').words.hands[0];
    expect(hold('facing')).toMatch(/^Your right hand: .*forefinger behind, thumb in front/);
    expect(hold('behind')).toMatch(/^Your left hand: .*thumb behind, forefinger in front/);
  });

  it('names the side of the front loop on the neck where it was tied on a leg', () => {
    expect(at(wholeText(subject(), 'onThigh', 'wearer'), 'collarDown').text).toContain(
      'The front loop, on your right while it lay on the leg, is on your left now',
    );
    expect(at(wholeText(subject(), 'onThigh', 'facing'), 'collarDown').text).toContain('is on the wearer’s left now');
  });

  it('names one setting where leg and neck have the same, and both where they differ', () => {
    const [alike, apart] = [
      wholeText(subject(), 'onThigh', 'wearer', { onThigh: { legMark: 'mark 16', neckMark: 'mark 16' } }),
      wholeText(subject(), 'onThigh', 'wearer', { onThigh: { legMark: 'mark 17', neckMark: 'mark 16' } }),
    ];
    expect(at(alike, 'setBand').words.act).toBe('Set the band at mark 16, for the leg and for the neck.');
    expect(at(alike, 'collarDown').words.act).toContain('Fasten the band round the collar at mark 16 again.');
    expect(at(apart, 'setBand').words.act).toMatch(/mark 17 for the leg.*mark 16/);
    expect(at(apart, 'collarDown').words.act).toContain('Set the band to mark 16 and fasten it round the collar.');
    const sewn = subject({ tie: { ...TIE, hardware: { kind: 'fixed', lengthMm: 842.3 } } });
    expect(at(wholeText(sewn, 'onThigh', 'wearer'), 'collarDown').words.act).toContain('Fasten the band round the collar. Turn');
    for (const { text } of wholeText(sewn, 'onThigh', 'wearer')) expect(text).not.toMatch(/(at|to) sewn to length/);
  });

  it('knows which fingers a sentence speaks of', () => {
    expect(digitsIn('Left hand: thumb behind, forefinger in front.')).toEqual(['thumb', 'forefinger']);
    expect(digitsIn('the other fingers keep the flat end from following')).toEqual(['middleFinger', 'ringFinger', 'littleFinger']);
    expect(digitsIn('Right hand: draws the long end down.')).toEqual([]);
  });
});
