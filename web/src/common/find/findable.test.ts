/** @jest-environment jsdom */
import { findAmong, ofParty, ofTie, ofWearer, readRecent, rememberFound, type Findable } from './findable.ts';

const page = (name: string): Findable => ({ kind: 'page', name, about: '', to: `/${name.toLowerCase()}`, fitAt: null });
const wearer = (id: string, name: string) => ofWearer({ id, name, collar: { text: '16', system: 'in', label: 16 } });
const PAGES = [page('Bench'), page('Drawer')];

describe('finding anything', () => {
  it('finds by words in any order, without accents, in names and what is said of them', () => {
    const records = [wearer('1', 'Ansel Åkesson'), ofTie({ id: '2', name: 'Breakwater piqué', inStock: 3 }), wearer('3', 'Bo Fen')];
    const names = (letters: string) => findAmong(letters, [], PAGES, records).map(({ name }) => name);
    expect(names('akesson ansel')).toEqual(['Ansel Åkesson']);
    expect(names('pique')).toEqual(['Breakwater piqué']);
    expect(names('collar 16')).toEqual(['Ansel Åkesson', 'Bo Fen']);
    expect(names('draw')).toEqual(['Drawer']);
    expect(names('nobody')).toEqual([]);
  });
  it('shows a few of each kind, so that many wearers do not hide a tie', () => {
    const many = [
      ...Array.from({ length: 20 }, (_, k) => wearer(String(k), `Ada ${k}`)),
      ofTie({ id: 't', name: 'Ada’s own', inStock: 1 }),
    ];
    const found = findAmong('ada', [], PAGES, many);
    expect([found.length, found.at(-1)?.kind]).toEqual([7, 'tie']);
  });
  it('begins with what was opened last, each once, and then the pages', () => {
    localStorage.clear();
    rememberFound(wearer('1', 'Ada'));
    rememberFound(ofParty({ id: '2', name: 'Supper', day: '2031-12-05', hour: '19:30' }));
    rememberFound(wearer('1', 'Ada'));
    expect(findAmong('', readRecent(), PAGES, []).map(({ name }) => name)).toEqual(['Ada', 'Supper', 'Bench', 'Drawer']);
    for (let k = 0; k < 30; k += 1) rememberFound(wearer(`w${k}`, `W ${k}`));
    expect(readRecent()).toHaveLength(8);
    localStorage.setItem('easytuck.foundLast', '[{"to":"javascript:alert(1)"}]');
    expect(readRecent()).toEqual([]);
  });
});
