import { TYING_WAYS } from './ways.ts';
import { choreograph, poseAt, poseStep, writheOf, type Pose } from './index.ts';
import { MAIN, MEASURES, ownSteps } from './testing.ts';

/** Moments between each two frames' steps; finer than any strand moves past another. */
const MOMENTS = 24;

describe('strands', () => {
  /** Passing through another strand changes the writhe by 2 at once; led about it changes by less between two moments. */
  const JUMP = 1.4;

  it.each(TYING_WAYS)('never jump through one another, tied %s', (way) => {
    const choreography = choreograph(MEASURES, 'left', way);
    const jumps: string[] = [];
    // the ways share most of their steps: those are gone through once
    const steps = ownSteps(choreography);
    for (const step of steps) {
      let before: number | null = null;
      for (let i = 0; i <= MOMENTS; i += 1) {
        const { pose, knotAt } = poseStep(choreography, step, i / MOMENTS);
        const now = writheOf(pose, knotAt);
        if (before !== null && Math.abs(now - before) > JUMP) jumps.push(`${step.step} at ${i}/${MOMENTS}: ${before} to ${now}`);
        before = now;
      }
    }
    expect(steps.length).toBeGreaterThan(0);
    expect(jumps).toEqual([]);
  });

  it('would be told by the writhe: it changes by 2 where one strand is pulled through another', () => {
    const crossed = (z: number): Pose => {
      const centreMm = new Float32Array(3 * 42);
      for (let node = 0; node < 21; node += 1) centreMm.set([(node - 10) * 10, 0, 0], 3 * node);
      for (let node = 21; node < 42; node += 1) centreMm.set([0, (node - 31.5) * 10, z], 3 * node);
      return { ...poseAt(MAIN, 0).pose, nodeCount: 42, centreMm };
    };
    const [over, under] = [0.5, -0.5].map((z) => writheOf(crossed(z), { x: 0, y: 0, z: 0 }));
    expect(Math.abs((over ?? 0) - (under ?? 0))).toBeGreaterThan(JUMP);
  });
});
