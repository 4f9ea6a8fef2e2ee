import { fittingInput, tieInput, wearerInput, type Tie, type Wearer } from '@easytuck/contract';
import { DEFAULT_EASE_MM, evenLeadMm, prepareTie, schoolSet } from '@easytuck/core';
import { QueryTypes } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { withTransaction } from '../database/withTransaction.ts';
import { fittingService } from '../modules/fittings/service.ts';
import { tieRepository } from '../modules/ties/repository.ts';
import { wearerRepository } from '../modules/wearers/repository.ts';
import type { Database } from '../plugins/database.ts';
import { demoTies } from './ties.ts';
import { demoWearers } from './wearers.ts';

const SCENARIO = 'harbour outfitters';

/** Fills an empty shop with the demo scenario, once. What was entered since is never touched. */
export async function loadDemo(shop: Database): Promise<void> {
  const { sequelize } = shop;
  const marks = await sequelize.query('SELECT scenario FROM demo_mark WHERE scenario = ?', {
    replacements: [SCENARIO],
    type: QueryTypes.SELECT,
  });
  if (marks.length > 0) return;
  const ties = tieRepository(shop);
  const wearers = wearerRepository(shop);
  await withTransaction(sequelize, async (transaction) => {
    await sequelize.query('INSERT INTO demo_mark (scenario, loaded_at) VALUES (?, UTC_TIMESTAMP(3))', {
      replacements: [SCENARIO],
      transaction,
    });
    for (const tie of demoTies) await ties.insert(uuid(), tieInput.parse(tie), new Date(), transaction);
    for (const wearer of [...demoWearers].reverse()) await wearers.insert(uuid(), wearerInput.parse(wearer), new Date(), transaction);
  });
  await giveOutSome({ ...shop, isReady: () => true }, await wearers.search('', 200), await ties.list());
}

/** A few fittings of the last days, so that a wearer's page has something to show. */
async function giveOutSome(shop: Database, wearers: readonly Wearer[], ties: readonly Tie[]): Promise<void> {
  const fittings = fittingService(shop);
  const given: readonly (readonly [wearer: string, tie: string])[] = [
    ['Ivo Sandgate', 'Lamplighter'],
    ['Marit Solheim', 'Night Ferry'],
    ['Corin Attleby', 'Night Ferry'],
    ['Corin Attleby', 'Harbour Night'],
  ];
  for (const [wearerName, tieName] of given) {
    const wearer = wearers.find(({ name }) => name.startsWith(wearerName));
    const tie = ties.find(({ name }) => name.startsWith(tieName));
    if (!wearer || !tie) throw new Error(`the demo scenario has no ${wearerName} or no ${tieName}`);
    const prepared = prepareTie(tie);
    const { rounded } = schoolSet('true', prepared, wearer.collar, DEFAULT_EASE_MM);
    await fittings.giveOut(
      fittingInput.parse({
        id: uuid(),
        wearer: { kind: 'known', id: wearer.id },
        collar: wearer.collar.text,
        easeMm: DEFAULT_EASE_MM,
        longEnd: wearer.longEnd,
        collarStyle: 'turndown',
        collarPointsMm: null,
        neckBreadthMm: null,
        faceWidthMm: null,
        tieId: tie.id,
        school: 'true',
        step: rounded.nearest.step,
        leadMm: evenLeadMm(prepared),
      }),
    );
  }
}
