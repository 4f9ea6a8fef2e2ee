import { threadPath } from './index.ts';

describe('threadPath', () => {
  it('leaves and arrives straight down', () => {
    expect(threadPath({ x: 10, y: 0 }, { x: 0, y: 90 }, 30, 40)).toBe('M10 0C10 30 0 50 0 90');
  });
});
