import { OCCASION_WORDS, SCHOOL_WORDS, type FittingQuery, type LedgerLine } from '@easytuck/contract';
import { writeCsvHeading, writeCsvRows } from '../exchange/csv.ts';
import type { FittingService } from './service.ts';

const PAGE = 200;
const round = (lengthMm: number): string => String(Math.round(lengthMm * 10) / 10);

const COLUMNS: readonly (readonly [name: string, value: (line: LedgerLine) => string])[] = [
  ['given out', ({ givenOutAt }) => givenOutAt],
  ['wearer', ({ wearerName }) => wearerName],
  ['tie', ({ tieName }) => tieName],
  ['collar', ({ collar }) => collar.text],
  ['occasion', ({ occasion }) => OCCASION_WORDS[occasion]],
  ['school', ({ school }) => SCHOOL_WORDS[school].name],
  ['set at', ({ setting }) => setting],
  ['tip to tip mm', ({ setMm }) => round(setMm)],
  ['lead mm', ({ leadMm }) => round(leadMm)],
  ['long end', ({ longEnd }) => longEnd],
  ['spread mm', ({ spreadMm }) => round(spreadMm)],
  ['grade', ({ grade }) => grade],
  ['fitted by', ({ staff }) => staff],
  ['revision', ({ revision }) => String(revision)],
  ['key', ({ id }) => id],
];

/** The whole ledger, by the filters, as CSV, page by page. */
export async function* ledgerCsv(service: FittingService, query: FittingQuery): AsyncGenerator<string> {
  yield writeCsvHeading(COLUMNS.map(([name]) => name));
  for (let before = query.before, more = true; more;) {
    const page = await service.ledger({ ...query, limit: PAGE, ...(before === undefined ? {} : { before }) });
    yield writeCsvRows(page.lines.map((line) => COLUMNS.map(([, value]) => value(line))));
    more = page.more;
    before = page.lines.at(-1)?.id;
  }
}
