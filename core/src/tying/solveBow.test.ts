import { UNTIED as WORKED_TIE } from '../testing/index.ts';
import { atFolds, choreograph, soundFolds } from './index.ts';
import { DOZEN, finishedPose, MAIN, MEASURES, print, TOLERANCE } from './testing.ts';

let worstHalfWidthMm = 0;
afterAll(() => print(`worst half-width off the fit ${worstHalfWidthMm.toFixed(2)} mm`));

describe('the finished bow', () => {
  it.each(DOZEN)('has the half-widths that the fit predicts, on %s', (_name, measures) => {
    for (const longEnd of ['left', 'right'] as const) {
      const pose = finishedPose(choreograph(measures, longEnd));
      const { shortNode, longNode } = atFolds(pose);
      const reach = (node: number): number => Math.hypot(pose.centreMm[3 * node] ?? 0, pose.centreMm[3 * node + 1] ?? 0);
      const pairs = [
        [reach(shortNode), measures.front.loopMm],
        [reach(0), measures.front.flatEndMm],
        [reach(longNode), measures.back.loopMm],
        [reach(pose.nodeCount - 1), measures.back.flatEndMm],
      ] as const;
      for (const [seen, predicted] of pairs) {
        worstHalfWidthMm = Math.max(worstHalfWidthMm, Math.abs(seen - predicted));
        expect(Math.abs(seen - predicted)).toBeLessThan(TOLERANCE.halfWidthMm);
      }
    }
  });

  it('has its front loop and its back flat end opposite to where the long end started', () => {
    for (const longEnd of ['left', 'right'] as const) {
      const pose = finishedPose(choreograph(MEASURES, longEnd));
      const { shortNode, longNode } = atFolds(pose);
      const own = longEnd === 'left' ? 1 : -1;
      expect(Math.sign(pose.centreMm[3 * shortNode] ?? 0)).toBe(-own);
      expect(Math.sign(pose.centreMm[0] ?? 0)).toBe(own);
      expect(Math.sign(pose.centreMm[3 * longNode] ?? 0)).toBe(own);
      expect(Math.sign(pose.centreMm[3 * (pose.nodeCount - 1)] ?? 0)).toBe(-own);
      expect(soundFolds(longEnd).frontLoop).toBe(longEnd === 'left' ? 'right' : 'left');
    }
  });

  it('has its waist in the knot and its belly at the folds where the set is natural', () => {
    const pose = finishedPose(MAIN);
    const fromTip = (node: number): number => Math.min(node, pose.nodeCount - 1 - node) * pose.spacingMm;
    const { shortNode, longNode } = atFolds(pose);
    const belly = WORKED_TIE.blade.bellyToWaistMm + WORKED_TIE.blade.waistToTipMm;
    expect(Math.abs(fromTip(shortNode) - belly)).toBeLessThan(4);
    expect(Math.abs(fromTip(longNode) - belly)).toBeLessThan(4);
  });
});
