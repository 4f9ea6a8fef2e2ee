import mariadb from 'mariadb';
import { connectDatabase } from '../../../server/src/database/connect.ts';
import { defineModels } from '../../../server/src/database/models.ts';
import { percentile } from './figure.mjs';

/**
 * The statements that the server would send for reading something, sent by the bare driver: what a read costs at the very least.
 * They are learned from the repositories themselves, over a connection that writes down what it is asked.
 * @param {string} databaseUrl
 */
export async function openBare(databaseUrl) {
  const { hostname, port, username, password, pathname } = new URL(databaseUrl);
  const connection = await mariadb.createConnection({
    ...{ host: hostname, port: Number(port), user: username, password: decodeURIComponent(password), database: pathname.slice(1) },
    timezone: 'Z',
  });
  /** @type {{ statement: string, values: readonly (string | number | null)[] }[]} */
  let asked = [];
  const recording = {
    execute: (/** @type {string} */ statement, /** @type {readonly (string | number | null)[]} */ values) => {
      asked.push({ statement, values });
      return connection.execute(statement, [...values]);
    },
  };
  const models = defineModels(connectDatabase(databaseUrl));
  const sequelize = /** @type {any} */ ({
    connectionManager: { getConnection: async () => recording, releaseConnection: () => undefined },
  });
  return {
    /** What the repositories are given in place of a pool. */
    database: /** @type {any} */ ({ models, sequelize, isReady: () => true }),
    /** Statements of a read. @param {() => Promise<unknown>} read */
    statementsOf: async (read) => {
      asked = [];
      await read();
      return asked;
    },
    /** 95th percentile of sending lists of statements, one list after another, in ms. @param {readonly (readonly { statement: string, values: readonly (string | number | null)[] }[])[]} lists */
    p95Of: async (lists) => {
      const times = [];
      for (const list of lists) {
        const began = performance.now();
        for (const { statement, values } of list) await connection.execute(statement, [...values]);
        times.push(performance.now() - began);
      }
      return percentile(times, 0.95);
    },
    end: () => connection.end(),
  };
}

/** 95th percentile of asking the server for pages, one after another, in ms. @param {string} address @param {readonly string[]} paths @param {(answer: any) => boolean} isWhole */
export async function p95OfPages(address, paths, isWhole) {
  const times = [];
  for (const path of paths) {
    const began = performance.now();
    const answer = await (await fetch(address + path)).json();
    times.push(performance.now() - began);
    if (!isWhole(answer)) throw new Error(`too little was read of ${path}`);
  }
  return percentile(times, 0.95);
}
