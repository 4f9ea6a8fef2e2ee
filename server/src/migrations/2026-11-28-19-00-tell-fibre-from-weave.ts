import type { MigrationStep } from '../database/migrate.ts';

/** A tie's cloth is a fibre and a weave; ties and wearers can be put away, tyings taken off the record; wearers have a day and contact details. */
export const tellFibreFromWeave: MigrationStep = {
  name: '2026-11-28-19-00-tell-fibre-from-weave',
  statements: [
    'ALTER TABLE ties CHANGE COLUMN IF EXISTS cloth_kind fibre VARCHAR(20) NOT NULL',
    `ALTER TABLE ties
      ADD COLUMN IF NOT EXISTS weave VARCHAR(20) NULL AFTER fibre,
      ADD COLUMN IF NOT EXISTS away_at DATETIME(3) NULL AFTER updated_at`,
    "UPDATE ties SET fibre = 'silk', weave = 'satin' WHERE fibre = 'satin'",
    "UPDATE ties SET fibre = 'silk', weave = 'grosgrain' WHERE fibre = 'grosgrain'",
    "UPDATE ties SET fibre = 'cotton', weave = 'velvet' WHERE fibre = 'velvet'",
    `ALTER TABLE wearers
      ADD COLUMN IF NOT EXISTS contact VARCHAR(200) NOT NULL DEFAULT '' AFTER note,
      ADD COLUMN IF NOT EXISTS event_name VARCHAR(60) NOT NULL DEFAULT '' AFTER contact,
      ADD COLUMN IF NOT EXISTS event_on DATE NULL AFTER event_name,
      ADD COLUMN IF NOT EXISTS away_at DATETIME(3) NULL AFTER seen_at,
      ADD KEY IF NOT EXISTS wearers_by_event (event_on, id),
      ADD KEY IF NOT EXISTS wearers_by_away (away_at, merged_into, seen_at, id)`,
    'ALTER TABLE tyings ADD COLUMN IF NOT EXISTS removed_at DATETIME(3) NULL AFTER tied_at',
  ],
};
