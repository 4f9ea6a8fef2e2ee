import { formatLength } from '@easytuck/core';
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
  it('keeps a whole number and its fraction on one line, as they are set now and as older cards have them', () => {
    for (const length of [formatLength(38.1, 'in'), '1\u200a1\u20442 in']) {
      const lines = wrapText(`lead ${length}`, 'text', 4, measureText('lead 1', 'text', 4), measureText);
      expect(lines.join(' ')).toContain(length.replace(' in', ''));
      expect(lines[0]).toBe('lead');
    }
  });
  it('shows a lozenge for letters it does not have, so that no name stops a card', () => {
    expect(writable('Ann 陳', 'text')).toBe('Ann ◊');
  });
});
