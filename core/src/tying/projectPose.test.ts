import { poseAt, projectPose, stillSvg } from './index.ts';
import { MAIN, MEASURES } from './testing.ts';

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

  it('draw an arrow over everything, whole in front of the cloth and dashed behind it', () => {
    const { pose, knotAt } = poseAt(MAIN, 10.999);
    const drawn = (zMm: number) =>
      projectPose({
        ...{ pose, knotAt, collarRadiusMm: MEASURES.collarRadiusMm, collarDown: 0, withBody: false },
        view: { towards: { x: 0, y: 0, z: 1 }, up: { x: 0, y: 1, z: 0 } },
        arrows: [Array.from({ length: 30 }, (_, k) => ({ x: 2 * k, y: 0, z: zMm }))],
      }).patches.map(({ tone }) => tone);
    const [before, behind] = [drawn(200), drawn(-20)];
    const count = (tones: readonly string[], tone: string): number => tones.filter((each) => each === tone).length;
    // nothing but the arrow comes after the first piece of its edge
    expect(new Set(before.slice(before.indexOf('arrowEdge')))).toEqual(new Set(['arrowEdge', 'arrow']));
    expect(count(behind, 'arrow')).toBeLessThan(0.8 * count(before, 'arrow'));
    expect(count(behind, 'arrow')).toBeGreaterThan(0.3 * count(before, 'arrow'));
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
      leg: '#888888',
      neck: '#000000',
      stand: '#ffffff',
      leaf: '#000000',
      shirt: '#000000',
      placket: '#000000',
      button: '#000000',
      glove: '#ffffff',
      sleeve: '#000000',
      arrow: '#b4430f',
      arrowEdge: '#ffffff',
      glass: '#ffffff',
    };
    const svg = stillSvg(still, colours, { widthMm: 120, heightMm: 80, liftMm: 5, isMirror: true });
    expect(svg).toContain('width="120mm" height="80mm" viewBox="-60 -45 120 80"');
    expect(svg).toContain('<g transform="scale(-1 1)">');
    // a patch seen edge-on keeps 0.66 of its colour
    expect(svg.indexOf('rgb(255,255,255)')).toBeLessThan(svg.indexOf('rgb(21,42,63)'));
    expect(svg.match(/stroke="#24303a"/g)).toHaveLength(1);
    expect(stillSvg(still, colours, { widthMm: 1, heightMm: 1, liftMm: 0, isMirror: false })).not.toContain('scale');
  });
});
