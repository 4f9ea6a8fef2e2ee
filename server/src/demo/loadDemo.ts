import {
  collarInput,
  fittingInput,
  shopSettingsInput,
  tieInput,
  tyingInput,
  wearerInput,
  type Fitting,
  type Tie,
  type TyingInput,
  type Wearer,
} from '@easytuck/contract';
import {
  DEFAULT_EASE_MM,
  evenLeadMm,
  naturalSetMm,
  neckPathMm,
  prepareTie,
  schoolSet,
  type Occasion,
  UNTWISTED,
  type CollarStyle,
  type Folding,
} from '@easytuck/core';
import { QueryTypes } from 'sequelize';
import { v5, v7 as uuid } from 'uuid';
import { withLease } from '../database/lease.ts';
import { withTransaction } from '../database/withTransaction.ts';
import { collarRepository } from '../modules/collars/repository.ts';
import { fittingService } from '../modules/fittings/service.ts';
import { shopRepository } from '../modules/shop/repository.ts';
import { tieRepository } from '../modules/ties/repository.ts';
import { tyingService } from '../modules/tyings/service.ts';
import { wearerRepository } from '../modules/wearers/repository.ts';
import { wearerService, wholeWearer } from '../modules/wearers/service.ts';
import { defineModels, readDocument } from '../database/models.ts';
import type { Database } from '../plugins/database.ts';
import { demoCollars, demoShop } from './house.ts';
import { enterParty } from './party.ts';
import { demoTies } from './ties.ts';
import { demoWearers } from './wearers.ts';

const SCENARIO = 'harbour outfitters';
/** Stands until the fittings and tyings of the scenario are there too. */
const UNFINISHED = 'harbour outfitters: still to be given out';
const WAIT_MS = 5 * 60_000;

/**
 * Fills an empty shop with the demo scenario, once, however many servers start together; cut off, it goes on where it was. What
 * was entered since is never touched.
 */
export async function loadDemo(database: Database): Promise<void> {
  const marks = async (): Promise<readonly string[]> =>
    (await database.jobs.query<{ scenario: string }>('SELECT scenario FROM demo_mark', { type: QueryTypes.SELECT, useMaster: true })).map(
      ({ scenario }) => scenario,
    );
  const isDone = (found: readonly string[]): boolean => found.includes(SCENARIO) && !found.includes(UNFINISHED);
  if (isDone(await marks())) return;
  const done = await withLease(database.jobs, 'start', WAIT_MS, async () => {
    const found = await marks();
    if (isDone(found)) return true;
    // the pool of jobs waits longer for its locks than requests do
    const patient: Database = { ...database, sequelize: database.jobs, models: defineModels(database.jobs), isReady: () => true };
    if (!found.includes(SCENARIO)) await stock(patient);
    await giveOutSome(patient, await wearerRepository(patient).search('', 200), await tieRepository(patient).list());
    await database.jobs.query('DELETE FROM demo_mark WHERE scenario = ?', { replacements: [UNFINISHED] });
    return true;
  });
  if (done === null) throw new Error('another server has been loading the demo scenario for five minutes');
}

/** Ties, collars, wearers and the house's habits: all or none. */
async function stock(database: Database): Promise<void> {
  const { sequelize } = database;
  const ties = tieRepository(database);
  const wearers = wearerRepository(database);
  const collars = collarRepository(database);
  await withTransaction(sequelize, async (transaction) => {
    await sequelize.query('INSERT INTO demo_mark (scenario, loaded_at) VALUES (?, UTC_TIMESTAMP(3)), (?, UTC_TIMESTAMP(3))', {
      replacements: [SCENARIO, UNFINISHED],
      transaction,
    });
    await ties.insertAll(
      demoTies.map((tie) => ({ id: uuid(), data: tieInput.parse(tie) })),
      new Date(),
      transaction,
    );
    for (const collar of demoCollars) await collars.insert(uuid(), collarInput.parse(collar), new Date(), transaction);
    for (const wearer of [...demoWearers(new Date())].reverse())
      await wearers.insert([wholeWearer(uuid(), wearerInput.parse(wearer))], new Date(), transaction);
  });
  await shopRepository(database).update(1, shopSettingsInput.parse(demoShop));
}

/** Keys that are the same each time, so that what was given out before it was cut off is not given out twice. */
const NAMESPACE = '6f2c1f0e-8f3b-5c57-9a53-0f6e2d0a7b11';
const keyOf = (kind: string, number: number): string => v5(`${kind} ${number}`, NAMESPACE);

/** A fitting of the scenario: who, what, for what, by whom, so many days ago. */
interface GivenOut {
  readonly wearer: string;
  readonly tie: string;
  readonly occasion: Occasion;
  readonly staff: string;
  readonly school?: 'true' | 'easy' | 'late';
  readonly collarStyle?: CollarStyle;
  readonly folding?: Folding;
  readonly daysAgo: number;
}

/** More than a year of the house's work, oldest first; the last is revised. */
const GIVEN_OUT: readonly GivenOut[] = [
  { wearer: 'Ivo Sandgate', tie: 'Harbour Night', occasion: 'blackTie', staff: 'Prudence', daysAgo: 402 },
  { wearer: 'Emeka Stroud', tie: 'Long Pier', occasion: 'blackTie', staff: 'Osric', daysAgo: 317 },
  { wearer: 'Tobias Renwick', tie: 'Night Ferry', occasion: 'business', staff: 'Osric', collarStyle: 'buttonDown', daysAgo: 251 },
  { wearer: 'Piet van Hollum', tie: 'Sandbank', occasion: 'business', staff: 'Osric', daysAgo: 171 },
  { wearer: 'Desmond', tie: 'Breakwater', occasion: 'whiteTie', staff: 'Hester', school: 'easy', collarStyle: 'wing', daysAgo: 118 },
  { wearer: 'Ivo Sandgate', tie: 'Lamplighter', occasion: 'blackTie', staff: 'Hester', daysAgo: 83 },
  { wearer: 'Marit Solheim', tie: 'Night Ferry', occasion: 'business', staff: 'Osric', daysAgo: 55 },
  { wearer: 'Rafferty', tie: 'Quayside', occasion: 'daytime', staff: 'Prudence', daysAgo: 34 },
  { wearer: 'Ottoline', tie: 'Quayside', occasion: 'daytime', staff: 'Prudence', school: 'late', daysAgo: 20 },
  { wearer: 'Corin Attleby', tie: 'Night Ferry', occasion: 'other', staff: 'Osric', daysAgo: 12 },
  { wearer: 'Corin Attleby', tie: 'Harbour Night', occasion: 'blackTie', staff: 'Hester', daysAgo: 4 },
];

/** Further fittings for what the others do not show: a pointed tie, and a reversible one with chosen faces. */
const FURTHER: readonly GivenOut[] = [
  { wearer: 'Ivo Sandgate', tie: 'Signal Red', occasion: 'daytime', staff: 'Prudence', collarStyle: 'spread', daysAgo: 388 },
  {
    ...{ wearer: 'Corin Attleby', tie: 'Tideline', occasion: 'other', staff: 'Prudence', daysAgo: 361 },
    folding: { ...UNTWISTED, frontTurned: true },
  },
];

/** Fittings and tyings of a year and more, so that there is a ledger, a history, and a revision to look at. */
async function giveOutSome(database: Database, wearers: readonly Wearer[], ties: readonly Tie[]): Promise<void> {
  const fittings = fittingService(database);
  let last: Fitting | null = null;
  const one = async (id: string, { wearer, tie, school = 'true', daysAgo, ...about }: GivenOut): Promise<Fitting> => {
    const issued = await giveOut(fittings, id, find(wearers, wearer), find(ties, tie), { ...about, school }, null);
    await dateBack(database, 'fittings', id, daysAgo);
    return issued;
  };
  for (const [i, each] of FURTHER.entries()) await one(keyOf('further fitting', i), each);
  for (const [i, each] of GIVEN_OUT.entries()) last = await one(keyOf('fitting', i), each);
  const corin = find(wearers, 'Corin Attleby');
  if (last) {
    const id = keyOf('fitting', GIVEN_OUT.length);
    await giveOut(fittings, id, corin, find(ties, 'Harbour Night'), { occasion: 'blackTie', staff: 'Hester', school: 'easy' }, last.id);
    await dateBack(database, 'fittings', id, 1);
  }
  await wearerService(database).own(corin.id, find(ties, 'Harbour Night').id);
  if (last) await tieSome(database, corin, find(ties, 'Harbour Night'), last);
  await tieCottons(database, wearers, ties);
  await enterParty(database, wearers, ties, keyOf, (id, daysAgo) => dateBack(database, 'fittings', id, daysAgo));
  await seeAsFitted(database);
}

/** Where the time of what is given out or tied stands. */
const TIME_OF = { fittings: 'given_out_at', tyings: 'tied_at' } as const;
/** The hour of the day, in UTC, at which most of the scenario happened. */
const BUSY_HOUR = 14;

/** Puts something of the scenario so many days back: services only know now. */
async function dateBack({ jobs }: Database, table: keyof typeof TIME_OF, id: string, daysAgo: number): Promise<void> {
  const at = new Date();
  at.setUTCDate(at.getUTCDate() - daysAgo);
  at.setUTCHours(BUSY_HOUR - (daysAgo % 5), (daysAgo * 17) % 60, 0, 0);
  await jobs.query(`UPDATE ${table} SET ${TIME_OF[table]} = ? WHERE id = ?`, { replacements: [at, id] });
  if (table === 'tyings') return;
  // the card is written again as a whole: the database's own functions write documents in their own spacing
  const [kept] = await jobs.query<{ card: unknown }>('SELECT card FROM fittings WHERE id = ?', {
    replacements: [id],
    type: QueryTypes.SELECT,
  });
  const card = { ...(readDocument(kept?.card) as object), givenOutAt: at.toISOString() };
  await jobs.query('UPDATE fittings SET card = ? WHERE id = ?', { replacements: [JSON.stringify(card), id] });
}

/** Everybody was entered when they were first fitted, or some weeks ago, and last seen when they were last. */
async function seeAsFitted({ jobs }: Database): Promise<void> {
  const statements = [
    `UPDATE wearers w LEFT JOIN (SELECT wearer_id, MIN(given_out_at) AS first_at, MAX(given_out_at) AS last_at FROM fittings GROUP BY wearer_id) f
      ON f.wearer_id = w.id SET w.created_at = COALESCE(f.first_at, w.created_at - INTERVAL 26 DAY),
      w.updated_at = COALESCE(f.first_at, w.created_at), w.seen_at = COALESCE(f.last_at, w.created_at)`,
    'UPDATE wearer_words o JOIN wearers w ON w.id = o.wearer_id SET o.seen_at = w.seen_at',
    'UPDATE wearer_measures m JOIN wearers w ON w.id = m.wearer_id SET m.taken_at = w.created_at',
    'UPDATE wearer_ties o JOIN wearers w ON w.id = o.wearer_id SET o.since = w.seen_at',
    'UPDATE ties SET created_at = created_at - INTERVAL 420 DAY, updated_at = updated_at - INTERVAL 420 DAY WHERE created_at > UTC_TIMESTAMP() - INTERVAL 1 DAY',
  ];
  for (const statement of statements) await jobs.query(statement);
}

/** Cotton ties that were measured when they were tied: what they showed is where another tie of cotton starts from. */
async function tieCottons(database: Database, wearers: readonly Wearer[], ties: readonly Tie[]): Promise<void> {
  const tyings = tyingService(database);
  const tied: readonly (readonly [wearer: string, tie: string, shortOffMm: number, longOffMm: number])[] = [
    ['Desmond', 'Breakwater', 3, 5],
    ['Desmond', 'Pilot', 4, 3],
    ['Ottoline', 'Little Gull', 2, 6],
  ];
  for (const [i, [wearerName, tieName, shortOffMm, longOffMm]] of tied.entries()) {
    const tie = find(ties, tieName);
    const prepared = prepareTie(tie);
    const [path, leadMm] = [neckPathMm({ system: 'in', label: 15.5 }, DEFAULT_EASE_MM, tie.cloth), evenLeadMm(prepared)];
    const setMm = naturalSetMm(prepared, path);
    // as measured bows have it: what the knot takes more, the bow lacks
    const third = (offMm: number): number => Math.round(((setMm - path - leadMm) / 2 - prepared.takeUp.shortMm - offMm) / 3);
    const [front, back] = [third(shortOffMm), third(longOffMm)];
    const halves = { frontLoopMm: front, frontFlatEndMm: front, backLoopMm: back, backFlatEndMm: back };
    const about = { wearerId: find(wearers, wearerName).id, tieId: tie.id, outcome: 'tied', neckPathMm: path } as const;
    const id = keyOf('cotton', i);
    await tyings.record(tyingInput.parse({ id, ...about, setMm, leadMm, ...halves }));
    await dateBack(database, 'tyings', id, 96 - 30 * i);
  }
}

/** How Corin learned to tie: three timed tries, and two tyings that were measured. */
async function tieSome(
  database: Database,
  { id: wearerId }: Wearer,
  { id: tieId }: Tie,
  { result, leadMm, collar, easeMm, tie }: Fitting,
): Promise<void> {
  const tyings = tyingService(database);
  const minutes = (count: number): number => count * 60_000;
  const timed = { way: 'main', steps: [] } as const;
  const tiedWith = { setMm: result.setMm, leadMm, neckPathMm: neckPathMm(collar, easeMm, tie.cloth) };
  const tries: readonly Partial<TyingInput>[] = [
    { ...timed, outcome: 'gaveUp', durationMs: minutes(9.4), steps: [{ step: 'passage', ms: minutes(6.2) }], note: 'Found no passage.' },
    {
      ...timed,
      way: 'onThigh',
      outcome: 'fault',
      fault: 'loopsOnOneSide',
      durationMs: minutes(7.1),
      steps: [{ step: 'backBow', ms: minutes(3.5) }],
    },
    { ...timed, outcome: 'tied', durationMs: minutes(4.6), steps: [{ step: 'passage', ms: minutes(1.4) }] },
    { ...tiedWith, outcome: 'tied', frontLoopMm: 60, frontFlatEndMm: 61, backLoopMm: 64, backFlatEndMm: 62 },
    { ...tiedWith, outcome: 'tied', frontLoopMm: 61, frontFlatEndMm: 60, backLoopMm: 63, backFlatEndMm: 63 },
  ];
  for (const [i, tried] of tries.entries()) {
    const id = keyOf('tying', i);
    await tyings.record(tyingInput.parse({ id, wearerId, tieId, ...tried }));
    await dateBack(database, 'tyings', id, 11 - 2 * i);
  }
}

async function giveOut(
  fittings: ReturnType<typeof fittingService>,
  id: string,
  wearer: Wearer,
  tie: Tie,
  about: Pick<GivenOut, 'occasion' | 'staff' | 'collarStyle' | 'folding'> & { readonly school: 'true' | 'easy' | 'late' },
  revises: string | null,
): Promise<Fitting> {
  const prepared = prepareTie(tie);
  const easeMm = wearer.easeMm ?? DEFAULT_EASE_MM;
  const { rounded } = schoolSet(about.school, prepared, wearer.collar, easeMm);
  const { neckBreadthMm, faceWidthMm, firstButtonMm, buttonSpacingMm } = wearer;
  const { stored } = await fittings.giveOut(
    fittingInput.parse({
      ...{ id, wearer: { kind: 'known', id: wearer.id }, collar: wearer.collar.text, easeMm, longEnd: wearer.longEnd },
      ...{ collarStyle: 'turndown', collarPointsMm: null, neckBreadthMm, faceWidthMm, firstButtonMm, buttonSpacingMm },
      ...{ ...about, tieId: tie.id, step: rounded.nearest.step, leadMm: evenLeadMm(prepared), revises },
    }),
  );
  return stored;
}

function find<T extends { readonly name: string }>(all: readonly T[], name: string): T {
  const found = all.find((each) => each.name.startsWith(name));
  if (!found) throw new Error(`the demo scenario has no ${name}`);
  return found;
}
