/** Measures what the program is held to, on this machine, and prints each figure with its aim beside it. */
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb } from './lib/buildWeb.mjs';
import { CHROMIUM, ensurePrograms, MARIADB_INSTALL, MARIADBD, MY_PRINT_DEFAULTS } from './lib/debianPackages.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { CACHE, DATA, ROOT } from './lib/paths.mjs';
import { run, runMain } from './lib/run.mjs';

runMain(async () => {
  await ensureNodePackages();
  await ensurePrograms([MARIADBD, MARIADB_INSTALL, MY_PRINT_DEFAULTS, CHROMIUM]);
  mkdirSync(CACHE, { recursive: true });
  await buildWeb();
  rmSync(join(DATA, 'bench'), { recursive: true, force: true });
  const { code } = await run(
    process.execPath,
    ['--import', 'tsx', join(ROOT, 'tools', 'src', 'bench', 'all.mjs'), ...process.argv.slice(2)],
    {
      env: { ...process.env, DATABASE_URL: '' },
    },
  );
  process.exit(code);
});
