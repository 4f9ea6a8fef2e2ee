import { spawn } from 'node:child_process';
import { findProgram } from './debianPackages.mjs';

/**
 * Starts a program that is asked to stop when this process ends, also where it is killed and can ask nobody any more. The number
 * of the process is the program's own. Without `setpriv` (util-linux) it is started plainly.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnOptions} options
 */
export function spawnTied(command, args, options) {
  const setpriv = findProgram('setpriv');
  return setpriv === undefined ? spawn(command, args, options) : spawn(setpriv, ['--pdeathsig', 'TERM', '--', command, ...args], options);
}
