import type { CollarSize, CollarSystem } from './collarSize.ts';
import { MM_PER_UNIT } from './lengthUnit.ts';

/** Inch label and centimetre label that shirt makers print for one size. */
export type CollarChartRow = readonly [inches: number, centimetres: number];

/**
 * The size chart printed by shirt makers (widely published; from memory). It is a chart of labels, not a conversion:
 * 16 in measures 40.6 cm but is sold as 41.
 */
export const COLLAR_CHART: readonly CollarChartRow[] = [
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
];

/** A label in another system, and how it was found. */
export interface TranslatedCollar {
  readonly collar: CollarSize;
  /** `same`: nothing to translate. `chart`: read off, or between two rows of, the chart. `length`: beyond the chart, by girth from its last row. */
  readonly by: 'same' | 'chart' | 'length';
}

/**
 * The label a shirt of this size bears in `system`. The answer says how it was found, so that nobody is converted silently.
 * Beyond the chart's ends sizes go on from its last row by girth, 2.54 cm to the inch: labels rise without a jump, and
 * there and back is the same label.
 */
export function translateCollar(collar: CollarSize, system: CollarSystem): TranslatedCollar {
  if (collar.system === system) return { collar, by: 'same' };
  const [from, to] = collar.system === 'in' ? ([0, 1] as const) : ([1, 0] as const);
  const { label } = collar;
  for (let i = 1; i < COLLAR_CHART.length; i += 1) {
    const lower = rowAt(i - 1);
    const upper = rowAt(i);
    if (label < lower[from] || label > upper[from]) continue;
    const ratio = (label - lower[from]) / (upper[from] - lower[from]);
    return { collar: { system, label: lower[to] + ratio * (upper[to] - lower[to]) }, by: 'chart' };
  }
  const end = label < rowAt(0)[from] ? rowAt(0) : rowAt(COLLAR_CHART.length - 1);
  return { collar: { system, label: end[to] + ((label - end[from]) * MM_PER_UNIT[collar.system]) / MM_PER_UNIT[system] }, by: 'length' };
}

function rowAt(index: number): CollarChartRow {
  const row = COLLAR_CHART[index];
  if (!row) throw new RangeError(`the collar chart has no row ${index}`);
  return row;
}
