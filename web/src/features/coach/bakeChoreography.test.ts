import { bakeChoreography } from './bakeChoreography.ts';
import { subjectOfTie, tiedBy } from './coachSubject.ts';
import { TIE } from './testing.ts';

describe('working out a choreography', () => {
  const request = {
    measures: tiedBy(subjectOfTie(TIE, null), 'main', null).measures,
    longEnd: 'left',
    way: 'main',
    handsOf: 'wearer',
  } as const;

  it('works out every step, and says how far it is', async () => {
    const shares: number[] = [];
    const baked = await bakeChoreography(request, { onProgress: (share) => shares.push(share), signal: new AbortController().signal });
    expect(shares).toHaveLength(baked.steps.length);
    expect(shares.at(-1)).toBe(1);
    expect(baked.steps.every(({ moments }) => moments.every((moment) => moment.every(Number.isFinite)))).toBe(true);
  });

  // without this, ten changes in a row are ten movements that the reader waits for
  it('stops after the step it is at once it is cancelled by a later message', async () => {
    const controller = new AbortController();
    const shares: number[] = [];
    setTimeout(() => controller.abort(new Error('replaced')));
    const baking = bakeChoreography(request, { onProgress: (share) => shares.push(share), signal: controller.signal });
    await expect(baking).rejects.toThrow('replaced');
    expect(shares.length).toBeLessThan(2);
  });
});
