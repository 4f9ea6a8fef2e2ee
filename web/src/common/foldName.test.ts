import { dayPattern } from './dayPattern.ts';
import { dueWords } from './dueWords.ts';
import { fold, holds } from './foldName.ts';
import dayjs from 'dayjs';

describe('words that are looked for', () => {
  it.each([
    ['Bränz', 'branz'],
    ['Søren O’Malley', 'soren o malley'],
    ['  Solheim-Groves,  Åse ', 'solheim groves ase'],
    ['Łódź STRASSE ß', 'lodz strasse ss'],
  ])('folds %s', (name, folded) => expect(fold(name)).toBe(folded));

  it('are found anywhere, in any order, whatever the marks', () => {
    expect(holds('Breakwater piqué batwing', 'pique')).toBe(true);
    expect(holds('Breakwater piqué batwing', 'BAT break')).toBe(true);
    expect(holds('Breakwater piqué batwing', 'velvet')).toBe(false);
    expect(holds('anything', '   ')).toBe(true);
  });
});

describe('days', () => {
  it('stand in the order that the language writes them', () => {
    expect(['en-GB', 'en-US', 'de-DE', 'sv-SE'].map((locale) => dayPattern(locale))).toEqual([
      'DD/MM/YYYY',
      'MM/DD/YYYY',
      'DD.MM.YYYY',
      'YYYY-MM-DD',
    ]);
  });
  it('are counted while they are near', () => {
    const now = dayjs('2026-11-28T23:30:00');
    expect(['2026-11-28', '2026-11-29', '2026-12-07'].map((day) => dueWords(day, now))).toEqual(['today', 'tomorrow', 'in 9 days']);
    expect(dueWords('2027-02-01', now)).toContain('2027');
    expect(dueWords('2026-11-20', now)).toContain('2026');
  });
});
