/**
 * Draws a bow's knot tight by contact and tension alone, and says how much cloth it takes.
 * `npm run knot -- waistMm=36 thicknessMm=1.8` one knot; `-- table` tabulates them anew into docs/knot-table.csv (45 minutes on
 * two cores); `-- fit` holds the model's formulas against that table; `-- picture` draws the worked knot cut through its middle.
 */
import { join } from 'node:path';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, runMain } from './lib/run.mjs';

const COMMANDS = ['table', 'fit', 'picture'];

runMain(async () => {
  await ensureNodePackages();
  const [command = '', ...rest] = process.argv.slice(2);
  const file = COMMANDS.includes(command) ? command : 'one';
  const { code } = await run(process.execPath, [
    ...['--import', 'tsx', join(ROOT, 'tools', 'src', 'knot', `${file}.mjs`)],
    ...(file === 'one' ? process.argv.slice(2) : rest),
  ]);
  process.exit(code);
});
