import { join } from 'node:path';
import { buildOnce } from './builds.mjs';
import { CACHE, ROOT } from './paths.mjs';
import { run, SetupError } from './run.mjs';

/**
 * Builds the interface, and the pocket coach beside it, where its sources have changed since it was last built.
 * @returns {Promise<string>} the folder.
 */
export const buildWeb = () =>
  buildOnce({
    into: join(CACHE, 'web'),
    sources: [
      ...['web/src', 'web/index.html', 'web/vite.config.ts', 'web/public', 'web/pocket', 'web/vite.pocket.config.ts'],
      ...['core/src', 'contract/src', 'package-lock.json'],
    ],
    proof: 'index.html',
    make: async (folder) => {
      console.log('Building the interface …');
      const build = async (/** @type {string[]} */ ...args) => {
        const { code, output } = await run(
          process.execPath,
          [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn', '--emptyOutDir', ...args],
          { cwd: join(ROOT, 'web'), quiet: true, env: { ...process.env, NO_COLOR: '1' } },
        );
        if (code !== 0) throw new SetupError(`The interface could not be built.\n\n${output}`);
      };
      await build('--outDir', folder);
      await build('--config', 'vite.pocket.config.ts', '--outDir', join(folder, 'pocket'));
    },
  });
