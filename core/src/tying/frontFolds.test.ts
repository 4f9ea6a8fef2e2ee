import { bodyParts, choreograph, frontFolds, movementsOf, ON_LEG, poseStep } from './index.ts';
import { pointOf, type Pose } from './pose.ts';
import { DOZEN, MEASURES } from './testing.ts';

/** Middle of the cloth's depth in a window of the short blade beside the knot, by whether it is on its way out or comes back. In mm. */
function layersBeside(pose: Pose, bladeMm: number, side: 1 | -1): { readonly out: number; readonly back: number } {
  const depths = { out: [] as number[], back: [] as number[] };
  // the short end's nodes are counted from its tip
  for (let node = 0; node * pose.spacingMm < bladeMm; node += 1) {
    const [at, before] = [pointOf(pose.centreMm, node), pointOf(pose.centreMm, node + 1)];
    const beside = side * at.x;
    if (beside < 18 || beside > 34 || Math.abs(at.y) > 12) continue;
    // from the knot towards the tip
    depths[side * (at.x - before.x) > 0 ? 'out' : 'back'].push(at.z);
  }
  const middle = (of: readonly number[]): number => of.reduce((sum, z) => sum + z, 0) / of.length;
  return { out: middle(depths.out), back: middle(depths.back) };
}

describe('the front bow', () => {
  it.each(DOZEN)('comes back in front of its loop where it is right, and behind it where it is wrong, on %s', (_name, m) => {
    for (const [longEnd, loopSide] of [
      ['left', -1],
      ['right', 1],
    ] as const) {
      const { correct, wrong } = frontFolds(m, longEnd, 2);
      const [sound, unsound] = [correct, wrong].map(({ pose }) => layersBeside(pose, m.tie.profile.bladeLengthMm, loopSide));
      if (!sound || !unsound) throw new Error('two folds');
      expect(sound.back - sound.out).toBeGreaterThan(1);
      expect(unsound.out - unsound.back).toBeGreaterThan(1);
    }
  });

  it('is the step of the way where it is right', () => {
    const choreography = choreograph(MEASURES, 'left', 'main');
    const step = choreography.steps.find((each) => each.step === 'frontBow');
    if (!step) throw new Error('no such step');
    const [shown, pose] = [frontFolds(MEASURES, 'left', 2).correct.pose, poseStep(choreography, step, 1, 2).pose];
    let worst = 0;
    shown.centreMm.forEach((value, k) => (worst = Math.max(worst, Math.abs(value - (pose.centreMm[k] ?? Infinity)))));
    expect(worst).toBeLessThan(0.01);
  });
});

describe('a leg', () => {
  const onLeg = { ...MEASURES, collar: ON_LEG };

  it('is all that is drawn of the body, and the band lies on it', () => {
    const parts = bodyParts(onLeg.collarRadiusMm, 0, ON_LEG);
    expect(parts.map(({ name }) => name)).toEqual(['leg']);
    const radiusAt = (y: number): number => {
      const points = Array.from(parts[0]?.pointsMm ?? []);
      const rows = points.flatMap((value, k) => (k % 3 === 1 && Math.abs(value - y) < 16 ? [k] : []));
      return Math.max(...rows.map((k) => Math.hypot(points[k - 1] ?? 0, (points[k + 1] ?? 0) + onLeg.collarRadiusMm)));
    };
    // as thick as the collar where the tie lies, thicker towards the hip
    expect(radiusAt(0)).toBeCloseTo(onLeg.collarRadiusMm - 1, 0);
    expect(radiusAt(-250)).toBeGreaterThan(radiusAt(0) + 8);
    const choreography = choreograph(onLeg, 'left', 'main');
    for (const [index, step] of choreography.steps.entries()) {
      const { pose } = poseStep(choreography, step, 1);
      for (let node = 0; node < pose.nodeCount; node += 1) {
        const at = pointOf(pose.centreMm, node);
        if (Math.abs(at.y) > 15) continue;
        expect([index, node, Math.hypot(at.x, at.z + onLeg.collarRadiusMm) > onLeg.collarRadiusMm - 1.5]).toEqual([index, node, true]);
      }
    }
  });

  it('has no leaf that is turned', () => {
    const choreography = choreograph(onLeg, 'left', 'main');
    expect(movementsOf(choreography, choreography.steps.length - 1)).toEqual([]);
  });
});
