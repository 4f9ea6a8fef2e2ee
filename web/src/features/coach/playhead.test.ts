import { createPlayhead } from './playhead.ts';

describe('the playhead', () => {
  it('tells of each move, and of none where nothing moved', () => {
    const playhead = createPlayhead();
    const told: number[] = [];
    const stop = playhead.subscribe(() => told.push(playhead.time()));
    playhead.set(1);
    playhead.set(1);
    playhead.set(1.5);
    stop();
    playhead.set(2);
    expect(told).toEqual([1, 1.5]);
  });
});
