/**
 * Finds how each hand best comes to each grip, and writes it into core: `npm run hands`, after a grip was changed, or
 * `npm run hands -- facing` for one who ties. Takes two or three minutes each; what comes out is printed with what it costs.
 */
import { join } from 'node:path';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, runMain } from './lib/run.mjs';

runMain(async () => {
  await ensureNodePackages();
  const { code } = await run(process.execPath, [
    '--import',
    'tsx',
    join(ROOT, 'tools', 'src', 'hands', 'find.mjs'),
    ...process.argv.slice(2),
  ]);
  process.exit(code);
});
