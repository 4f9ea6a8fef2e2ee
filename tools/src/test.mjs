/**
 * Runs the tests, all or the parts that are named: types, lint, core, contract, server, devices, web, tools, e2e, cluster. Sets up what
 * they need, and ends with one line that counts them all. What else is named picks files, or where no file is called so, tests
 * by their names: `npm run test:core -- predictSpread`. `--watch` runs the unit tests again whenever they are concerned.
 */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { buildServer } from './lib/buildServer.mjs';
import { buildWeb } from './lib/buildWeb.mjs';
import { CHROMIUM_SHELL, ensurePrograms, MARIADB_INSTALL, MARIADBD, MY_PRINT_DEFAULTS } from './lib/debianPackages.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { addOutcomes, closingLine, jestOutcome, playwrightOutcome } from './lib/outcome.mjs';
import { CACHE, DATA, ROOT } from './lib/paths.mjs';
import { startPrivateDatabase } from './lib/privateDatabase.mjs';
import { run, runMain, SetupError } from './lib/run.mjs';

/** @typedef {import('./lib/outcome.mjs').Outcome} Outcome */

/** Files that Linux keeps in memory. */
const MEMORY = '/dev/shm';
const TEST_DATABASE_BYTES = 3e9;
const WORKSPACES = ['core', 'contract', 'server', 'devices', 'web', 'e2e', 'tools'];
const JEST_PARTS = ['core', 'contract', 'server', 'devices', 'web', 'tools'];
/** Parts that can be watched without a database. */
const WATCHED_PARTS = ['core', 'contract', 'web'];
const PARTS = ['types', 'lint', ...JEST_PARTS, 'e2e', 'cluster'];

runMain(async () => {
  const words = process.argv.slice(2).filter((word) => !word.startsWith('-'));
  const isWatched = process.argv.includes('--watch');
  const asked = words.filter((word) => PARTS.includes(word));
  const sought = words.filter((word) => !PARTS.includes(word));
  const parts = asked.length > 0 ? asked : isWatched ? WATCHED_PARTS : PARTS;
  if (sought.length > 0 && !asked.some((part) => part === 'e2e' || part === 'cluster' || JEST_PARTS.includes(part)))
    throw new SetupError(`Name a part before “${sought.join(' ')}”: ${PARTS.join(', ')}.`);
  const wants = (/** @type {string} */ part) => parts.includes(part);
  const jestParts = JEST_PARTS.filter(wants);

  await timed('packages', ensureNodePackages);
  if (wants('server') || wants('e2e'))
    await ensurePrograms([MARIADBD, MARIADB_INSTALL, MY_PRINT_DEFAULTS, ...(wants('e2e') ? [CHROMIUM_SHELL] : [])]);
  mkdirSync(CACHE, { recursive: true });
  if (isWatched) {
    await runJest(jestParts, sought, true);
    return;
  }

  // server tests wait for a database, which gives up on a busy machine: nothing else runs beside them
  const [besides, alone] = [jestParts.filter((part) => part !== 'server'), jestParts.filter((part) => part === 'server')];
  /** @type {Outcome[]} */
  const outcomes = await Promise.all([
    wants('lint') ? checkLint() : none(),
    checkTheRest(wants),
    besides.length > 0 ? timed('unit tests', () => runJest(besides, sought)) : none(),
  ]);
  if (alone.length > 0) outcomes.push(await timed('server tests', () => runJest(alone, sought)));
  if (wants('e2e')) outcomes.push(await timed('journeys', () => runJourneys(sought)));

  // machines that fail want the computer for themselves: a node that has no turn for two seconds is taken for gone
  if (wants('cluster')) outcomes.push(await timed('cluster', () => runJest(['cluster'], sought)));
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

/** Files that are as they were when they last passed are not looked at again. */
const LINT_CACHE = ['--cache', '--cache-strategy', 'content', '--cache-location', join(CACHE, 'eslint')];
const checkLint = () => timed('lint', () => check('lint', bin('eslint', 'bin', 'eslint.js'), ['.', '--max-warnings', '0', ...LINT_CACHE]));

/** Types, format and arrows one after another, then the interface for the journeys. @param {(part: string) => boolean} wants @returns {Promise<Outcome>} */
async function checkTheRest(wants) {
  const outcomes = [];
  if (wants('types'))
    for (const workspace of WORKSPACES)
      outcomes.push(await check(`types of ${workspace}`, bin('typescript-7', 'bin', 'tsc'), ['-p', workspace]));
  if (wants('lint'))
    outcomes.push(
      await check('format', bin('prettier', 'bin', 'prettier.cjs'), [
        '--check',
        '.',
        '--log-level',
        'warn',
        '--cache',
        '--cache-location',
        join(CACHE, 'prettier'),
      ]),
      await check(
        'arrows between workspaces',
        bin('dependency-cruiser', 'bin', 'dependency-cruise.mjs'),
        WORKSPACES.filter((name) => name !== 'tools' && name !== 'e2e').map((name) => `${name}/src`),
      ),
      await check('exports and packages in use', bin('knip', 'bin', 'knip.js'), []),
    );
  if (wants('e2e')) await Promise.all([buildWeb(), buildServer()]);
  return addOutcomes(outcomes);
}

/** Options that pick the files called so, or where there is none the tests. @param {readonly string[]} sought @param {readonly string[]} folders @param {string} byFile @param {string} byName */
function picked(sought, folders, byFile, byName) {
  if (sought.length === 0) return [];
  const files = folders.flatMap((folder) => readdirSync(join(ROOT, folder, 'src'), { recursive: true, encoding: 'utf8' }));
  const areFiles = sought.every((word) => files.some((file) => /\.(test|spec|trial)\./.test(file) && file.includes(word)));
  return areFiles ? (byFile === '' ? sought : [byFile, ...sought]) : [byName, sought.join(' ')];
}

/** @param {readonly string[]} parts @param {readonly string[]} sought @returns {Promise<Outcome>} */
async function runJest(parts, sought, isWatched = false) {
  const report = join(CACHE, 'jest.json');
  rmSync(report, { force: true });
  const folder = parts.includes('server') ? testDatabaseFolder() : null;
  const database = folder === null ? undefined : await startPrivateDatabase(folder);
  try {
    await run(
      process.execPath,
      [
        '--experimental-vm-modules',
        '--no-warnings',
        bin('jest', 'bin', 'jest.js'),
        '--selectProjects',
        ...parts,
        ...picked(sought, parts[0] === 'cluster' ? ['tools'] : parts, '--testPathPatterns', '--testNamePattern'),
        ...(isWatched ? ['--watchAll'] : ['--json', '--outputFile', report]),
      ],
      {
        env: {
          ...process.env,
          NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
          ...(database ? { DATABASE_URL: database.url('easytuck') } : {}),
        },
        onlyErrors: !isWatched,
        input: isWatched ? 'inherit' : 'ignore',
      },
    );
    return isWatched ? none() : jestOutcome(JSON.parse(readFileSync(report, 'utf8')));
  } finally {
    await database?.stop();
    if (folder?.startsWith(MEMORY)) rmSync(folder, { recursive: true, force: true });
  }
}

/** Folder of the unit tests' database: in memory where the machine has room for it, as it is made again for every run. */
function testDatabaseFolder() {
  if (!existsSync(MEMORY) || roomIn(MEMORY) < TEST_DATABASE_BYTES) return join(DATA, 'test');
  return join(MEMORY, `easytuck-test-${createHash('sha256').update(ROOT).digest('hex').slice(0, 12)}`);
}

/** @param {string} folder */
const roomIn = (folder) => {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
};

/** @param {readonly string[]} sought @returns {Promise<Outcome>} */
async function runJourneys(sought) {
  const report = join(CACHE, 'journeys.json');
  rmSync(report, { force: true });
  await run(
    process.execPath,
    [
      ...[bin('@playwright', 'test', 'cli.js'), 'test', '--config', join('e2e', 'playwright.config.ts')],
      ...picked(sought, ['e2e'], '', '--grep'),
    ],
    {
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    },
  );
  return playwrightOutcome(JSON.parse(readFileSync(report, 'utf8')));
}
