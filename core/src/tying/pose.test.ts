import { choreograph, clothCrossings, depthInCollar, pointOf, poseAt, poseStrip } from './index.ts';
import { CORE_MM, MAIN, MEASURES, SINGLE_MM, WORKED } from './testing.ts';
import { TYING_WAYS } from './ways.ts';

describe('poses', () => {
  it('are mirror images in the two hands', () => {
    const right = choreograph(MEASURES, 'right');
    for (let time = 0; time < MAIN.steps.length; time += 0.37) {
      const [a, b] = [poseAt(MAIN, time).pose, poseAt(right, time).pose];
      for (let node = 0; node < a.nodeCount; node += 10) {
        const [p, q] = [pointOf(a.centreMm, node), pointOf(b.centreMm, node)];
        expect([p.x, p.y, p.z].map((v) => v + 0)).toEqual([-q.x + 0, q.y, q.z]);
      }
    }
  });

  it('join from step to step without a leap', () => {
    let leap = 0;
    for (const way of TYING_WAYS) {
      const choreography = choreograph(MEASURES, 'left', way);
      for (let k = 1; k < choreography.steps.length; k += 1) {
        const [end, begin] = [poseAt(choreography, k - 1e-9).pose, poseAt(choreography, k).pose];
        for (let node = 0; node < end.nodeCount; node += 1) {
          const [p, q] = [pointOf(end.centreMm, node), pointOf(begin.centreMm, node)];
          leap = Math.max(leap, Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z));
        }
      }
    }
    expect(leap).toBeLessThan(0.5);
  });

  it('never lose the direction of the cloth: across and outward are unit directions at a right angle', () => {
    let worst = 0;
    for (let time = 0; time < MAIN.steps.length; time += 0.13) {
      const { pose } = poseAt(MAIN, time);
      for (let node = 1; node < pose.nodeCount - 1; node += 1) {
        const [a, o] = [pointOf(pose.across, node), pointOf(pose.outward, node)];
        worst = Math.max(
          worst,
          Math.abs(Math.hypot(a.x, a.y, a.z) - 1),
          Math.abs(Math.hypot(o.x, o.y, o.z) - 1),
          Math.abs(a.x * o.x + a.y * o.y + a.z * o.z),
        );
      }
    }
    expect(worst).toBeLessThan(SINGLE_MM);
  });

  it('are refused for a strand without controls', () => {
    expect(() =>
      poseStrip({ profile: WORKED.profile, setMm: 800 }, { short: [], long: [], leadMm: 0, knotAt: { x: 0, y: 0, z: 0 } }),
    ).toThrow(RangeError);
  });

  it('cross themselves where they are made to, and are told so', () => {
    const pose = poseAt(MAIN, 6.999).pose;
    const pushed = Float32Array.from(pose.centreMm);
    for (let node = 0; node < 30; node += 1) pushed[3 * node] = (pushed[3 * node] ?? 0) - 60;
    expect(clothCrossings({ ...pose, centreMm: pushed }, { x: 0, y: 0, z: 0 }, CORE_MM).length).toBeGreaterThan(0);
    expect(
      depthInCollar({ ...pose, centreMm: pushed.map((v, i) => (i % 3 === 2 ? v - 30 : v)) }, MEASURES.collarRadiusMm, -18, 50),
    ).toBeGreaterThan(5);
  });
});
