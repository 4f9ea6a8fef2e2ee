import { wordIn } from './wordAtHand.ts';

describe('the word at hand', () => {
  it('is the one under the cursor', () => {
    const text = 'Hang the long end by the lead, then fold the belly.';
    expect(wordIn(text, text.indexOf('lead') + 2)).toBe('lead');
    expect(wordIn(text, text.indexOf('long') + 1)).toBe('long end');
    expect(wordIn(text, text.indexOf('then') + 1)).toBeNull();
  });
  it('is found in a label, in any case and number, and only as a whole word', () => {
    expect(wordIn('Slots or buttonholes')).toBe('slot');
    expect(wordIn('T-hook and slots')).toBe('T-hook');
    expect(wordIn('Setting, offset, lately')).toBeNull();
  });
});
