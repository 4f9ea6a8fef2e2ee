import { evaluateCubic, monotoneCubic } from '../geometry/index.ts';
import { curveMonotoneX, line } from 'd3-shape';
import fc from 'fast-check';
import { anyBlade, HALF_SIZE_SLOTS, ROUNDING_MM, WORKED_TIE, between } from '../testing/index.ts';
import {
  bladeFromTape,
  bladeLengthMm,
  calibrateHardware,
  checkBlade,
  facesShown,
  hardwareRange,
  lastStep,
  lengthAtMark,
  naturalSpreadMm,
  readSetting,
  roundToSetting,
  settingAt,
  stepMm,
  tapeFromBlade,
  UNTWISTED,
  waistPositionMm,
  widthAt,
  widthProfile,
  type Hardware,
} from './index.ts';

const SLIDER: Hardware = {
  kind: 'slider',
  shortestMm: 780,
  longestMm: 880,
  strapMm: 250,
  reachAtShortestMm: 140,
  glideStepMm: 6,
  marks: null,
};
const LOOSE_SLOTS: Hardware = { ...HALF_SIZE_SLOTS, marks: null };

describe('monotoneCubic', () => {
  it('agrees with curveMonotoneX of d3-shape, which draws the same curve as Bézier pieces', () => {
    const rising = fc.array(fc.tuple(between(1, 50), between(0, 100)), {
      minLength: 3,
      maxLength: 8,
    });
    fc.assert(
      fc.property(rising, (steps) => {
        let x = 0;
        const points = steps.map(([dx, y]) => [(x += dx), y] as const);
        const curve = monotoneCubic(points);
        for (const { from, control, to } of bezierPieces(points)) {
          for (const t of [0.25, 0.5, 0.75]) {
            const bezier = (1 - t) ** 3 * from[1] + 3 * (1 - t) ** 2 * t * control[0] + 3 * (1 - t) * t * t * control[1] + t ** 3 * to[1];
            expect(evaluateCubic(curve, from[0] + t * (to[0] - from[0]))).toBeCloseTo(bezier, 6);
          }
        }
      }),
    );
  });

  it('satisfies the condition of Fritsch & Carlson (1980): slopes between 0 and three secants', () => {
    const { curve } = widthProfile(WORKED_TIE.blade);
    for (let i = 1; i < curve.x.length; i += 1) {
      const [x0 = 0, x1 = 0] = [curve.x[i - 1], curve.x[i]];
      const secant = ((curve.y[i] ?? 0) - (curve.y[i - 1] ?? 0)) / (x1 - x0);
      for (const slope of [curve.slope[i - 1] ?? 0, curve.slope[i] ?? 0]) {
        if (secant === 0) expect(Math.abs(slope)).toBe(0);
        else expect(slope / secant).toBeGreaterThanOrEqual(0);
        if (secant !== 0) expect(slope / secant).toBeLessThanOrEqual(3);
      }
    }
  });

  it('refuses positions that do not rise, and a single point', () => {
    expect(() =>
      monotoneCubic([
        [0, 1],
        [0, 2],
      ]),
    ).toThrow('must rise strictly');
    expect(() => monotoneCubic([[0, 1]])).toThrow('two points, got 1');
  });
});

describe('widthProfile', () => {
  it('goes through the measured widths', () => {
    const profile = widthProfile(WORKED_TIE.blade);
    for (const [v, width] of [
      [-50, 20],
      [0, 20],
      [62, 65],
      [124, 30],
      [186, 65],
    ] as const)
      expect(widthAt(profile, v)).toBeCloseTo(width, 9);
    expect(widthAt(profile, 186.01)).toBe(0);
  });

  it('is never negative and never leaves the range of two neighbouring measures', () => {
    fc.assert(
      fc.property(anyBlade, between(-0.2, 1.1), (blade, share) => {
        const profile = widthProfile(blade);
        const v = share * bladeLengthMm(blade);
        const width = widthAt(profile, v);
        const [a, waist] = [blade.noseToBellyMm, waistPositionMm(blade)];
        expect(width).toBeGreaterThanOrEqual(0);
        expect(width).toBeLessThanOrEqual(Math.max(blade.bellyWidthMm, blade.tailWidthMm) + ROUNDING_MM);
        if (v >= 0 && v <= a) expect(width).toBeGreaterThanOrEqual(blade.bandWidthMm - ROUNDING_MM);
        if (v >= a && v <= waist) expect(width).toBeGreaterThanOrEqual(blade.waistWidthMm - ROUNDING_MM);
      }),
    );
  });

  it('closes a pointed tip in straight lines and a rounded one in half an ellipse', () => {
    const pointed = widthProfile({ ...WORKED_TIE.blade, tipShape: 'pointed', tipDepthMm: 20 });
    expect(widthAt(pointed, 176)).toBeCloseTo(32.5, 9);
    expect(widthAt(pointed, 186)).toBeCloseTo(0, 9);
    const rounded = widthProfile({ ...WORKED_TIE.blade, tipShape: 'rounded', tipDepthMm: 20 });
    expect(widthAt(rounded, 178)).toBeCloseTo(65 * 0.8, 9);
    expect(widthAt(rounded, 186)).toBeCloseTo(0, 9);
  });

  it('knows the spread a blade is cut for: belly to waist and waist to tip', () => {
    expect(naturalSpreadMm(WORKED_TIE.blade)).toBe(124);
  });
});

describe('checkBlade', () => {
  it('passes blades that can be cut', () => {
    fc.assert(fc.property(anyBlade, (blade) => expect(checkBlade(blade).filter(({ kind }) => kind !== 'tooLarge')).toEqual([])));
  });

  it.each([
    [{ noseToBellyMm: Number.NaN }, 'noseToBellyMm', 'notANumber'],
    [{ bellyToWaistMm: -62 }, 'bellyToWaistMm', 'tooSmall'],
    [{ waistToTipMm: 6200 }, 'waistToTipMm', 'tooLarge'],
    [{ waistWidthMm: 12 }, 'waistWidthMm', 'narrowerThanBand'],
    [{ waistWidthMm: 70 }, 'waistWidthMm', 'widerThanBelly'],
    [{ tipDepthMm: 62, tipShape: 'pointed' as const }, 'tipDepthMm', 'longerThanTail'],
    [{ tipDepthMm: 10 }, 'tipDepthMm', 'depthWithoutTip'],
    [{ tipShape: 'rounded' as const }, 'tipDepthMm', 'tipWithoutDepth'],
  ])('names what %j contradicts', (change, measure, kind) => {
    expect(checkBlade({ ...WORKED_TIE.blade, ...change })).toContainEqual(expect.objectContaining({ measure, kind }));
  });
});

describe('further widths', () => {
  const withExtra = (...extraWidths: { atMm: number; widthMm: number }[]) => ({ ...WORKED_TIE.blade, extraWidths });

  it('are gone through like the named ones, and leave those as they are', () => {
    const profile = widthProfile(withExtra({ atMm: 30, widthMm: 50 }, { atMm: 100, widthMm: 40 }));
    expect([30, 62, 100, 124].map((v) => widthAt(profile, v))).toEqual([50, 65, 40, 30].map((w) => expect.closeTo(w, 9) as number));
    expect(checkBlade(withExtra({ atMm: 30, widthMm: 50 }, { atMm: 100, widthMm: 40 }))).toEqual([]);
  });

  it.each([
    [[{ atMm: 30, widthMm: 70 }], 0, 'notBetween', 65, ['nose', 'belly']],
    [
      [
        { atMm: 30, widthMm: 50 },
        { atMm: 45, widthMm: 40 },
      ],
      1,
      'notBetween',
      50,
      ['nose', 'belly'],
    ],
    [[{ atMm: 150, widthMm: 20 }], 0, 'notBetween', 30, ['waist', 'tail']],
    [[{ atMm: 61, widthMm: 64 }], 0, 'outOfOrder', 60, ['nose', 'belly']],
    [
      [
        { atMm: 40, widthMm: 50 },
        { atMm: 30, widthMm: 45 },
      ],
      1,
      'outOfOrder',
      42,
      ['nose', 'belly'],
    ],
    [[{ atMm: 190, widthMm: 60 }], 0, 'offTheBlade', 186, ['waist', 'tail']],
    [[{ atMm: 30, widthMm: Number.NaN }], 0, 'notANumber', 0, ['nose', 'belly']],
  ] as const)(
    '%j: the one at %d is refused as %s with its limit %d and the lines it lies between',
    (extras, index, kind, limitMm, lines) => {
      expect(checkBlade(withExtra(...extras))).toContainEqual(
        expect.objectContaining({ kind, limitMm, extra: expect.objectContaining({ index, between: lines }) as object }),
      );
    },
  );
});

describe('bladeFromTape', () => {
  it('is undone by laying the tape on the blade again', () => {
    fc.assert(
      fc.property(anyBlade, (blade) => {
        const read = bladeFromTape(tapeFromBlade(blade));
        const { noseToBellyMm, bellyToWaistMm, waistToTipMm } = blade;
        expect(read).toEqual({
          kind: 'lengths',
          lengths: {
            noseToBellyMm: expect.closeTo(noseToBellyMm, 6) as number,
            bellyToWaistMm: expect.closeTo(bellyToWaistMm, 6) as number,
            waistToTipMm,
          },
        });
      }),
    );
  });
  it('names the reading that lies on the wrong side of another', () => {
    expect(bladeFromTape({ tipToWaistMm: 62, tipToBellyMm: 60, tipToNoseMm: 186 })).toMatchObject({
      kind: 'outOfOrder',
      reading: 'tipToBellyMm',
      mustExceed: 'tipToWaistMm',
      limitMm: 62,
    });
    expect(bladeFromTape({ tipToWaistMm: 62, tipToBellyMm: 124, tipToNoseMm: 124 })).toMatchObject({
      reading: 'tipToNoseMm',
      limitMm: 124,
    });
  });
});

describe('facesShown', () => {
  const outer = { frontLoop: 'outer', frontFlatEnd: 'outer', knot: 'outer', backLoop: 'outer', backFlatEnd: 'outer' };
  it('shows the outer face everywhere when it is tied flat (common practice, no source: the right side is seen)', () => {
    expect(facesShown(UNTWISTED)).toEqual(outer);
  });
  it('changes with each turn only what lies beyond it on the strip', () => {
    expect(facesShown({ ...UNTWISTED, frontTurned: true })).toEqual({ ...outer, frontLoop: 'inner', frontFlatEnd: 'inner' });
    expect(facesShown({ ...UNTWISTED, dropTurned: true })).toEqual({ ...outer, knot: 'inner', backLoop: 'inner', backFlatEnd: 'inner' });
    expect(facesShown({ ...UNTWISTED, backTurned: true })).toEqual({ ...outer, backLoop: 'inner', backFlatEnd: 'inner' });
    expect(facesShown({ ...UNTWISTED, dropTurned: true, backTurned: true })).toEqual({ ...outer, knot: 'inner' });
    expect(facesShown({ ...UNTWISTED, backTail: 'behind' })).toEqual({ ...outer, backLoop: 'inner' });
  });
});

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
    expect(() => settingAt(HALF_SIZE_SLOTS, 9)).toThrow('step 9 is not one of 0 to 8');
    expect(() => settingAt(HALF_SIZE_SLOTS, 1.5)).toThrow(RangeError);
  });
});

describe('readSetting', () => {
  const stepOf = (hardware: Hardware, text: string): number | string => {
    const read = readSetting(hardware, text, 'in');
    return read.kind === 'setting' ? read.setting.step : read.kind;
  };
  it('reads a printed mark, a slot number, a glide', () => {
    expect(stepOf(HALF_SIZE_SLOTS, '15 1/2')).toBe(3);
    expect(stepOf(LOOSE_SLOTS, '5')).toBe(4);
    expect(stepOf(SLIDER, '36 mm')).toBe(1);
  });
  it('refuses what the band does not have, with what it has', () => {
    expect(readSetting(HALF_SIZE_SLOTS, '15 3/4', 'in')).toMatchObject({ kind: 'between', below: { step: 3 }, above: { step: 4 } });
    expect(readSetting(HALF_SIZE_SLOTS, '19', 'in')).toMatchObject({ kind: 'beyond', shortest: { step: 0 }, longest: { step: 8 } });
    expect(stepOf(HALF_SIZE_SLOTS, '41')).toBe('otherSystem');
    expect(stepOf(HALF_SIZE_SLOTS, 'wide')).toBe('unreadable');
    expect(stepOf(LOOSE_SLOTS, '0')).toBe('beyond');
    expect(stepOf({ kind: 'fixed', lengthMm: 800 }, '16')).toBe('fixed');
  });
});

interface Piece {
  readonly from: readonly [number, number];
  readonly control: readonly [number, number];
  readonly to: readonly [number, number];
}

/** The Bézier pieces that d3-shape draws through points: heights of the two inner control points. */
function bezierPieces(points: readonly (readonly [number, number])[]): Piece[] {
  const path = line().curve(curveMonotoneX).digits(12)(points.map(([x, y]) => [x, y])) ?? '';
  const [start = '', ...curves] = path.split('C');
  const numbers = (text: string): number[] => text.replace('M', '').split(',').map(Number);
  let from = numbers(start) as [number, number];
  return curves.map((curve) => {
    const [, y1 = 0, , y2 = 0, x = 0, y = 0] = numbers(curve);
    const piece: Piece = { from, control: [y1, y2], to: [x, y] };
    from = [x, y];
    return piece;
  });
}
