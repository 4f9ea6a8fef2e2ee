import { TYPICAL_COLLARS } from '@easytuck/core';
import {
  collarField,
  DEFAULT_SHOP,
  explainCollar,
  FITTING_LENGTHS,
  fittingInput,
  lengthField,
  optionalLengthField,
  PROBLEMS,
  shopSettingsInput,
  tieInput,
  wearerInput,
  type FittingInput,
} from './index.ts';
import { collarStyle } from './records/fitting.ts';
import { sampleFitting, sampleTie } from './testing.ts';

const ID = '01a20b94-353d-7204-b92c-7f530cb63fe2';

/** First message of a refusal, with its path. */
function refusal(result: {
  success: boolean;
  error?: { issues: readonly { path: readonly PropertyKey[]; message: string }[] } | undefined;
}): string {
  const issue = result.error?.issues[0];
  return issue ? `${issue.path.join('.')}: ${issue.message}` : 'taken';
}

const FITTING: FittingInput = {
  ...sampleFitting,
  id: ID,
  wearer: { kind: 'new', id: ID, name: 'Corin Attleby' },
  collar: '15 3/4',
  tieId: ID,
};
const TIE = sampleTie;

describe('collarField', () => {
  it('keeps what was written beside what it means', () => {
    expect(collarField.parse(' 15¾ ')).toEqual({ text: '15¾', system: 'in', label: 15.75 });
  });
  it.each([
    ['16 cm', '16 cm is not a collar size. A shirt labelled 16 is in inches: write 16 in.'],
    ['40 in', '40 in is not a collar size. A shirt labelled 40 is in centimetres: write 40 cm.'],
    ['-15', 'The collar size cannot be negative. Write it as 15¾, 15 3/4, 15.75 or 40 cm.'],
    ['NaN', 'The collar size cannot be read. Write it as 15¾, 15 3/4, 15.75 or 40 cm.'],
    ['', 'The collar size is missing. Write it as 15¾, 15 3/4, 15.75 or 40 cm.'],
    ['15 1/0', 'The collar size: a fraction cannot be divided by nothing. Write it as 15¾, 15 3/4, 15.75 or 40 cm.'],
    ['3', '3 is not a collar size. Collars run from 10 to 24 in, or 25 to 61 cm.'],
  ])('refuses %j in words that say what would be right', (text, message) => {
    expect(refusal(collarField.safeParse(text))).toBe(`: ${message}`);
  });
  it('has nothing to say of a collar that can be read', () => {
    expect(explainCollar({ kind: 'collar', collar: { system: 'in', label: 16 } })).toBeNull();
  });
});

describe('lengthField', () => {
  const lead = lengthField(FITTING_LENGTHS.leadMm, 'in');
  it('reads the unit that is written, else the one meant', () => {
    expect(lead.parse('1 1/2')).toBeCloseTo(38.1, 9);
    expect(lead.parse('38 mm')).toBe(38);
  });
  it('refuses what lies outside its limits, in the unit it was written in', () => {
    expect(refusal(lead.safeParse('20'))).toMatch(/^: 20 in is out of range\. Lead: from 0 in to 5.7⁄8 in\.$/);
    expect(refusal(lead.safeParse('-1'))).toMatch(/cannot be negative/);
  });
  it('takes nothing typed for not measured, where that is allowed', () => {
    const neck = optionalLengthField(FITTING_LENGTHS.neckBreadthMm, 'cm');
    expect(neck.parse('  ')).toBeNull();
    expect(neck.parse('12.5')).toBe(125);
    expect(neck.safeParse('12,5 in').success).toBe(false);
  });
});

describe('wearerInput', () => {
  it('trims the name and keeps any script', () => {
    expect(wearerInput.parse({ name: '  Åsa Żółć 陳 ', collar: '15', longEnd: 'left' })).toMatchObject({ name: 'Åsa Żółć 陳', note: '' });
  });
  it.each([
    [{ name: '   ' }, 'name: The wearer’s name is missing.'],
    [{ name: 'x'.repeat(121) }, 'name: The wearer’s name can have 120 characters at most.'],
    [{ name: 'a\u0000b' }, 'name: The wearer’s name cannot hold line breaks or control characters.'],
    [{ longEnd: 'up' }, 'longEnd: Choose the wearer’s left or right.'],
    [{ collar: '16 cm' }, 'collar: 16 cm is not a collar size. A shirt labelled 16 is in inches: write 16 in.'],
    [{ note: 'x'.repeat(2001) }, 'note: A note can have 2,000 characters at most.'],
  ])('refuses %j at its field', (change, message) => {
    expect(refusal(wearerInput.safeParse({ name: 'A', collar: '15', longEnd: 'left', ...change }))).toBe(message);
  });
});

describe('fittingInput', () => {
  it('takes a fitting of somebody new and of somebody on record', () => {
    expect(fittingInput.parse(FITTING).collar.label).toBe(15.75);
    expect(fittingInput.safeParse({ ...FITTING, wearer: { kind: 'known', id: ID } }).success).toBe(true);
  });
  it.each([
    [{ leadMm: -1 }, /^leadMm: Lead: from 0 mm to 150 mm/],
    [{ leadMm: 1.5e9 }, /^leadMm: Lead: from/],
    [{ leadMm: Number.NaN }, /^leadMm: Lead: this must be a number/],
    [{ step: 1.5 }, /^step: The set must be one of the band’s settings/],
    [{ step: -1 }, /^step: The set must be/],
    [{ neckBreadthMm: 12 }, /^neckBreadthMm: Neck breadth: from/],
    [{ wearer: { kind: 'new', id: ID, name: '' } }, /^wearer\.name: The wearer’s name is missing/],
    [{ id: 'not-a-key' }, /^id: This is not a key/],
  ])('refuses %j at its field', (change, message) => {
    expect(refusal(fittingInput.safeParse({ ...FITTING, ...change }))).toMatch(message);
  });
  it('knows the same collar styles as the computation', () => {
    expect([...collarStyle.options].sort()).toEqual(Object.keys(TYPICAL_COLLARS).sort());
  });
});

describe('tieInput', () => {
  it('takes a tie that can be cut', () => {
    expect(tieInput.parse(TIE)).toEqual({
      ...TIE,
      blade: { ...TIE.blade, extraWidths: [] },
      cloth: { ...TIE.cloth, stretchRatio: 0 },
      takeUp: { ...TIE.takeUp, model: 'strip-3' },
      ...{
        faces: { outer: { name: '', look: 'plain' }, inner: null },
        quickClasp: false,
        breakaway: false,
        priceCode: '',
        note: '',
        maker: '',
      },
    });
  });
  it.each([
    [
      { blade: { ...TIE.blade, waistWidthMm: 70 } },
      'blade.waistWidthMm: The waist width is 70 mm, wider than the belly (65 mm); the waist is the narrow line of a blade.',
    ],
    [
      { blade: { ...TIE.blade, bellyToWaistMm: -5 } },
      'blade.bellyToWaistMm: The belly to waist is -5 mm; the least a tie can have is 15 mm.',
    ],
    [{ hardware: { kind: 'fixed', lengthMm: 300 } }, 'hardware.lengthMm: A self-tie bow is at least 500 mm from tip to tip.'],
    [
      { hardware: { kind: 'fixed', lengthMm: 520 }, blade: { ...TIE.blade, noseToBellyMm: 140 } },
      'hardware.lengthMm: Tip to tip is 520 mm, but the two blades alone take 528 mm.',
    ],
    [
      { hardware: { kind: 'slider', shortestMm: 800, longestMm: 790, strapMm: 250, reachAtShortestMm: 140, glideStepMm: 6, marks: null } },
      'hardware.longestMm: The longest setting must be longer than the shortest (800 mm).',
    ],
  ])('refuses what contradicts itself: %j', (change, message) => {
    expect(refusal(tieInput.safeParse({ ...TIE, ...change }))).toBe(message);
  });
});

describe('PROBLEMS', () => {
  it('has a status of an error and a sentence for each', () => {
    for (const { status, title } of Object.values(PROBLEMS)) {
      expect(status).toBeGreaterThanOrEqual(400);
      expect(title).toMatch(/^[A-Z].*\.$/);
    }
  });
});

describe('wearerInput', () => {
  const typed = { name: 'Agnes', collar: '', longEnd: 'left' as const };
  it('takes a collar or a bare neck, and refuses neither', () => {
    expect(wearerInput.parse({ ...typed, bareNeckMm: 380 })).toMatchObject({ collar: null, bareNeckMm: 380, dexterity: null });
    expect(refusal(wearerInput.safeParse(typed))).toContain('collar: The collar size is missing.');
    expect(refusal(wearerInput.safeParse({ ...typed, collar: '16 cm', bareNeckMm: 380 }))).toContain('write 16 in');
  });
  it.each([
    [{ bareNeckMm: 16 }, 'bareNeckMm: Bare neck: from 230 mm to 600 mm.'],
    [{ buttonSpacingMm: 9 }, 'buttonSpacingMm: Between buttons: from 40 mm to 160 mm.'],
    [{ takenBy: 'x'.repeat(61) }, 'takenBy: The fitter’s name can have 60 characters at most.'],
  ])('refuses a measure whose unit was mixed up: %j', (change, message) => {
    expect(refusal(wearerInput.safeParse({ ...typed, collar: '16', ...change }))).toBe(message);
  });
});

describe('further widths of a blade', () => {
  it.each([
    [
      { atMm: 30, widthMm: 70 },
      'The width 30 mm from the nose is 70 mm, more than the 65 mm beside it; between nose and belly a blade only widens or only narrows.',
    ],
    [{ atMm: 61, widthMm: 64 }, 'The width 61 mm from the nose lies on or before the line next to it; take it at 60 mm.'],
    [{ atMm: 200, widthMm: 64 }, '200 mm from the nose is off the blade; further widths lie between the nose and the tail, 186 mm out.'],
  ])('are refused with what they contradict: %j', (extra, message) => {
    const refused = tieInput.safeParse({ ...TIE, blade: { ...TIE.blade, extraWidths: [extra] } });
    expect(refusal(refused)).toBe(`blade.extraWidths.0: ${message}`);
  });
});

describe('shopSettingsInput', () => {
  it('takes what a shop starts with, and refuses an evenness nobody can see', () => {
    expect(shopSettingsInput.parse(DEFAULT_SHOP)).toEqual(DEFAULT_SHOP);
    expect(refusal(shopSettingsInput.safeParse({ ...DEFAULT_SHOP, evennessMm: 0 }))).toContain('evennessMm: Even means within: from');
  });
});
