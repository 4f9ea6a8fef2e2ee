import { spawn } from 'node:child_process';
import { ROOT } from './paths.mjs';

/** A failure that is told in one sentence, without a stack. */
export class SetupError extends Error {}

/**
 * Runs a command to its end.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ env?: NodeJS.ProcessEnv, cwd?: string, quiet?: boolean, onlyErrors?: boolean, input?: 'inherit' | 'ignore' }} [options] `quiet` keeps the output back and returns it; `onlyErrors` lets only the error stream through.
 * @returns {Promise<{ code: number, output: string }>}
 */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const out = options.quiet ? 'pipe' : 'inherit';
    const normal = options.onlyErrors ? 'ignore' : out;
    const child = spawn(command, args, {
      cwd: options.cwd ?? ROOT,
      env: options.env ?? process.env,
      stdio: [options.input ?? 'ignore', normal, out],
    });
    let output = '';
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    child.on('error', reject);
    child.on('close', (code, signal) => resolve({ code: code ?? (signal ? 1 : 0), output }));
  });
}

/**
 * Runs the main part of a tool; a SetupError is printed as a sentence, anything else with its stack.
 * @param {() => Promise<void>} main
 */
export function runMain(main) {
  main().catch((error) => {
    console.error(error instanceof SetupError ? `\n${error.message}\n` : error);
    process.exit(1);
  });
}
