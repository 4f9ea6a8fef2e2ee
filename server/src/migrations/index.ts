/** All migrations, oldest first. One that has landed is never edited. */
import type { MigrationStep } from '../database/migrate.ts';
import { createShop } from './2026-11-24-03-10-create-shop.ts';
import { createDemoMark } from './2026-11-24-03-20-create-demo-mark.ts';
import { keepMeasuresAndRevisions } from './2026-11-24-23-40-keep-measures-and-revisions.ts';
import { createImports } from './2026-11-28-16-00-create-imports.ts';
import { findMiddlesOfNames } from './2026-11-28-19-10-find-middles-of-names.ts';
import { tellFibreFromWeave } from './2026-11-28-19-00-tell-fibre-from-weave.ts';
import { countTheCollarsStand } from './2026-11-29-05-30-count-the-collars-stand.ts';
import { knowWhoWorksHere } from './2026-11-29-09-00-know-who-works-here.ts';
import { markUsualTies } from './2026-12-01-19-40-mark-usual-ties.ts';
import { subscribeToCalendars } from './2026-12-01-20-00-subscribe-to-calendars.ts';
import { noteFirmness } from './2026-12-02-15-30-note-firmness.ts';
import { planParties } from './2026-11-29-18-30-plan-parties.ts';
import { timeTyings } from './2026-11-25-03-30-time-tyings.ts';
import { workOnSeveralMachines } from './2026-11-29-22-00-work-on-several-machines.ts';

export const migrations: readonly MigrationStep[] = [
  createShop,
  createDemoMark,
  keepMeasuresAndRevisions,
  timeTyings,
  createImports,
  tellFibreFromWeave,
  findMiddlesOfNames,
  countTheCollarsStand,
  knowWhoWorksHere,
  planParties,
  workOnSeveralMachines,
  markUsualTies,
  subscribeToCalendars,
  noteFirmness,
];
