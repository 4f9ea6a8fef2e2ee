import { CHOICE_MEASURES, MEASURE_NAMES_OF_WEARER } from '../records/measures.ts';
import type { HeldRecords } from '../records/privacy.ts';
import { BOW_POSITION_WORDS, COLLAR_STYLE_WORDS, OCCASION_WORDS, SCHOOL_WORDS, WING_WORDS } from './index.ts';
import { DEAL_WORDS, GROUND_WORDS, TIE_PLACE_WORDS, WHO_TIES_WORDS } from './partyWords.ts';
import { FAULT_WORDS, WAY_WORDS } from './waysAndFaults.ts';

/** One record in words: what it is, and each thing it says. */
export interface HeldEntry {
  readonly heading: string;
  readonly lines: readonly (readonly [label: string, value: string])[];
}

/** Records of one kind. */
export interface HeldSection {
  readonly title: string;
  readonly entries: readonly HeldEntry[];
}

/** How lengths (in mm) and moments (ISO 8601) are written. */
export interface HeldFormat {
  readonly length: (lengthMm: number) => string;
  readonly day: (moment: string) => string;
}

/**
 * All that a shop holds of somebody, in words that this person can read. Record keys, version numbers, a tie's measures and the
 * drawings on a card say nothing about a person; they are in the data file only. A field that this list does not know is written
 * under its own name, so that nothing held is left out.
 */
export function heldInWords(held: HeldRecords, format: HeldFormat): readonly HeldSection[] {
  const section = (title: string, rows: readonly Row[], heading: (row: Row) => string): HeldSection => ({
    title,
    entries: rows.map((row) => ({ heading: heading(row), lines: withoutRepeats(linesOf(row, format)) })),
  });
  const on = (row: Row, field: string): string => (typeof row[field] === 'string' ? format.day(row[field]) : '');
  return [
    section('The record', [held.wearer], () => held.of),
    section('Records merged into it', held.mergedRecords, (row) => textOf(row, 'name')),
    section('Measures over time', held.measures, (row) => `${labelOf(textOf(row, 'kind'))}, ${on(row, 'taken_at')}`),
    section('Ties owned', held.ties, (row) => `${textOf(row, 'tie_name') || 'A tie'}, since ${on(row, 'since')}`),
    section('Fittings and their cards', held.fittings, (row) => `${textOf(row, 'tie_name')}, ${on(row, 'given_out_at')}`),
    section('Tyings', held.tyings, (row) => `${VALUES['outcome']?.[textOf(row, 'outcome')] ?? 'Tying'}, ${on(row, 'tied_at')}`),
    section('Links to the pocket coach', held.links, (row) => `Made ${on(row, 'given_at')}`),
    section('Parties', held.parties, (row) => textOf(row, 'party_name') || textOf(row, 'name')),
  ];
}

type Row = Readonly<Record<string, unknown>>;

/** A card says again what its fitting says. */
const withoutRepeats = (lines: readonly [string, string][]): readonly [string, string][] =>
  lines.filter(([label, value], i) => lines.findIndex((line) => line[0] === label && line[1] === value) === i);

function textOf(row: Row, field: string): string {
  const value = row[field];
  return typeof value === 'string' ? value : '';
}

/** Says nothing of a person: keys, versions, the model's own names, and what another field says in words. */
const TECHNICAL =
  /(^|_)id$|^(version|revision|model_version|path_model|root_id|revises|is_latest|merged_into|collar_system|collar_label|system|label|number|tie|result|strip|bow|step|kind|shop|told|wearer_name)$/;

const LABELS: Readonly<Record<string, string>> = {
  ...MEASURE_NAMES_OF_WEARER,
  ...{ collar: 'Collar size', collar_text: 'Collar size', text: 'Collar size', collar_estimated: 'Collar size is an estimate' },
  ...{ long_end: 'Long end starts on', longEnd: 'Long end starts on', event_name: 'Event', event_on: 'Day of the event' },
  ...{ created_at: 'On record since', updated_at: 'Last changed', seen_at: 'Last seen', away_at: 'Archived on', removed_at: 'Removed on' },
  ...{
    taken_at: 'Measured on',
    taken_by: 'Measured by',
    since: 'Owned since',
    is_usual: 'Usual tie',
    given_out_at: 'Issued on',
    staff: 'Fitter',
  },
  ...{
    collarStyle: 'Collar',
    collarPointsMm: 'Collar points apart',
    wings: 'Wing collar',
    bowPosition: 'The bow lies',
    firmness: 'Knot drawn up',
    school: 'House style',
    leadMm: 'Lead',
  },
  ...{ handedOver: 'What became of the tie', tied_at: 'Tied on', front_loop_mm: 'Front loop', front_flat_end_mm: 'Front flat end' },
  ...{ back_loop_mm: 'Back loop', back_flat_end_mm: 'Back flat end', duration_ms: 'Took', way: 'Way of tying', fault: 'Mistake' },
  ...{ set_mm: 'Set', lead_mm: 'Lead', neck_path_mm: 'Round the neck', is_confirmed: 'Measured again and confirmed' },
  ...{
    ends_at: 'Link ends',
    opened_at: 'Last opened',
    openings: 'Times opened',
    given_by: 'Made by',
    given_at: 'Made on',
    withdrawn_at: 'Withdrawn on',
  },
  ...{ isCollarSettled: 'Collar size confirmed', whoTies: 'Who ties', isTiedBefore: 'Has tied before', deal: 'Tie is', place: 'Tie' },
  ...{ gone_as: 'Handed out as', arrive_minutes: 'Arrives, minutes before', done_at: 'Tied on', entered_at: 'Entered by themselves on' },
  ...{ tie_name: 'Tie', party_name: 'Party', party_day: 'Day of the party' },
  ...{
    is_own_tie: 'Own tie',
    spread: 'Bow width',
    hang: 'Hang',
    sure: 'How sure',
    givenOutAt: 'Issued on',
    wearer: 'Name on the card',
    set: 'Set at',
    lead: 'Lead',
    ground: 'How the size is known',
  },
  ...{
    steps: 'Time on each step',
    folding: 'Folds for the chosen faces',
    frontTurned: 'Front turned over',
    dropTurned: 'Drop turned over',
  },
  ...{ backTurned: 'Back turned over', backTail: 'Tail of the back bow' },
};

/** Choices in words, by their field. */
const VALUES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  ...Object.fromEntries(CHOICE_MEASURES.map(({ key, words }) => [key, words])),
  ...{
    collarStyle: COLLAR_STYLE_WORDS,
    occasion: OCCASION_WORDS,
    wings: WING_WORDS,
    deal: DEAL_WORDS,
    place: TIE_PLACE_WORDS,
  },
  ...{ bowPosition: BOW_POSITION_WORDS, backTail: { before: 'in front of its loop', behind: 'behind its loop' } },
  ...{ ground: GROUND_WORDS, whoTies: WHO_TIES_WORDS, gone_as: DEAL_WORDS },
  school: Object.fromEntries(Object.entries(SCHOOL_WORDS).map(([key, { name, rule }]) => [key, `${name}: ${rule}`])),
  way: Object.fromEntries(Object.entries(WAY_WORDS).map(([key, { name }]) => [key, name])),
  fault: Object.fromEntries(Object.entries(FAULT_WORDS).map(([key, { seen }]) => [key, seen])),
  longEnd: { left: 'the wearer’s left', right: 'the wearer’s right' },
  long_end: { left: 'the wearer’s left', right: 'the wearer’s right' },
  outcome: { tied: 'Tied', fault: 'A mistake', gaveUp: 'Given up' },
  handedOver: { stays: 'stayed with the shop', lent: 'lent', sold: 'sold', theirs: 'their own' },
};

const IS_MOMENT = /^\d{4}-\d{2}-\d{2}(T[\d:.]+Z)?$/;

function linesOf(row: Row, format: HeldFormat, of = ''): [string, string][] {
  return Object.entries(row).flatMap(([field, value]): [string, string][] => {
    if (value === null || value === '' || TECHNICAL.test(field)) return [];
    const label = field === 'value' && of !== '' ? labelOf(of) : labelOf(field);
    if (Array.isArray(value)) return [[label, value.map((each) => partWords(each, format)).join('; ')]];
    // a measure says of what it is in the field beside its value
    const kind = field === 'value' && typeof row['kind'] === 'string' ? row['kind'] : of;
    const figure = figureWords(value as Row);
    if (figure !== null) return [[label, figure]];
    if (typeof value === 'object') return linesOf(value as Row, format, kind);
    return [[label, valueWords(field === 'value' ? kind : field, value, format)]];
  });
}

/** A figure of a card with what it is of: “16½, mark, in”, “1¾ in, the wearer’s left”. Null for anything else. */
function figureWords(value: Row): string | null {
  const [figure, of, side] = ['figure', 'of', 'side'].map((field) => textOf(value, field));
  if (figure === undefined || figure === '') return null;
  return [figure, of, side === '' ? '' : `the wearer’s ${side}`].filter((part) => part !== '').join(', ');
}

const partWords = (part: unknown, format: HeldFormat): string =>
  typeof part === 'object' && part !== null
    ? Object.entries(part)
        .map(([field, value]) => valueWords(field, value, format))
        .join(': ')
    : String(part);

function valueWords(field: string, value: unknown, { length, day }: HeldFormat): string {
  if (typeof value === 'boolean' || ((value === 0 || value === 1) && /^(is_|collar_estimated)/.test(field)))
    return value === true || value === 1 ? 'yes' : 'no';
  if (typeof value === 'number') {
    if (/(Mm|_mm)$/.test(field)) return length(value);
    if (/(^|_)ms$/.test(field)) return `${Math.floor(value / 60_000)} min ${Math.round((value % 60_000) / 1000)} s`;
    return String(value);
  }
  const text = String(value);
  return VALUES[field]?.[text] ?? (IS_MOMENT.test(text) ? day(text) : /^[a-z]+([A-Z][a-z]+)+$/.test(text) ? humanize(text) : text);
}

const labelOf = (field: string): string => LABELS[field] ?? humanize(field.replace(/(_?mm|Mm|_at)$/, ''));

/** @example humanize('frontLoop') // 'Front loop' */
function humanize(name: string): string {
  const words = name.replaceAll('_', ' ').replace(/([a-z])([A-Z])/g, (_all, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}
