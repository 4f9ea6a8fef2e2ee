import { bodyParts, choreograph, clothCrossings, depthInCollar, keyMoments, measureCloth, pointOf, poseStep } from './index.ts';
import { CORE_MM, DOZEN, finishedPose, MAIN, MEASURES, ownSteps, print, SINGLE_MM, TOLERANCE } from './testing.ts';
import { stepsOfWay, TYING_WAYS } from './ways.ts';

/** Pieces that stretch is judged on, in mm: the tightest turns in a knot are of half a millimetre. */
const PIECE_MM = 0.2;

/** The worst that was seen. */
const figures = { keyLength: 0, length: 0, piece: 0, crossings: 0, depth: 0 };
afterAll(() => {
  const percent = (ratio: number): string => `${(100 * ratio).toFixed(2)} %`;
  print(
    `worst length ${percent(figures.keyLength)} at key poses, ${percent(figures.length)} between; worst piece ${percent(figures.piece)}; ` +
      `crossings of cloth at key poses ${figures.crossings}; deepest in the collar ${figures.depth.toFixed(2)} mm`,
  );
});

describe('the steps of a way', () => {
  it.each(TYING_WAYS)('are known before it is choreographed: %s', (way) => {
    expect(stepsOfWay(way)).toEqual(choreograph(MEASURES, 'left', way).steps.map(({ step }) => step));
  });
});

describe('cloth', () => {
  it.each(DOZEN)('keeps its length and each piece of it, on %s', (_name, measures) => {
    const choreography = choreograph(measures, 'left');
    for (const { step, share } of keyMoments(choreography)) {
      const { lengthMm, worstPieceRatio } = measureCloth(poseStep(choreography, step, share, PIECE_MM).pose);
      figures.keyLength = Math.max(figures.keyLength, Math.abs(lengthMm / measures.setMm - 1));
      figures.piece = Math.max(figures.piece, worstPieceRatio);
      expect(Math.abs(lengthMm / measures.setMm - 1)).toBeLessThan(TOLERANCE.keyLengthRatio);
      expect(worstPieceRatio).toBeLessThan(TOLERANCE.pieceRatio);
    }
  });

  it.each(TYING_WAYS)('keeps its length and stays out of the neck at 60 moments between each two key poses, tied %s', (way) => {
    const worst = { length: 0, depth: 0 };
    for (const longEnd of ['left', 'right'] as const) {
      const choreography = choreograph(MEASURES, longEnd, way);
      for (const step of longEnd === 'left' ? ownSteps(choreography) : choreography.steps) {
        for (let i = 0; i <= 60; i += longEnd === 'left' ? 1 : 10) {
          const { pose } = poseStep(choreography, step, i / 60);
          worst.length = Math.max(worst.length, Math.abs(measureCloth(pose).lengthMm / MEASURES.setMm - 1));
          worst.depth = Math.max(worst.depth, depthInCollar(pose, MEASURES.collarRadiusMm, -18, 50));
        }
      }
    }
    figures.length = Math.max(figures.length, worst.length);
    figures.depth = Math.max(figures.depth, worst.depth);
    expect(worst.length).toBeLessThan(TOLERANCE.lengthRatio);
    expect(worst.depth).toBeLessThan(SINGLE_MM);
  });

  it.each(DOZEN)('does not pass through cloth or collar at any key pose, on %s', (_name, measures) => {
    const choreography = choreograph(measures, 'left');
    const found = keyMoments(choreography).flatMap(({ key, step, share }) => {
      const { pose, knotAt } = poseStep(choreography, step, share);
      const crossings = clothCrossings(pose, knotAt, CORE_MM);
      figures.crossings += crossings.length;
      figures.depth = Math.max(figures.depth, depthInCollar(pose, measures.collarRadiusMm, -18, 50));
      return [
        ...crossings.map(({ nodes, at }) => `${key}: ${nodes.join('/')} at ${Math.round(at.x)}, ${Math.round(at.y)}, ${Math.round(at.z)}`),
        ...(depthInCollar(pose, measures.collarRadiusMm, -18, 50) > SINGLE_MM ? [`${key}: in the collar`] : []),
      ];
    });
    expect(found).toEqual([]);
  });

  it('lies over the leaf, once the collar is turned down, wherever it is not round the neck', () => {
    const pose = finishedPose(MAIN);
    const leaves = bodyParts(MEASURES.collarRadiusMm, 1).filter(({ name }) => name === 'leaf');
    for (const { pointsMm, rows, columns } of leaves) {
      for (let i = 0; i < rows * columns; i += 1) {
        const leaf = pointOf(pointsMm, i);
        if (leaf.z < -30) continue;
        for (let node = 0; node < pose.nodeCount; node += 1) {
          const [c, a] = [pointOf(pose.centreMm, node), pointOf(pose.across, node)];
          // layers of the wings stand upright, before the collar's front
          if (Math.min(node, pose.nodeCount - 1 - node) * pose.spacingMm > 2 * MEASURES.front.loopMm + MEASURES.front.flatEndMm - 15)
            continue;
          if (Math.abs(c.x - leaf.x) < 2 && Math.abs(leaf.y - c.y) < (pose.halfWidthMm[node] ?? 0) && Math.abs(a.y) > 0.9)
            expect(c.z).toBeGreaterThan(leaf.z - SINGLE_MM);
        }
      }
    }
  });
});
