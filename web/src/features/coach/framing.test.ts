import { HAND_POINTS, SLEEVE_POINT } from '@easytuck/core';
import { HANDS_NUMBERS, NODE_NUMBERS, type BakedPoses } from './bakedPoses.ts';
import { axesOf, framedView, LENS_HALF } from './framing.ts';
import { viewOf } from './views.ts';

type Place = readonly [number, number, number];

/** A step that rests: the strip's nodes at some places, one hand's wrist at another, its sleeve far off. */
function resting(nodes: readonly Place[], wrist: Place, sleeve: Place): BakedPoses {
  const packed = new Float32Array(NODE_NUMBERS * 6 * nodes.length);
  // (every sixth node is looked at)
  nodes.forEach((place, k) => packed.set(place, NODE_NUMBERS * 6 * k));
  const hands = new Float32Array(HANDS_NUMBERS);
  for (let i = 0; i < HANDS_NUMBERS / 3; i += 1) hands.set(i % HAND_POINTS === SLEEVE_POINT ? sleeve : wrist, 3 * i);
  return {
    ...{ nodeCount: 6 * nodes.length, backNode: 0, spacingMm: 2, way: 'main', longEnd: 'left', collarRadiusMm: 60, handsOf: 'wearer' },
    collar: { style: 'turndown', wings: 'behind' },
    steps: [{ step: 'prepare', paths: [], moments: [packed], hands: [hands], knotAt: new Float32Array(3), collarDown: [0] }],
  };
}

describe('the framing of a step', () => {
  const nodes = [
    [60, -250, 10],
    [-60, 40, 30],
  ] as const;
  const baked = resting(nodes, [80, -250, 10], [400, -400, 0]);

  it('has strip and hands in the picture, at either shape of it, seen by the lens', () => {
    for (const [name, aspect] of [
      ['facing', 1.9],
      ['facing', 0.7],
      ['side', 1.2],
    ] as const) {
      const view = framedView(baked, 0, viewOf(name, 'left'), aspect, true);
      const [right, up, ahead] = axesOf(view);
      const along = (axis: Place, place: Place): number => axis[0] * place[0] + axis[1] * place[1] + axis[2] * place[2];
      for (const place of [...nodes, [80, -250, 10] as const]) {
        const away = view.awayMm - along(ahead, place);
        expect(Math.abs(along(up, place) - view.liftMm)).toBeLessThan(away * LENS_HALF);
        expect(Math.abs(along(right, place) - (view.asideMm ?? 0))).toBeLessThan(away * LENS_HALF * aspect);
      }
    }
  });

  it('leaves sleeves out, and hands too where none are shown', () => {
    const withHands = framedView(baked, 0, viewOf('facing', 'left'), 1, true);
    expect(framedView(resting(nodes, [80, -250, 10], [4000, 0, 0]), 0, viewOf('facing', 'left'), 1, true)).toEqual(withHands);
    expect(framedView(baked, 0, viewOf('facing', 'left'), 1, false).asideMm).toBeCloseTo(0, 6);
    expect(withHands.asideMm).toBeCloseTo(10, 6);
    // a hand that is away from the cloth is not waited for
    expect(framedView(resting(nodes, [300, -100, 40], [0, 0, 0]), 0, viewOf('facing', 'left'), 1, true).asideMm).toBeCloseTo(0, 6);
  });

  it('looks from above at what is about the knot only', () => {
    const hanging = framedView(resting([[0, -300, 200]], [0, 0, 20], [0, 0, 0]), 0, viewOf('passage', 'left'), 1, true);
    expect(hanging.awayMm).toBeLessThan(500);
  });
});
