import { distance, type Point3 } from '../geometry/index.ts';
import { faultyBow, measureCloth, pointOf, TYING_FAULTS, type Pose } from './index.ts';
import { finishedPose, MAIN, MEASURES, TOLERANCE } from './testing.ts';

/** By less than this nobody sees that a bow is another, in mm. */
const SEEN_MM = 4;
const SHARES = Array.from({ length: 101 }, (_, i) => i / 100);

const at = ({ centreMm, nodeCount }: Pose, share: number): Point3 => pointOf(centreMm, Math.round(share * (nodeCount - 1)));
const acrossAt = ({ across, nodeCount }: Pose, share: number): Point3 => pointOf(across, Math.round(share * (nodeCount - 1)));

/** How far two bows lie apart where they differ most, along the strip; cloth that is turned over differs by its width. */
const apartMm = (one: Pose, other: Pose): number =>
  Math.max(
    ...SHARES.map((share) => distance(at(one, share), at(other, share))),
    ...SHARES.map((share) => 20 * distance(acrossAt(one, share), acrossAt(other, share))),
    ...SHARES.map((share) => Math.abs(widthAt(one, share) - widthAt(other, share))),
  );
const widthAt = ({ halfWidthMm, nodeCount }: Pose, share: number): number => 2 * (halfWidthMm[Math.round(share * (nodeCount - 1))] ?? 0);

describe('faults', () => {
  const sound = finishedPose(MAIN);
  const faulty = TYING_FAULTS.map((fault) => ({ fault, pose: faultyBow(MEASURES, 'left', fault).pose }));

  it.each(faulty)('show $fault otherwise than a sound bow, with all of its cloth', ({ pose }) => {
    expect(Math.abs(measureCloth(pose).lengthMm / (pose.spacingMm * (pose.nodeCount - 1)) - 1)).toBeLessThan(TOLERANCE.lengthRatio);
    expect(Array.from(pose.centreMm).every(Number.isFinite)).toBe(true);
    expect(apartMm(pose, sound)).toBeGreaterThan(SEEN_MM);
  });

  it('each look otherwise than every other', () => {
    const alike = faulty.flatMap(({ fault, pose }, i) =>
      faulty.slice(i + 1).flatMap((other) => (apartMm(pose, other.pose) <= SEEN_MM ? [`${fault} and ${other.fault}`] : [])),
    );
    expect(alike).toEqual([]);
  });

  it('are mirror images in the two hands', () => {
    for (const { fault, pose } of faulty) {
      const other = faultyBow(MEASURES, 'right', fault).pose;
      for (const share of SHARES) expect(at(other, share).x).toBeCloseTo(-at(pose, share).x, 2);
    }
  });
});
