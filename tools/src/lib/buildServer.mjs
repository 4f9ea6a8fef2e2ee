import { join } from 'node:path';
import { buildOnce } from './builds.mjs';
import { CACHE, ROOT } from './paths.mjs';
import { SetupError } from './run.mjs';

/** Where the server, its commands, its threads and the simulated printer begin. */
const STARTS = {
  main: 'server/src/main.ts',
  commands: 'server/src/commands.ts',
  'modules/exchange/importThread': 'server/src/modules/exchange/importThread.ts',
  'backup/saveThread': 'server/src/backup/saveThread.ts',
  'modules/coach/sheetsThread': 'server/src/modules/coach/sheetsThread.ts',
  printer: 'devices/src/main.ts',
};

/**
 * Builds the server where its sources have changed since it was last built: it starts in half the time in which its sources are
 * read one by one. Packages stay where they are.
 * @returns {Promise<string>} the folder, with `main.mjs`, `commands.mjs` and `printer.mjs`.
 */
export const buildServer = () =>
  buildOnce({
    into: join(CACHE, 'server'),
    sources: ['server/src', 'devices/src', 'core/src', 'contract/src', 'package-lock.json'],
    proof: 'main.mjs',
    make: async (folder) => {
      // (a start on a fresh machine has no packages yet when it reads this file)
      const { build } = await import('esbuild');
      try {
        await build({
          entryPoints: STARTS,
          absWorkingDir: ROOT,
          outdir: folder,
          outExtension: { '.js': '.mjs' },
          ...{ bundle: true, splitting: true, platform: 'node', format: 'esm', target: 'node20', sourcemap: true, logLevel: 'silent' },
          plugins: [PACKAGES_STAY],
        });
      } catch (error) {
        throw new SetupError(`The server could not be built.\n\n${error instanceof Error ? error.message : String(error)}`);
      }
    },
  });

/** Only what is written here is taken together. @type {import('esbuild').Plugin} */
const PACKAGES_STAY = {
  name: 'packages stay',
  setup: ({ onResolve }) =>
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@easytuck/') ? undefined : { external: true },
    ),
};
