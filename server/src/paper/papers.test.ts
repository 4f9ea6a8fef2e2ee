/** Every paper, laid out for short and for long content: nothing lies over anything, past a margin, or is too small to read. */
import type { Fitting } from '@easytuck/contract';
import { OFFERED_WAYS, prepareTie, settingGauge } from '@easytuck/core';
import { v7 as uuid } from 'uuid';
import { aFitting, openTestShop, type TestShop } from '../testing.ts';
import { faultsOfPage } from './boxes.ts';
import type { Display } from './display.ts';
import { measureText } from './fonts.ts';
import { A6_MM, layOutCard } from './layouts/layOutCard.ts';
import { layOutCoachSheet } from './layouts/layOutCoachSheet.ts';
import { layOutGauge } from './layouts/layOutGauge.ts';
import { layOutLines } from './layouts/layOutLines.ts';
import { layOutSetTable } from './layouts/layOutSetTable.ts';
import { tie } from './testing.ts';

const PAPERS = ['A4', 'Letter'] as const;
const ADDRESS = 'https://tuck.example/pocket/#AAAAAAAAAAAAAAAAAAAAAA';
/** Sheets are read at arm’s length: 8 pt. A card is held in the hand. */
const SHEET = { marginMm: 5, leastSizeMm: 8 * (25.4 / 72) } as const;
const LONG = 'Bartholomew Featherstonehaugh-Cholmondeley of the Harbour Light Orchestra';

let shop: TestShop;
let fitting: Fitting;
let late: Fitting;
beforeAll(async () => {
  shop = await openTestShop();
  await shop.app.inject({ method: 'POST', url: '/api/ties', payload: tie });
  const giveOut = async (name: string, change: Parameters<typeof aFitting>[2]): Promise<Fitting> =>
    (
      await shop.app.inject({ method: 'POST', url: '/api/fittings', payload: aFitting({ kind: 'new', id: uuid(), name }, tie.id, change) })
    ).json<Fitting>();
  fitting = await giveOut('Bo Fen', { occasion: 'blackTie' });
  late = await giveOut(LONG, { occasion: 'blackTie', school: 'late' });
});
afterAll(async () => {
  await shop.close();
});

const faultsOf = (name: string, pages: readonly Display[], limits: { marginMm: number; leastSizeMm: number }): string[] =>
  pages.flatMap((page, i) => faultsOfPage(page, measureText, limits).map((fault) => `${name}, page ${i + 1}: ${fault}`));

/** A fitting with names as long as they can be. */
const longest = (shown: Fitting): Fitting => ({
  ...shown,
  wearer: { ...shown.wearer, name: LONG },
  tie: { ...shown.tie, name: 'Long Pier full butterfly in hand-blocked midnight barathea with a piqué lining' },
});

it.each(PAPERS)('the coach sheet on %s, in every way, for every reader, with and without a code', (paper) => {
  const faults: string[] = [];
  // each takes a second: every way, every reader and each length of content, not every combination
  const sheets = [
    ...OFFERED_WAYS.map((way) => [longest(late), way, 'wearer', ADDRESS] as const),
    ...(['facing', 'behind'] as const).map((reader) => [longest(fitting), 'main', reader, ADDRESS] as const),
    [fitting, 'main', 'wearer', null] as const,
  ];
  for (const [shown, way, reader, address] of sheets) {
    const pages = layOutCoachSheet(shown, way, reader, 'in', paper, measureText, address);
    faults.push(...faultsOf(`${way}, ${reader}`, pages, SHEET));
  }
  expect(faults).toEqual([]);
});

it('the hands stand on the coach sheet too: they are why the coach is worth having', () => {
  const text = layOutCoachSheet(fitting, 'main', 'wearer', 'in', 'A4', measureText)
    .flatMap(({ items }) => items.flatMap((item) => (item.kind === 'text' ? [item.text] : [])))
    .join(' ');
  expect(text).toMatch(/thumb/i);
  expect(text).toMatch(/forefinger/i);
});

it('cards on A6 and labels, with short and long content, with and without a code', () => {
  const faults: string[] = [];
  const { card } = fitting;
  if (card === null) throw new Error('the fitting has no card');
  const long = {
    ...card,
    wearer: LONG,
    tie: 'Long Pier full butterfly in midnight barathea',
    sure: 'give or take 5⁄8 in; 1 1⁄4 in before it was tied',
  };
  for (const shown of [card, long])
    for (const page of [A6_MM, { widthMm: 100, heightMm: 60 }])
      for (const address of [null, ADDRESS])
        faults.push(...faultsOf(`${page.widthMm} mm`, [layOutCard(shown, page, measureText, address)], { marginMm: 2, leastSizeMm: 1 }));
  expect(faults).toEqual([]);
});

it.each(PAPERS)('lists, tables and the gauge on %s', (paper) => {
  const columns = [
    { head: 'At', share: 0.6 },
    { head: 'Who', share: 1.4 },
    { head: 'Tie', share: 1.6 },
  ];
  const faults: string[] = [];
  for (const count of [0, 1, 40, 120]) {
    const rows = Array.from({ length: count }, () => ['18:46', LONG, 'Long Pier full butterfly, mark 16 1⁄2']);
    const list = { title: LONG, tells: `${LONG}. ${LONG}.`, columns, rows, foot: LONG, isTicked: true };
    // a list of many is read from near by
    faults.push(...faultsOf(`list of ${count}`, layOutLines(list, paper, measureText), { marginMm: 5, leastSizeMm: 2.4 }));
  }
  faults.push(...faultsOf('table', layOutSetTable(LONG, `${LONG}. ${LONG}.`, 'collar', [], 'in', paper, measureText), SHEET));
  const gauge = settingGauge(prepareTie(fitting.tie), 'in', 6.35);
  faults.push(...faultsOf('gauge', [layOutGauge(longest(fitting).tie.name, gauge, paper, measureText)], { marginMm: 3, leastSizeMm: 2.4 }));
  expect(faults).toEqual([]);
});
