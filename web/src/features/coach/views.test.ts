import type { Reader } from '@easytuck/contract';
import type { TyingStep } from '@easytuck/core';
import { bestView, VIEW_NAMES, viewOf } from './views.ts';

describe('views', () => {
  it('look from the other side in the other hand, where they look from a side at all', () => {
    for (const name of VIEW_NAMES) {
      const [left, right] = [viewOf(name, 'left'), viewOf(name, 'right')];
      expect(right.towards.x).toBeCloseTo(-left.towards.x, 12);
      expect(right.awayMm).toBe(left.awayMm);
    }
  });

  it('show the passage from above, and all that a mirror shows in the mirror, or facing where somebody helps', () => {
    const views = (reader: Reader): string[] =>
      (['lead', 'passage', 'backBow', 'halfKnot', 'balance'] as TyingStep[]).map((step) => bestView(step, reader));
    expect(views('wearer')).toEqual(['mirror', 'passage', 'passage', 'side', 'mirror']);
    // a helper’s hands hide half-knot and passage from where they are best seen otherwise (handsHide.test.ts)
    expect(views('behind')).toEqual(['mirror', 'shoulder', 'passage', 'shoulder', 'mirror']);
    expect(views('facing')).toEqual(['facing', 'side', 'side', 'facing', 'facing']);
    expect([bestView('wrap', 'wearer'), bestView('wrap', 'facing')]).toEqual(['side', 'facing']);
    expect([viewOf('mirror', 'left').onTheLeft, viewOf('facing', 'left').onTheLeft]).toEqual(['left', 'right']);
  });
});
