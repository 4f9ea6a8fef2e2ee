import { nameWords, searchWords } from './searchWords.ts';

describe('searchWords', () => {
  it('takes names apart into words without marks and capitals, with their first letters', () => {
    expect(nameWords('Solheim-Groves, Åse Ø.')).toEqual(['solheim', 'groves', 'ase', 'o']);
    expect(searchWords('Ivo')).toEqual(['ivo', 'i', 'iv']);
    expect(searchWords('   ')).toEqual([]);
  });
});
