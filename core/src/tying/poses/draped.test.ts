import { choreograph, pointOf } from '../index.ts';
import { keyPose, MAIN, MEASURES, WORKED } from '../testing.ts';

describe('the drape', () => {
  it('hangs the long end lower by the lead, on its own side', () => {
    for (const longEnd of ['left', 'right'] as const) {
      const pose = keyPose(choreograph(MEASURES, longEnd), 'leadSet');
      const [shortTip, longTip] = [pointOf(pose.centreMm, 0), pointOf(pose.centreMm, pose.nodeCount - 1)];
      expect(Math.abs(shortTip.y - longTip.y - MEASURES.leadMm)).toBeLessThan(0.5);
      expect(Math.sign(longTip.x)).toBe(longEnd === 'left' ? 1 : -1);
    }
  });

  it('hangs the nose where a hang check looks for it: between the second and the third shirt button (common practice, no source)', () => {
    const pose = keyPose(MAIN, 'draped');
    const nose = Math.round(WORKED.profile.bladeLengthMm / pose.spacingMm);
    const { y } = pointOf(pose.centreMm, nose);
    expect(y).toBeLessThan(-65);
    expect(y).toBeGreaterThan(-155);
  });
});
