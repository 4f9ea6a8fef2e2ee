import { TYING_WAYS } from './ways.ts';
import { type Point3 } from '../geometry/index.ts';
import { jonesPolynomial, mirrorPolynomial, nameKnot, writePolynomial } from '../knot/index.ts';
import type { Side } from '../fit/index.ts';
import { WORKED_TIE } from '../testing/index.ts';
import {
  atFolds,
  atTips,
  bodyParts,
  choreograph,
  clothCrossings,
  closePose,
  depthInCollar,
  faultyBow,
  jonesOfPose,
  keyMoments,
  knotOfPose,
  measureCloth,
  pointOf,
  poseAt,
  poseStep,
  poseStrip,
  projectPose,
  soundFolds,
  stillSvg,
  TYING_FAULTS,
  type KeyPose,
  type Pose,
} from './index.ts';
import { DOZEN, finishedPose, keyPose, MAIN, MEASURES, ownSteps, WORKED } from './testing.ts';

/** Tip to tip at key poses and between them, any piece of cloth, and predicted half-widths: what a choreography may be off by. */
const TOLERANCE = { keyLengthRatio: 0.005, lengthRatio: 0.01, pieceRatio: 0.05, halfWidthMm: 2 } as const;
/** Pieces that stretch is judged on, in mm: the tightest turns in a knot are of half a millimetre. */
const PIECE_MM = 0.2;
/** Cloth is not judged within this of the knot's middle. */
const CORE_MM = 20;
/** Rounding of single precision on lengths of a decimetre, in mm. */
const SINGLE_MM = 1e-3;

/** Where the figures are printed; core itself knows no console. */
declare const console: { readonly info: (text: string) => void };

const figures = { keyLength: 0, length: 0, piece: 0, halfWidth: 0, crossings: 0, depth: 0 };
afterAll(() => {
  const percent = (ratio: number): string => `${(100 * ratio).toFixed(2)} %`;
  console.info(
    `tying: worst length ${percent(figures.keyLength)} at key poses, ${percent(figures.length)} between; worst piece ${percent(figures.piece)}; ` +
      `crossings of cloth at key poses ${figures.crossings}; deepest in the collar ${figures.depth.toFixed(2)} mm; ` +
      `worst half-width off the fit ${figures.halfWidth.toFixed(2)} mm`,
  );
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
    for (const longEnd of ['left', 'right'] as const) {
      const choreography = choreograph(MEASURES, longEnd, way);
      for (const step of longEnd === 'left' ? ownSteps(choreography) : choreography.steps) {
        for (let i = 0; i <= 60; i += longEnd === 'left' ? 1 : 10) {
          const { pose } = poseStep(choreography, step, i / 60);
          figures.length = Math.max(figures.length, Math.abs(measureCloth(pose).lengthMm / MEASURES.setMm - 1));
          figures.depth = Math.max(figures.depth, depthInCollar(pose, MEASURES.collarRadiusMm, -18, 50));
        }
      }
    }
    expect(figures.length).toBeLessThan(TOLERANCE.lengthRatio);
    expect(figures.depth).toBeLessThan(SINGLE_MM);
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

describe('the knot', () => {
  it.each(DOZEN)('is square at the end, on %s', (_name, measures) => {
    const pose = finishedPose(choreograph(measures, 'left'));
    expect(knotOfPose(pose, atFolds(pose))).toEqual({ knot: 'square' });
  });

  it.each(TYING_WAYS)('is square at the end however it is tied, in both hands: %s', (way) => {
    for (const longEnd of ['left', 'right'] as const) {
      const pose = finishedPose(choreograph(MEASURES, longEnd, way));
      expect(knotOfPose(pose, atFolds(pose))).toEqual({ knot: 'square' });
    }
  });

  it.each([
    ['right', 'right', { knot: 'square' }],
    ['left', 'left', { knot: 'granny', hand: 'left' }],
    ['right', 'left', { knot: 'halfKnot', hand: 'left' }],
    ['left', 'right', { knot: 'halfKnot', hand: 'left' }],
  ] as const)(
    'with the front loop to the %s and pushed from the %s is what the reference routes say, and mirrored for the other hand',
    (frontLoop, pushedFrom, name) => {
      const other = (side: Side): Side => (side === 'left' ? 'right' : 'left');
      const pose = finishedPose(choreograph(MEASURES, 'left', 'main', { frontLoop, pushedFrom }));
      expect(knotOfPose(pose, atFolds(pose))).toEqual(name);
      const mirrored = finishedPose(choreograph(MEASURES, 'right', 'main', { frontLoop: other(frontLoop), pushedFrom: other(pushedFrom) }));
      expect(jonesOfPose(mirrored, atFolds(mirrored))).toEqual(mirrorPolynomial(jonesOfPose(pose, atFolds(pose))));
    },
  );

  it('is none before the half-knot, and a half-knot from then until the back bow is through', () => {
    const named = (key: KeyPose, cuts: (pose: Pose) => { shortNode: number; longNode: number }): unknown => {
      const pose = keyPose(MAIN, key, 1);
      return nameKnot(jonesPolynomial(closedInFront(pose, cuts(pose))));
    };
    expect(named('crossed', atTips)).toEqual({ knot: 'unknot' });
    expect(named('upBehind', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    expect(named('halfKnot', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    expect(named('dropped', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    expect(named('passage', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    const through = keyPose(MAIN, 'twoLoops', 1);
    expect(knotOfPose(through, atFolds(through))).toEqual({ knot: 'square' });
  });

  it('is the same from any side', () => {
    const pose = finishedPose(MAIN);
    const expected = writePolynomial(jonesOfPose(pose, atFolds(pose)));
    expect(expected).toBe('-t^3 + t^2 - t + 3 - t^-1 + t^-2 - t^-3');
    for (let i = 0; i < 12; i += 1) {
      const towards = { x: Math.sin(i * 2.1), y: Math.cos(i * 1.3) * 0.8, z: Math.cos(i * 2.1) };
      expect(writePolynomial(jonesOfPose(pose, atFolds(pose), towards))).toBe(expected);
    }
  });

  it('of a fault is what the fault says', () => {
    const named = (fault: (typeof TYING_FAULTS)[number]): unknown => {
      const { pose } = faultyBow(MEASURES, 'left', fault, 1);
      return knotOfPose(pose, atFolds(pose));
    };
    expect(named('loopsOnOneSide')).toEqual({ knot: 'halfKnot', hand: 'left' });
    for (const sound of ['uneven', 'leadTooLong', 'leadTooShort', 'lowBow', 'standsOff', 'tilted'] as const)
      expect([sound, named(sound)]).toEqual([sound, { knot: 'square' }]);
    // turned upright its loops point up and down: cut where they reach furthest from the knot
    const { pose } = faultyBow(MEASURES, 'left', 'granny', 1);
    const lying = { ...pose, centreMm: turnedBack(pose.centreMm, 1.03) };
    expect(knotOfPose(lying, atFolds(lying))).toEqual({ knot: 'granny', hand: 'left' });
  });
});

/** Turned about the axis that looks forward. */
function turnedBack(centreMm: Float32Array, angleRad: number): Float32Array {
  const turned = Float32Array.from(centreMm);
  for (let i = 0; i < turned.length; i += 3) {
    const [x, y] = [centreMm[i] ?? 0, centreMm[i + 1] ?? 0];
    turned[i] = x * Math.cos(angleRad) + y * Math.sin(angleRad);
    turned[i + 1] = y * Math.cos(angleRad) - x * Math.sin(angleRad);
  }
  return turned;
}

/** A strip whose ends hang free, closed by way of a place far in front. */
function closedInFront(pose: Pose, { shortNode, longNode }: { shortNode: number; longNode: number }): readonly Point3[] {
  const path = closePose(pose, { shortNode, longNode }).slice(0, longNode - shortNode + 1);
  const [first, last] = [path[0], path[path.length - 1]];
  if (!first || !last) throw new Error('a strip has ends');
  return [...path, { x: last.x + 7, y: last.y + 3, z: 900 }, { x: 11, y: -700, z: 930 }, { x: first.x - 5, y: first.y - 300, z: 910 }];
}

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
        figures.halfWidth = Math.max(figures.halfWidth, Math.abs(seen - predicted));
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

describe('stills', () => {
  it('paint what is nearer later: from in front the knot’s face is the last cloth at the middle, from behind the band', () => {
    const { pose, knotAt } = poseAt(MAIN, 10.999);
    const seen = (z: number) =>
      projectPose({
        pose,
        knotAt,
        collarRadiusMm: MEASURES.collarRadiusMm,
        collarDown: 0,
        withBody: false,
        view: { towards: { x: 0, y: 0, z }, up: { x: 0, y: 1, z: 0 } },
      }).patches.filter(({ points }) => {
        const xs = points.map(([x]) => x);
        const ys = points.map(([, y]) => y);
        return Math.min(...xs) <= 0 && Math.max(...xs) >= 0 && Math.min(...ys) <= 0 && Math.max(...ys) >= 0;
      });
    expect(seen(1).at(-1)?.tone).toBe('longOuter');
    expect(seen(-1).at(-1)?.tone).not.toBe('longOuter');
    // seen from behind, left and right change places
    const [front, back] = [seen(1), seen(-1)];
    expect(front.length).toBeGreaterThan(3);
    expect(back.length).toBeGreaterThan(3);
  });

  it('put the wearer’s left on the right of the picture of one who faces him', () => {
    const { pose, knotAt } = poseAt(MAIN, 1.999);
    const { patches } = projectPose({
      pose,
      knotAt,
      collarRadiusMm: MEASURES.collarRadiusMm,
      collarDown: 0,
      withBody: false,
      view: { towards: { x: 0, y: 0, z: 1 }, up: { x: 0, y: 1, z: 0 } },
    });
    const long = patches.filter(({ tone }) => tone === 'longOuter').flatMap(({ points }) => points.map(([x]) => x));
    expect(Math.min(...long)).toBeGreaterThan(-1);
  });

  it('are written as SVG in mm, the far patches first, mirrored as a whole where they are a mirror’s', () => {
    const still = {
      patches: [
        {
          tone: 'stand',
          light: 1,
          points: [
            [0, 0],
            [10, 0],
            [10, 10],
          ],
          edges: [],
        },
        {
          tone: 'longOuter',
          light: 0,
          points: [
            [1, 1],
            [4, 1],
            [4, 4],
          ],
          edges: [0],
        },
      ],
    } as const;
    const colours = {
      longOuter: '#204060',
      longInner: '#000000',
      shortOuter: '#000000',
      shortInner: '#000000',
      neck: '#000000',
      stand: '#ffffff',
      leaf: '#000000',
      shirt: '#000000',
    };
    const svg = stillSvg(still, colours, { widthMm: 120, heightMm: 80, liftMm: 5, isMirror: true });
    expect(svg).toContain('width="120mm" height="80mm" viewBox="-60 -45 120 80"');
    expect(svg).toContain('<g transform="scale(-1 1)">');
    // a patch seen edge-on keeps 0.66 of its colour
    expect(svg.indexOf('rgb(255,255,255)')).toBeLessThan(svg.indexOf('rgb(21,42,63)'));
    expect(svg.match(/stroke="#24303a"/g)).toHaveLength(1);
    expect(stillSvg(still, colours, { widthMm: 1, heightMm: 1, liftMm: 0, isMirror: false })).not.toContain('scale');
  });

  it.each(TYING_FAULTS)('show %s otherwise than a sound bow, with all of its cloth', (fault) => {
    const { pose } = faultyBow(MEASURES, 'right', fault);
    expect(Math.abs(measureCloth(pose).lengthMm / (pose.spacingMm * (pose.nodeCount - 1)) - 1)).toBeLessThan(TOLERANCE.lengthRatio);
    expect(Array.from(pose.centreMm).every(Number.isFinite)).toBe(true);
  });
});
