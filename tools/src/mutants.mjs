/**
 * Tries mutants of core's fit and balance against their own tests: is there one that notices when a sign, a bound or an order is
 * another? Takes long; a later run looks only at what has changed. What is named picks files: `npm run test:mutants -- fit/bow`.
 */
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, runMain } from './lib/run.mjs';

const FOLDER = join(ROOT, 'core', '.mutants');

runMain(async () => {
  await ensureNodePackages();
  const tests = ['fit', 'balance'].flatMap((room) =>
    readdirSync(join(ROOT, 'core', 'src', room))
      .filter((name) => name.endsWith('.test.ts'))
      .map((name) => `../src/${room}/${name}`),
  );
  // all in one file: loading core once for each file of tests takes ten times as long as the tests themselves
  mkdirSync(FOLDER, { recursive: true });
  writeFileSync(join(FOLDER, 'all.test.ts'), tests.map((test) => `import '${test}';\n`).join(''));
  const sought = process.argv.slice(2);
  const { code } = await run(process.execPath, [
    ...[join(ROOT, 'node_modules/@stryker-mutator/core/bin/stryker.js'), 'run', 'stryker.config.mjs'],
    ...(sought.length > 0 ? ['--mutate', sought.map((file) => `core/src/${file}.ts`).join(',')] : []),
  ]);
  rmSync(FOLDER, { recursive: true, force: true });
  process.exit(code);
});
