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

  await ensureNodePackages();
  if (wants('server') || wants('e2e'))
    await ensurePrograms([MARIADBD, MARIADB_INSTALL, MY_PRINT_DEFAULTS, ...(wants('e2e') ? [CHROMIUM] : [])]);
  mkdirSync(CACHE, { recursive: true });

  /** @type {Outcome[]} */
  const outcomes = [];
  const [types, lint] = await Promise.all([wants('types') ? checkTypes() : none(), wants('lint') ? checkLint() : none()]);
  outcomes.push(types, lint);
  if (jestParts.length > 0) outcomes.push(await runJest(jestParts));
  if (wants('e2e')) outcomes.push(await runJourneys());

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

/** @returns {Promise<Outcome>} */
async function checkTypes() {
  const outcomes = [];
  for (const workspace of WORKSPACES)
    outcomes.push(await check(`types of ${workspace}`, bin('typescript', 'bin', 'tsc'), ['-p', workspace]));
  return addOutcomes(outcomes);
}

/** @returns {Promise<Outcome>} */
async function checkLint() {
  return addOutcomes([
    await check('lint', bin('eslint', 'bin', 'eslint.js'), ['.', '--max-warnings', '0']),
    await check('format', bin('prettier', 'bin', 'prettier.cjs'), ['--check', '.', '--log-level', 'warn']),
    await check(
      'arrows between workspaces',
      bin('dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
      WORKSPACES.filter((name) => name !== 'tools' && name !== 'e2e').map((name) => `${name}/src`),
    ),
  ]);
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
  await buildWeb();
  const report = join(CACHE, 'journeys.json');
  rmSync(report, { force: true });
  rmSync(join(DATA, 'e2e'), { recursive: true, force: true });
  await run(process.execPath, [bin('@playwright', 'test', 'cli.js'), 'test', '--config', join('e2e', 'playwright.config.ts')], {
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  });
  return playwrightOutcome(JSON.parse(readFileSync(report, 'utf8')));
}
