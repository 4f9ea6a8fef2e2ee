import { estimateCollar } from './index.ts';
import { inchesToMm } from '../units/index.ts';

describe('estimateCollar', () => {
  it.each([
    [inchesToMm(15.5), 'in', 16],
    [inchesToMm(15.2), 'in', 15.5],
    [395, 'cm', 41],
    [365, 'cm', 38],
  ] as const)(
    'proposes for a bare neck of %d mm the %s size %d: half an inch over it (common practice, no source)',
    (neckMm, system, label) => {
      expect(estimateCollar(neckMm, system)).toEqual({ system, label });
    },
  );
});
