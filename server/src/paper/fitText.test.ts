import { shorten, wrapText } from './fitText.ts';
import { measureText, writable } from './fonts.ts';

describe('type', () => {
  it('is measured as it is set, wrapped and shortened by that', () => {
    expect(measureText('mm', 'text', 10)).toBeCloseTo(2 * measureText('m', 'text', 10), 1);
    const lines = wrapText('one two three four five', 'text', 4, 20, measureText);
    expect(lines.join(' ')).toBe('one two three four five');
    for (const line of lines) expect(measureText(line, 'text', 4)).toBeLessThanOrEqual(20);
    expect(shorten('a long name', 'figure', 4, 10, measureText)).toMatch(/…$/);
  });
  it('shows a lozenge for letters it does not have, so that no name stops a card', () => {
    expect(writable('Ann 陳', 'text')).toBe('Ann ◊');
  });
});
