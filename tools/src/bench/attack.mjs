import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';
import { run } from '../lib/run.mjs';

/**
 * Runs the generated attack of the server's tests, and reads off what came of it.
 * @param {string} databaseUrl
 */
export async function measureAttack(databaseUrl) {
  const { output } = await run(
    process.execPath,
    [join(ROOT, 'node_modules', 'jest', 'bin', 'jest.js'), '--selectProjects', 'server', '--testPathPatterns', 'attack'],
    { quiet: true, env: { ...process.env, DATABASE_URL: databaseUrl, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' } },
  );
  const said = /attack: (\d+) requests over (\d+) routes, (\d+) answered 5xx or late, slowest (\d+) ms/.exec(output);
  if (!said) throw new Error(`the attack said nothing of what came of it:\n${output}`);
  const [requests = 0, routes = 0, wrong = 0, slowestMs = 0] = said.slice(1).map(Number);
  return { requests, routes, wrong, slowestMs };
}
