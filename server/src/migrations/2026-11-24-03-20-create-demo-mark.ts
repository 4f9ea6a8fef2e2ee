import type { MigrationStep } from '../database/migrate.ts';

/** Remembers that demo data was loaded, so that it is never loaded over what people entered since. */
export const createDemoMark: MigrationStep = {
  name: '2026-11-24-03-20-create-demo-mark',
  statements: [
    'CREATE TABLE demo_mark (scenario VARCHAR(60) NOT NULL PRIMARY KEY, loaded_at DATETIME(3) NOT NULL) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4',
  ],
};
