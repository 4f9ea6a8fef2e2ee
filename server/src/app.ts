import Fastify, { type FastifyInstance } from 'fastify';
import { serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { hostname } from 'node:os';
import type { Sequelize } from 'sequelize';
import { backupRoutes } from './modules/backups/routes.ts';
import { cardRoutes } from './modules/cards/routes.ts';
import { coachRoutes } from './modules/coach/routes.ts';
import { tableRoutes } from './modules/setTables/routes.ts';
import { collarRoutes } from './modules/collars/routes.ts';
import { exchangeRoutes } from './modules/exchange/routes.ts';
import { fittingRoutes } from './modules/fittings/routes.ts';
import { printerRoutes } from './modules/printer/routes.ts';
import { queuedPrinter } from './modules/printer/queue.ts';
import { simulatedPrinter } from './modules/printer/service.ts';
import { shopRoutes } from './modules/shop/routes.ts';
import { tieRoutes } from './modules/ties/routes.ts';
import { tyingRoutes } from './modules/tyings/routes.ts';
import { watchRoutes } from './modules/watch/routes.ts';
import { wearerRoutes } from './modules/wearers/routes.ts';
import { database, type Database } from './plugins/database.ts';
import { deedRoutes } from './modules/deeds/routes.ts';
import { calendarRoutes } from './modules/calendars/routes.ts';
import { linkRoutes } from './modules/links/routes.ts';
import { peopleRoutes } from './modules/people/routes.ts';
import { partyRoutes } from './modules/parties/routes.ts';
import { privacyRoutes } from './modules/privacy/routes.ts';
import { errors } from './plugins/errors.ts';
import { FILE_WITHIN_MS, gate } from './plugins/gate.ts';
import { health } from './plugins/health.ts';
import { openapi } from './plugins/openapi.ts';
import { newRequestNumber, watch } from './plugins/watch.ts';
import { webPages } from './plugins/webPages.ts';
import { whoIsThere } from './plugins/whoIsThere.ts';

const LARGEST_BODY_BYTES = 1_048_576;
const HEADERS_WITHIN_MS = 10_000;

/** What an app is built from. */
export interface AppOptions {
  readonly sequelize: Sequelize;
  /** What this machine is called among several. */
  readonly machine?: string | undefined;
  readonly webRoot?: string | undefined;
  readonly logLevel?: string;
  /** Where the log goes; to the terminal unless it is said. */
  readonly logTo?: NodeJS.WritableStream | undefined;
  /** Checks every answer against the contract before it is sent; for tests, which find what types alone do not. */
  readonly checkAnswers?: boolean;
  /** Where the label printer answers; without it there is none. */
  readonly printerUrl?: string | undefined;
  /** Name of that printer's queue, the same for all servers that hand on to it. */
  readonly printerName?: string | undefined;
  /** Names, besides this machine's own, under which the shop is opened. */
  readonly hosts?: readonly string[];
  /** Certificate and key of its own, as PEM: the server then speaks https. */
  readonly tls?: { readonly cert: string; readonly key: string } | undefined;
  /** A web server on this machine stands before it and says who asks, and how. */
  readonly trustProxy?: boolean | undefined;
  /** Where the shop is reached from outside, as wearers' links begin; as it is asked for where it is not said. */
  readonly address?: string | undefined;
  /** Where backups are kept; without it none are made. */
  readonly backupFolder?: string | undefined;
  /** A request's body must be there within this, in ms. */
  readonly bodyWithinMs?: number | undefined;
  readonly beforeMigrating?: (database: Database, applied: readonly string[]) => Promise<void>;
  readonly onMigrated?: (database: Database) => Promise<void>;
}

/** Assembles the server; it does not listen yet. */
const LONGEST_PARAM = 1_000;

export async function buildApp({
  sequelize,
  machine = hostname(),
  webRoot,
  logLevel = 'silent',
  logTo,
  printerUrl,
  printerName = 'counter',
  checkAnswers = false,
  hosts = [],
  bodyWithinMs,
  backupFolder,
  tls,
  trustProxy = false,
  address,
  beforeMigrating,
  onMigrated,
}: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({
    // an address may hold a name that was searched for
    logger:
      logLevel === 'silent'
        ? false
        : { level: logLevel, serializers: { req: ({ method }) => ({ method }) }, ...(logTo === undefined ? {} : { stream: logTo }) },
    genReqId: newRequestNumber,
    bodyLimit: LARGEST_BODY_BYTES,
    // the keys of some passkeys are longer than Fastify's hundred characters
    routerOptions: { maxParamLength: LONGEST_PARAM },
    trustProxy: trustProxy ? 'loopback' : false,
    ...(tls === undefined ? {} : { https: tls }),
    forceCloseConnections: 'idle',
    // bodies have a time of their own, see the gate
    requestTimeout: FILE_WITHIN_MS + 5_000,
    http: { headersTimeout: HEADERS_WITHIN_MS, connectionsCheckingInterval: 1_000 },
    // the first start makes tables and takes in the demo shop: on a slow machine longer than the usual 10 s
    pluginTimeout: 120_000,
  });
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(checkAnswers ? serializerCompiler : () => JSON.stringify);
  await app.register(errors);
  await app.register(watch);
  await app.register(gate, { hosts, ...(bodyWithinMs === undefined ? {} : { bodyWithinMs }) });
  await app.register(database, { sequelize, ...(beforeMigrating ? { beforeMigrating } : {}), ...(onMigrated ? { onMigrated } : {}) });
  await app.register(whoIsThere);
  await app.register(webPages, { webRoot });
  await app.register(openapi);
  await app.register(health, { machine });
  await app.register(wearerRoutes, { prefix: '/api/wearers' });
  await app.register(tieRoutes, { prefix: '/api/ties' });
  await app.register(fittingRoutes, { prefix: '/api/fittings' });
  await app.register(collarRoutes, { prefix: '/api/collars' });
  await app.register(tyingRoutes, { prefix: '/api/tyings' });
  await app.register(shopRoutes, { prefix: '/api/shop' });
  await app.register(cardRoutes, { prefix: '/api/paper', address });
  await app.register(coachRoutes, { prefix: '/api/paper' });
  await app.register(tableRoutes, { prefix: '/api/paper' });
  await app.register(exchangeRoutes, { prefix: '/api/exchange' });
  const printer = queuedPrinter(app.database, simulatedPrinter(printerUrl), printerName);
  await app.register(printerRoutes, { prefix: '/api/printer', printer, address, isConnected: printerUrl !== undefined });
  await app.register(partyRoutes, { prefix: '/api', printer, address });
  await app.register(peopleRoutes, { prefix: '/api' });
  await app.register(deedRoutes, { prefix: '/api' });
  await app.register(linkRoutes, { prefix: '/api', address });
  await app.register(calendarRoutes, { prefix: '/api', address });
  await app.register(privacyRoutes, { prefix: '/api' });
  await app.register(watchRoutes, { prefix: '/api', machine });
  await app.register(backupRoutes, { prefix: '/api', folder: backupFolder, machine });
  return app;
}
