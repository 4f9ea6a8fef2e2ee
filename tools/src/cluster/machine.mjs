import { join } from 'node:path';

/**
 * One machine of a cluster: its number from 1, its address, and the folder of its share.
 * @typedef {{ number: number, address: string, folder: string }} Machine
 */

/**
 * Ports of a machine's share, counted from the one at which the shop is opened.
 * @typedef {ReturnType<typeof portsFrom>} Ports
 */

/** How many ports a machine's share takes. */
export const PORTS_TAKEN = 10;

/** @param {number} shop the port at which the shop is opened */
export const portsFrom = (shop) => ({
  shop,
  /** The shop for the other machines' sake: answered by this machine's own server, never handed on. */
  neighbours: shop + 1,
  server: shop + 2,
  database: shop + 3,
  group: shop + 4,
  missed: shop + 5,
  copies: shop + 6,
  doctor: shop + 7,
  writes: shop + 8,
  reads: shop + 9,
});

/**
 * Where a machine's own server listens: on this computer alone. Others reach it through the proxy, which speaks https.
 * @param {Pick<Machine, 'address'>} machine
 */
export const serverHost = ({ address }) => (isThisComputer(address) ? address : '127.0.0.1');

/** @param {string} address */
export const isThisComputer = (address) => address.startsWith('127.');

/** Name of a machine, as answers and logs tell it. @param {Pick<Machine, 'number'>} machine */
export const nameOf = ({ number }) => `machine-${number}`;

/** The folder of a machine's share. @param {string} folder of the cluster @param {number} number */
export const folderOf = (folder, number) => join(folder, `machine-${number}`);

/** This machine first, then the others in their order. @param {readonly Machine[]} machines @param {Machine} own */
export const ownFirst = (machines, own) => [own, ...machines.filter(({ number }) => number !== own.number)];
