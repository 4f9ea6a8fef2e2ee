/** Lets git use the project's hooks in this checkout. Run by `npm ci`; where there is no git, there is nothing to do. */
import { spawnSync } from 'node:child_process';
import { ROOT } from './lib/paths.mjs';

spawnSync('git', ['config', 'core.hooksPath', '.githooks'], { cwd: ROOT, stdio: 'ignore' });
