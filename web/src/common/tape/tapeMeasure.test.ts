import { readingText, takeReading, type TapeFaults } from './tapeMeasure.ts';

const SOUND: TapeFaults = { jitters: false, wrongUnit: false, dropsOut: false };
const middle = (): number => 0.5;

describe('takeReading', () => {
  it('sends the length in its unit, as finely as such a tape shows', () => {
    expect(takeReading(406.4, 'in', SOUND, middle)).toEqual({ value: 16, unit: 'in' });
    expect(takeReading(406.44, 'cm', SOUND, middle)).toEqual({ value: 40.6, unit: 'cm' });
    expect(takeReading(406.44, 'mm', SOUND, middle)).toEqual({ value: 406, unit: 'mm' });
    expect(readingText({ value: 40.6, unit: 'cm' })).toBe('40.6 cm');
  });
  it('jitters by no more than four millimetres either way', () => {
    const faults = { ...SOUND, jitters: true };
    expect(takeReading(400, 'mm', faults, () => 0)?.value).toBe(396);
    expect(takeReading(400, 'mm', faults, () => 1)?.value).toBe(404);
    expect(takeReading(1, 'mm', faults, () => 0)?.value).toBe(0);
  });
  it('names another unit than it reads in where its switch stands wrong', () => {
    expect(takeReading(406.4, 'in', { ...SOUND, wrongUnit: true }, middle)).toEqual({ value: 16, unit: 'cm' });
    expect(takeReading(406.4, 'cm', { ...SOUND, wrongUnit: true }, middle)).toEqual({ value: 40.6, unit: 'in' });
  });
  it('loses readings where it drops out', () => {
    const faults = { ...SOUND, dropsOut: true };
    expect(takeReading(400, 'mm', faults, () => 0.4)).toBeNull();
    expect(takeReading(400, 'mm', faults, () => 0.6)).not.toBeNull();
  });
});
