import {
  calibrateHardware,
  type Hardware,
  hardwareRange,
  lastStep,
  lengthAtMark,
  readSetting,
  roundToSetting,
  settingAt,
  stepMm,
} from './index.ts';
import { LOOSE_SLOTS, SLIDER } from './testing.ts';
import { HALF_SIZE_SLOTS } from '../testing/index.ts';

describe('hardware', () => {
  it('moves slots and buttons by their pitch', () => {
    expect(settingAt(HALF_SIZE_SLOTS, 5).lengthMm - settingAt(HALF_SIZE_SLOTS, 4).lengthMm).toBeCloseTo(12.7, 9);
    expect(hardwareRange(HALF_SIZE_SLOTS)).toEqual({ shortestMm: 791.5, longestMm: expect.closeTo(893.1, 9) as number });
  });

  it('moves a slider by half of what the glide moves, the strap being doubled through the ring', () => {
    const glideOf = (step: number): number => {
      const { position } = settingAt(SLIDER, step);
      return position.kind === 'glide' ? position.fromSewnEndMm : Number.NaN;
    };
    expect(stepMm(SLIDER)).toBe(3);
    expect(glideOf(1) - glideOf(0)).toBeCloseTo(6, 9);
    // reach 140, return 110 of a strap of 250: the glide stands at 30
    expect(glideOf(0)).toBeCloseTo(30, 9);
  });

  it('calibrates all marks by one tape reading at one mark', () => {
    const read = calibrateHardware(HALF_SIZE_SLOTS, 4, 850);
    expect(settingAt(read, 4).lengthMm).toBeCloseTo(850, 9);
    expect(settingAt(read, 0).lengthMm).toBeCloseTo(850 - 4 * 12.7, 9);
    expect(settingAt(read, 4).position).toEqual(settingAt(HALF_SIZE_SLOTS, 4).position);
    expect(calibrateHardware(SLIDER, 10, 800)).toMatchObject({ shortestMm: 770, longestMm: 870 });
    expect(calibrateHardware({ kind: 'fixed', lengthMm: 800 }, 0, 803)).toEqual({ kind: 'fixed', lengthMm: 803 });
  });

  it('prints collar sizes: a mark is a length', () => {
    expect(lengthAtMark(HALF_SIZE_SLOTS, { system: 'in', label: 16 })).toBeCloseTo(842.3, 9);
    expect(lengthAtMark(HALF_SIZE_SLOTS, { system: 'cm', label: 41 })).toBeNull();
    expect(lengthAtMark(LOOSE_SLOTS, { system: 'in', label: 16 })).toBeNull();
  });

  it('rounds to the nearest setting with both neighbours', () => {
    const rounded = roundToSetting(HALF_SIZE_SLOTS, 840);
    expect([rounded.below?.step, rounded.nearest.step, rounded.above?.step, rounded.beyondMm]).toEqual([3, 4, 5, 0]);
  });

  it('takes the longer of two that are equally near', () => {
    expect(roundToSetting(HALF_SIZE_SLOTS, 842.3 + 6.35).nearest.step).toBe(5);
  });

  it('says how far a wanted length is past the end, and never clamps silently', () => {
    expect(roundToSetting(HALF_SIZE_SLOTS, 920)).toMatchObject({
      nearest: { step: 8 },
      above: null,
      beyondMm: expect.closeTo(26.9, 9) as number,
    });
    expect(roundToSetting(HALF_SIZE_SLOTS, 700)).toMatchObject({
      nearest: { step: 0 },
      below: null,
      beyondMm: expect.closeTo(-91.5, 9) as number,
    });
  });

  it('offers the longest of a slider whose range is no whole number of steps, and counts the excess from it', () => {
    // steps of 3 mm from 740: 740, 743, 746, 749, and 751 where it is pushed home
    const short: Hardware = { ...SLIDER, shortestMm: 740, longestMm: 751 };
    expect(Array.from({ length: lastStep(short) + 1 }, (_, step) => settingAt(short, step).lengthMm)).toEqual([740, 743, 746, 749, 751]);
    expect(roundToSetting(short, 752)).toMatchObject({ nearest: { lengthMm: 751 }, above: null, beyondMm: 0 });
    expect(roundToSetting(short, 755)).toMatchObject({ nearest: { lengthMm: 751 }, beyondMm: 4 });
    expect([749.4, 750, 750.6].map((mm) => roundToSetting(short, mm).nearest.lengthMm)).toEqual([749, 751, 751]);
    const { position } = settingAt(short, 4);
    expect(position).toEqual({ kind: 'glide', fromSewnEndMm: 52 });
    expect(readSetting(short, '52 mm', 'mm')).toMatchObject({ kind: 'setting', setting: { step: 4 } });
  });

  it('has settings within its range only', () => {
    expect(lastStep(HALF_SIZE_SLOTS)).toBe(8);
    expect(lastStep({ kind: 'fixed', lengthMm: 800 })).toBe(0);
    expect(lastStep({ ...HALF_SIZE_SLOTS, stepCount: 1 })).toBe(0);
    expect(() => settingAt(HALF_SIZE_SLOTS, 9)).toThrow('step 9 is not one of 0 to 8');
    expect(() => settingAt(HALF_SIZE_SLOTS, 1.5)).toThrow(RangeError);
  });
});
