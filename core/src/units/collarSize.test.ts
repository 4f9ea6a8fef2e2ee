import {
  COLLAR_CHART,
  COLLAR_RANGE,
  collarGirthMm,
  doubtedCollar,
  formatCollarSize,
  likelyCollars,
  parseCollarSize,
  translateCollar,
} from './index.ts';

describe('collar sizes', () => {
  it.each(['15 3/4', '15¾', '15.75', '15-3/4', '15¾ in'])('reads %s as a label in inches', (text) => {
    expect(parseCollarSize(text)).toEqual({ kind: 'collar', collar: { system: 'in', label: 15.75 } });
  });

  it('reads centimetres with and without the unit, and millimetres as centimetres', () => {
    for (const text of ['40', '40 cm', '400 mm'])
      expect(parseCollarSize(text)).toEqual({ kind: 'collar', collar: { system: 'cm', label: 40 } });
  });

  it('refuses a mixed-up unit with the likely one, and never swaps it', () => {
    expect(parseCollarSize('16 cm')).toEqual({ kind: 'wrongUnit', written: 'cm', likely: 'in', value: 16 });
    expect(parseCollarSize('40 in')).toEqual({ kind: 'wrongUnit', written: 'in', likely: 'cm', value: 40 });
  });

  it('reads 406 as millimetres of girth, since it can be nothing else', () => {
    expect(parseCollarSize('406')).toEqual({ kind: 'collar', collar: { system: 'cm', label: 40.6 } });
  });

  it('takes the first of two labels on one shirt where the size chart puts them together', () => {
    const sixteen = { kind: 'collar', collar: { system: 'in', label: 16 } };
    for (const text of ['16 (41)', '16/41', '16 in (41 cm)', '16 (40.5)']) expect(parseCollarSize(text)).toEqual(sixteen);
    expect(parseCollarSize('41 (16)')).toEqual({ kind: 'collar', collar: { system: 'cm', label: 41 } });
    expect(parseCollarSize('16 (44)')).toMatchObject({ kind: 'twoSizes', first: { label: 16 }, second: { label: 44 } });
  });

  // labels as shirts bear them (common practice, no source)
  it.each([
    ['15 1/2 34', 15.5, '34'],
    ['15½ 34/35', 15.5, '34/35'],
    ['15 34/35', 15, '34/35'],
    // nobody labels a collar in thirty-seconds of an inch
    ['15 31/32', 15, '31/32'],
    ['16 x 33', 16, '33'],
    ['15.5-34', 15.5, '34'],
    ['16/34', 16, '34'],
    ['16 1/2 / 34-35', 16.5, '34-35'],
  ])('tells the collar of %s from its sleeve', (text, label, sleeve) => {
    const reading = parseCollarSize(text);
    expect(reading).toEqual({ kind: 'withSleeve', collar: { system: 'in', label }, sleeve });
    expect(likelyCollars(reading)).toEqual([{ system: 'in', label }]);
  });

  it.each(['15 3/4', '14/36', '16 (41)', '16', '39 34', '15 1/2 44', '15 1/2 35/34'])('sees no sleeve in %s', (text) => {
    expect(parseCollarSize(text).kind).not.toBe('withSleeve');
  });

  it.each(['38/39', '38-39', '38 – 39 cm', 'M (38/39)'])('asks which of the two sizes of %s is meant', (text) => {
    const sizes = [38, 39].map((label) => ({ system: 'cm', label }));
    expect(parseCollarSize(text)).toEqual({ kind: 'twoSizes', first: sizes[0], second: sizes[1] });
    expect(likelyCollars(parseCollarSize(text))).toEqual(sizes);
  });

  it.each(['M', 'xl', 'XXL', '2XL', 'medium', 'X-Large', 's'])('knows %s as a size of clothing', (text) => {
    expect(parseCollarSize(text)).toEqual({ kind: 'letterSize', letters: text.toUpperCase() });
    expect(likelyCollars(parseCollarSize(text))).toEqual([]);
  });

  it.each(['M 39', 'L (39)', 'XL: 39'])('passes over the letters of %s', (text) => {
    expect(parseCollarSize(text)).toEqual({ kind: 'collar', collar: { system: 'cm', label: 39 } });
  });

  it('never proposes inches for millimetres', () => {
    expect(parseCollarSize('155 mm')).toEqual({ kind: 'outOfRange', value: 155, unit: 'mm' });
  });

  it('doubts a size that nobody keeps and that reads backwards as an ordinary one', () => {
    expect(doubtedCollar({ system: 'cm', label: 61 })).toEqual({ system: 'in', label: 16 });
    expect(doubtedCollar({ system: 'cm', label: 51 })).toBeNull();
    expect(doubtedCollar({ system: 'cm', label: 57 })).toBeNull();
    expect(doubtedCollar({ system: 'in', label: 16 })).toBeNull();
  });

  it.each(['0', '5', '24 1/2', '200', '900 cm'])('refuses %s as no collar', (text) => {
    expect(parseCollarSize(text).kind).toBe('outOfRange');
  });

  it('keeps labels and lengths apart: 16 in is 406.4 mm round, 41 cm is 410 mm', () => {
    expect(collarGirthMm({ system: 'in', label: 16 })).toBeCloseTo(406.4, 9);
    expect(collarGirthMm({ system: 'cm', label: 41 })).toBe(410);
    expect(formatCollarSize({ system: 'in', label: 15.75 })).toBe('15\u202f3⁄4 in');
  });

  // The chart that shirt makers publish; from memory.
  it.each([
    [14, 36],
    [14.5, 37],
    [15, 38],
    [15.5, 39],
    [15.75, 40],
    [16, 41],
    [16.5, 42],
    [17, 43],
    [17.5, 44],
    [18, 45],
  ])('reads %d in as %d cm off the size chart, both ways', (inches, centimetres) => {
    expect(translateCollar({ system: 'in', label: inches }, 'cm')).toEqual({ collar: { system: 'cm', label: centimetres }, by: 'chart' });
    expect(translateCollar({ system: 'cm', label: centimetres }, 'in')).toEqual({ collar: { system: 'in', label: inches }, by: 'chart' });
  });

  it('holds a chart that is no conversion: every row is off by 1 to 10 mm', () => {
    for (const [inches, centimetres] of COLLAR_CHART) {
      const offMm = centimetres * 10 - inches * 25.4;
      expect(offMm).toBeGreaterThan(-13);
      expect(offMm).toBeLessThan(5);
      expect(offMm).not.toBe(0);
    }
  });

  it('reads between rows, and goes on by girth from the last row beyond the chart', () => {
    expect(translateCollar({ system: 'in', label: 15.25 }, 'cm')).toEqual({ collar: { system: 'cm', label: 38.5 }, by: 'chart' });
    // two inches over 18 (45) are 5.08 cm; an inch under 14 (36) is 2.54
    expect(translateCollar({ system: 'in', label: 20 }, 'cm')).toEqual({ collar: { system: 'cm', label: closeTo(50.08) }, by: 'length' });
    expect(translateCollar({ system: 'in', label: 13 }, 'cm')).toEqual({ collar: { system: 'cm', label: closeTo(33.46) }, by: 'length' });
    expect(translateCollar({ system: 'in', label: 16 }, 'in').by).toBe('same');
  });

  it.each(['in', 'cm'] as const)('rises everywhere from %s, without a jump, and comes back to the same label', (system) => {
    const { min, max } = COLLAR_RANGE[system];
    const other = system === 'in' ? 'cm' : 'in';
    const step = (max - min) / 1000;
    // the steepest row of the chart: a quarter inch for a centimetre
    const steepest = (system === 'in' ? 4 : 0.5) * step;
    let last = translateCollar({ system, label: min }, other).collar.label;
    for (let i = 1; i <= 1000; i += 1) {
      const label = min + i * step;
      const { collar } = translateCollar({ system, label }, other);
      expect(collar.label).toBeGreaterThan(last);
      expect(collar.label - last).toBeLessThan(steepest + 1e-9);
      expect(translateCollar(collar, system).collar.label).toBeCloseTo(label, 9);
      last = collar.label;
    }
  });
});

const closeTo = (value: number): number => expect.closeTo(value, 9) as number;
