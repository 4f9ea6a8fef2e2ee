/**
 * Runs the tests, all or the parts that are named: types, lint, core, contract, server, devices, web, tools, e2e. Sets up what
 * they need, and ends with one line that counts them all.
 */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb } from './lib/buildWeb.mjs';
import { CHROMIUM, ensurePrograms, MARIADB_INSTALL, MARIADBD, MY_PRINT_DEFAULTS } from './lib/debianPackages.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { addOutcomes, closingLine, jestOutcome, playwrightOutcome } from './lib/outcome.mjs';
import { CACHE, DATA, ROOT } from './lib/paths.mjs';
import { startPrivateDatabase } from './lib/privateDatabase.mjs';
import { run, runMain } from './lib/run.mjs';

/** @typedef {import('./lib/outcome.mjs').Outcome} Outcome */

const WORKSPACES = ['core', 'contract', 'server', 'devices', 'web', 'e2e', 'tools'];
const JEST_PARTS = ['core', 'contract', 'server', 'devices', 'web', 'tools'];
const PARTS = ['types', 'lint', ...JEST_PARTS, 'e2e'];

runMain(async () => {
  const asked = process.argv.slice(2).filter((part) => !part.startsWith('-'));
  const unknown = asked.filter((part) => !PARTS.includes(part));
  if (unknown.length > 0) throw new Error(`there is no part ${unknown.join(', ')}; there are ${PARTS.join(', ')}`);
  const parts = asked.length > 0 ? asked : PARTS;
  const wants = (/** @type {string} */ part) => parts.includes(part);
  const jestParts = JEST_PARTS.filter(wants);

  await timed('packages', ensureNodePackages);
  if (wants('server') || wants('e2e'))
    await ensurePrograms([MARIADBD, MARIADB_INSTALL, MY_PRINT_DEFAULTS, ...(wants('e2e') ? [CHROMIUM] : [])]);
  mkdirSync(CACHE, { recursive: true });

  // lint needs one core for long and goes on beside the rest; the journeys want only the built interface
  const outcomes = await Promise.all([
    wants('lint') ? checkLint() : none(),
    (async () => {
      const checked = await Promise.all([
        checkTheRest(wants),
        jestParts.length > 0 ? timed('unit tests', () => runJest(jestParts)) : none(),
      ]);
      return addOutcomes([...checked, wants('e2e') ? await timed('journeys', runJourneys) : await none()]);
    })(),
  ]);

  const sum = addOutcomes(outcomes);
  console.log(`\n${closingLine(sum)}`);
  process.exit(sum.failed > 0 ? 1 : 0);
});

/** @returns {Promise<Outcome>} */
const none = async () => ({ passed: 0, failed: 0 });

const bin = (/** @type {string[]} */ ...path) => join(ROOT, 'node_modules', ...path);

/** Runs a check; its output is shown only where it fails. @param {string} name @param {string} script @param {readonly string[]} args @returns {Promise<Outcome>} */
async function check(name, script, args) {
  const { code, output } = await run(process.execPath, [script, ...args], { quiet: true });
  console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${name}`);
  if (code !== 0) console.log(output);
  return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

/** Says how long a part took. @template T @param {string} name @param {() => Promise<T>} work @returns {Promise<T>} */
async function timed(name, work) {
  const began = Date.now();
  const result = await work();
  console.log(`${name}: ${Math.round((Date.now() - began) / 1000)} s`);
  return result;
}

const checkLint = () => timed('lint', () => check('lint', bin('eslint', 'bin', 'eslint.js'), ['.', '--max-warnings', '0']));

/** Types, format and arrows one after another, then the interface for the journeys. @param {(part: string) => boolean} wants @returns {Promise<Outcome>} */
async function checkTheRest(wants) {
  const outcomes = [];
  if (wants('types'))
    for (const workspace of WORKSPACES)
      outcomes.push(await check(`types of ${workspace}`, bin('typescript', 'bin', 'tsc'), ['-p', workspace]));
  if (wants('lint'))
    outcomes.push(
      await check('format', bin('prettier', 'bin', 'prettier.cjs'), ['--check', '.', '--log-level', 'warn']),
      await check(
        'arrows between workspaces',
        bin('dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
        WORKSPACES.filter((name) => name !== 'tools' && name !== 'e2e').map((name) => `${name}/src`),
      ),
    );
  if (wants('e2e')) await buildWeb();
  return addOutcomes(outcomes);
}

/** @param {readonly string[]} parts @returns {Promise<Outcome>} */
async function runJest(parts) {
  const report = join(CACHE, 'jest.json');
  rmSync(report, { force: true });
  const database = parts.includes('server') ? await startPrivateDatabase(join(DATA, 'test')) : undefined;
  try {
    await run(
      process.execPath,
      [
        '--experimental-vm-modules',
        '--no-warnings',
        bin('jest', 'bin', 'jest.js'),
        '--selectProjects',
        ...parts,
        '--json',
        '--outputFile',
        report,
      ],
      {
        env: {
          ...process.env,
          NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
          ...(database ? { DATABASE_URL: database.url('easytuck') } : {}),
        },
        onlyErrors: true,
      },
    );
    return jestOutcome(JSON.parse(readFileSync(report, 'utf8')));
  } finally {
    await database?.stop();
  }
}

/** @returns {Promise<Outcome>} */
async function runJourneys() {
  const report = join(CACHE, 'journeys.json');
  rmSync(report, { force: true });
  rmSync(join(DATA, 'e2e'), { recursive: true, force: true });
  await run(process.execPath, [bin('@playwright', 'test', 'cli.js'), 'test', '--config', join('e2e', 'playwright.config.ts')], {
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  });
  return playwrightOutcome(JSON.parse(readFileSync(report, 'utf8')));
}
