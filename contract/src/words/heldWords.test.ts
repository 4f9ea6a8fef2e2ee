import type { HeldRecords } from '../records/privacy.ts';
import { heldInWords } from './heldWords.ts';

const HELD: HeldRecords = {
  of: 'Zora Quillfeather',
  asOf: '2026-12-01T10:00:00.000Z',
  shop: 'Larkin Quay Outfitters',
  wearer: {
    ...{
      id: '01890000-0000-7000-8000-000000000001',
      name: 'Zora Quillfeather',
      collar_text: '15½',
      collar_system: 'in',
      collar_label: 15.5,
    },
    ...{ collar_estimated: 1, long_end: 'right', note: 'likes it wide', contact: '', event_on: null, version: 3 },
    measures: { bareNeckMm: 366, easeMm: null, dexterity: 'learning' },
  },
  mergedRecords: [],
  measures: [
    {
      kind: 'collar',
      value: { value: { text: '15½', system: 'in', label: 15.5 } },
      taken_at: '2026-11-05T11:07:16.891Z',
      taken_by: 'Hester',
    },
    { kind: 'bareNeckMm', value: { value: 366 }, taken_at: '2026-11-05T11:07:16.891Z', taken_by: '' },
    { kind: 'dexterity', value: { value: 'sure' }, taken_at: '2026-11-06T11:07:16.891Z', taken_by: '' },
  ],
  ties: [],
  fittings: [
    {
      ...{ id: 'a', tie_name: 'Harbour Night', given_out_at: '2026-11-27T10:08:00.000Z', tie: { blade: { noseMm: 3 } }, staff: 'Hester' },
      occasion: 'blackTie',
      inputs: { collar: { text: '16' }, collarStyle: 'turndown', occasion: 'blackTie', longEnd: 'left', leadMm: 45, note: 'for a friend' },
      card: {
        set: { figure: '16', of: 'mark, in' },
        lead: { figure: '1¾ in', side: 'left' },
        reminder: ['Hang the long end.', 'Fold it.'],
        strip: { outlines: [] },
      },
    },
  ],
  tyings: [
    { outcome: 'gaveUp', tied_at: '2026-11-20T13:07:00.000Z', duration_ms: 564000, steps: [{ step: 'passage', ms: 84000 }], way: 'main' },
  ],
  links: [],
  parties: [{ name: 'Zora Quillfeather', details: { whoTies: 'helper', shoeSizeHabit: 'broad' }, deal: 'hired', done_at: null }],
};

const sections = heldInWords(HELD, { length: (mm) => `${mm} mm`, day: (moment) => moment.slice(0, 10) });
const linesUnder = (title: string): string[] =>
  sections
    .find((section) => section.title === title)
    ?.entries.flatMap(({ heading, lines }) => [heading, ...lines.map((line) => line.join(': '))]) ?? [];

describe('what is held of somebody, in words', () => {
  it('names each field as a form does, and leaves out keys, versions and what is empty', () => {
    expect(linesUnder('The record')).toEqual([
      'Zora Quillfeather',
      'Name: Zora Quillfeather',
      'Collar size: 15½',
      'Collar size is an estimate: yes',
      'Long end starts on: the wearer’s right',
      'Note: likes it wide',
      'Bare neck: 366 mm',
      'Hands: is learning',
    ]);
  });
  it('says of each measure what it was, when, and by whom', () => {
    expect(linesUnder('Measures over time')).toEqual([
      ...['Collar size, 2026-11-05', 'Collar size: 15½', 'Measured on: 2026-11-05', 'Measured by: Hester'],
      ...['Bare neck, 2026-11-05', 'Bare neck: 366 mm', 'Measured on: 2026-11-05'],
      ...['Hands, 2026-11-06', 'Hands: ties with ease', 'Measured on: 2026-11-06'],
    ]);
  });
  it('writes fittings and tyings without a tie’s measures and a card’s drawings', () => {
    const said = linesUnder('Fittings and their cards');
    expect(said).toEqual(expect.arrayContaining(['Harbour Night, 2026-11-27', 'Lead: 45 mm', 'Occasion: Black tie', 'Note: for a friend']));
    // whose left it is stands beside each side; what the card says again stands once
    expect(said).toEqual(expect.arrayContaining(['Set at: 16, mark, in', 'Lead: 1¾ in, the wearer’s left']));
    expect(said.filter((line) => line === 'Occasion: Black tie')).toHaveLength(1);
    expect(said).toContain('Reminder: Hang the long end.; Fold it.');
    expect(said.join('\n')).not.toMatch(/nose|outlines|\[object/i);
    expect(linesUnder('Tyings')).toEqual(
      expect.arrayContaining(['Given up, 2026-11-20', 'Took: 9 min 24 s', 'Time on each step: passage: 1 min 24 s']),
    );
  });
  it('leaves out no field that it does not know', () => {
    expect(linesUnder('Parties')).toContain('Shoe size habit: broad');
  });
  it('never shows a name of a field or of a choice as the program writes it', () => {
    for (const { entries } of sections)
      for (const { lines } of entries) for (const line of lines) for (const text of line) expect(text).not.toMatch(/[a-z][A-Z]|_/);
  });
});
