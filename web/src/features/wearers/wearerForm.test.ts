import { wearerInput, type Wearer } from '@easytuck/contract';
import { EMPTY_WEARER, readWearerForm, toWearerForm, type WearerForm } from './wearerForm.ts';
import { measureValueWords } from './measureWords.ts';

const TYPED: WearerForm = { ...EMPTY_WEARER, name: 'Agnes Lockyer-Bright', collar: '15 3/4' };
const length = (lengthMm: number): string => `${lengthMm} mm`;

describe('readWearerForm', () => {
  it('reads lengths in the shop’s unit, or in the one that is written; what is empty was not measured', () => {
    const { input } = readWearerForm({ ...TYPED, bareNeckMm: '15 1/4', faceWidthMm: '142 mm', dexterity: 'learning' }, 'in');
    expect(input).toMatchObject({ bareNeckMm: 15.25 * 25.4, faceWidthMm: 142, neckBreadthMm: null, dexterity: 'learning', finish: null });
  });
  it('takes a neck without a collar, and refuses neither', () => {
    expect(readWearerForm({ ...TYPED, collar: '', bareNeckMm: '38 cm' }, 'in').errors).toEqual({});
    expect(readWearerForm({ ...TYPED, collar: '' }, 'in').errors.collar).toContain('missing');
  });
  it.each([
    [{ collar: '16 cm' }, 'collar', 'write 16 in'],
    [{ bareNeckMm: '16' }, 'bareNeckMm', 'out of range'],
    [{ easeMm: '-1' }, 'easeMm', 'negative'],
    [{ name: ' ' }, 'name', 'missing'],
  ] as const)('puts each refusal at its field: %j', (change, field, message) => {
    expect(readWearerForm({ ...TYPED, ...change }, 'cm').errors[field]).toContain(message);
  });
  it('is the same after it was saved and opened again, to the last digit; a proposed collar is left to be read off a shirt', () => {
    const data = wearerInput.parse(readWearerForm({ ...TYPED, neckBreadthMm: '5 3/8', easeMm: '1/4' }, 'in').input);
    const kept = {
      ...data,
      id: 'x',
      collarEstimated: false,
      mergedInto: null,
      awayAt: null,
      version: 1,
      createdAt: '',
      updatedAt: '',
      seenAt: '',
    } as Wearer;
    expect(readWearerForm(toWearerForm(kept, 'cm'), 'cm').input).toMatchObject({
      neckBreadthMm: data.neckBreadthMm,
      easeMm: data.easeMm,
      collar: '15 3/4',
    });
    expect(toWearerForm({ ...kept, collarEstimated: true }, 'in').collar).toBe('');
  });
});

describe('measureValueWords', () => {
  const taken = { id: 'x', takenAt: '', takenBy: '' };
  it('writes lengths, collars, choices, and what was taken back', () => {
    expect(measureValueWords({ ...taken, kind: 'bareNeckMm', value: 394 }, length)).toBe('394 mm');
    expect(measureValueWords({ ...taken, kind: 'collar', value: { text: '41', system: 'cm', label: 41 } }, length)).toBe('41 cm');
    expect(measureValueWords({ ...taken, kind: 'dexterity', value: 'needsHelp' }, length)).toBe('somebody else ties');
    expect(measureValueWords({ ...taken, kind: 'longEnd', value: 'left' }, length)).toBe('left');
    expect(measureValueWords({ ...taken, kind: 'easeMm', value: null }, length)).toBe('removed');
  });
});
