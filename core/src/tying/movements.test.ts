import { distance, type Point3 } from '../geometry/index.ts';
import { choreograph, poseStep, TYING_WAYS, type TyingStep } from './index.ts';
import { movementsOf } from './movements.ts';
import { DOZEN, MEASURES } from './testing.ts';
import { pointOf, type Pose } from './pose.ts';

/** Steps in which the cloth lies still, or only turns where it is. */
const STILL: readonly TyingStep[] = ['setBand', 'balance', 'takeIn'];
/** Nodes of the coarse strip are so far apart at the most, in mm. */
const NODES_MM = 4.5;

/** Shares of a step at which the strip is looked at. */
const SHARES = Array.from({ length: 51 }, (_, k) => k / 50);

const offStrip = (point: Point3, pose: Pose): number =>
  Array.from({ length: pose.nodeCount }, (_, node) => distance(point, pointOf(pose.centreMm, node))).reduce((a, b) => Math.min(a, b));

const pathsOf = (name: TyingStep, longEnd: 'left' | 'right' = 'left') => {
  const choreography = choreograph(MEASURES, longEnd, 'main');
  return movementsOf(
    choreography,
    choreography.steps.findIndex(({ step }) => step === name),
  );
};

describe('the path of a movement', () => {
  it('is there for each step that moves cloth, in every way and for several ties, and lies on the cloth where it begins', () => {
    for (const way of TYING_WAYS)
      for (const [name, m] of DOZEN.slice(0, way === 'main' ? 4 : 1)) {
        const choreography = choreograph(m, 'left', way);
        choreography.steps.forEach((step, k) => {
          const paths = movementsOf(choreography, k);
          const poses = step.step === 'collarDown' ? [] : SHARES.map((share) => poseStep(choreography, step, share, 4).pose);
          // (with no lead both ends hang level already)
          const isStill = STILL.includes(step.step) || (step.step === 'lead' && Math.abs(m.leadMm) < 1);
          expect([way, name, step.step, paths.length > 0]).toEqual([way, name, step.step, !isStill]);
          if (step.step === 'collarDown') return;
          for (const path of paths) {
            expect(Math.min(...poses.map((pose) => offStrip(path[0] ?? { x: 0, y: 0, z: 0 }, pose)))).toBeLessThan(NODES_MM);
            const lengthMm = path.reduce((sum, point, i) => sum + distance(point, path[i - 1] ?? point), 0);
            expect(lengthMm).toBeGreaterThan(25);
          }
        });
      }
  });

  // the words of the steps: the long end goes up behind and out over the top; dropped, it falls in front; the fold goes through to the other side
  it('goes where the words say', () => {
    const [up] = pathsOf('halfKnot');
    expect(Math.max(...(up ?? []).map(({ y }) => y))).toBeGreaterThan((up?.[0]?.y ?? 0) + 40);
    const [down] = pathsOf('drop');
    expect((down?.at(-1)?.y ?? 0) - (down?.[0]?.y ?? 0)).toBeLessThan(-40);
    expect(Math.max(...(down ?? []).map(({ z }) => z))).toBeGreaterThan(20);
    const [through] = pathsOf('backBow');
    expect(through?.at(-1)?.x ?? 0).toBeGreaterThan(30);
    expect(through?.at(-1)?.z ?? 0).toBeLessThan(Math.max(...(through ?? []).map(({ z }) => z)));
    const [back, front] = pathsOf('tighten');
    // each loop is drawn away from the knot on its own side
    expect((back?.at(-1)?.x ?? 0) - (back?.[0]?.x ?? 0)).toBeGreaterThan(10);
    expect((front?.at(-1)?.x ?? 0) - (front?.[0]?.x ?? 0)).toBeLessThan(-10);
    const leaves = pathsOf('collarDown');
    for (const leaf of leaves) expect((leaf.at(-1)?.y ?? 0) - (leaf[0]?.y ?? 0)).toBeLessThan(-10);
  });

  it('is mirrored in the other hand', () => {
    for (const name of ['cross', 'frontBow', 'backBow'] as const) {
      const [left, right] = [pathsOf(name)[0] ?? [], pathsOf(name, 'right')[0] ?? []];
      left.forEach(({ x, y }, k) => {
        expect(right[k]?.x).toBeCloseTo(-x, 3);
        expect(right[k]?.y).toBeCloseTo(y, 3);
      });
    }
  });

  it('is refused for a step that there is not', () => {
    expect(() => movementsOf(choreograph(MEASURES, 'left', 'main'), 99)).toThrow(RangeError);
  });
});
