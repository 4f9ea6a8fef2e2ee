import { claspWarning, claspWords } from './clasps.ts';

// common practice, no source: a quick clasp is opened by hand, a breakaway clasp opens when it is pulled
describe('clasps', () => {
  const [none, quick, breakaway] = [
    { quickClasp: false, breakaway: false },
    { quickClasp: true, breakaway: false },
    { quickClasp: false, breakaway: true },
  ];
  it('warn a wearer whose band must open by itself of a tie that does not, even one with a quick clasp', () => {
    expect(claspWarning({ bandNeed: 'breakaway' }, none)).toMatch(/has no breakaway clasp\. Choose another tie/);
    expect(claspWarning({ bandNeed: 'breakaway' }, quick)).toMatch(/its quick clasp is opened by hand/);
    expect(claspWarning({ bandNeed: 'breakaway' }, breakaway)).toBeNull();
    expect(claspWarning({ bandNeed: null }, none)).toBeNull();
  });
  it('are named apart', () => {
    expect([claspWords(none), claspWords(quick), claspWords(breakaway), claspWords({ quickClasp: true, breakaway: true })]).toEqual([
      '',
      'quick clasp',
      'breakaway clasp',
      'quick clasp, breakaway clasp',
    ]);
  });
});
