import fc from 'fast-check';
import { bladeFromTape, tapeFromBlade } from './index.ts';
import { anyBlade } from '../testing/index.ts';

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
