import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';

/** What this process counts; it starts from nothing with the process. */
export const registry = new Registry();
collectDefaultMetrics({ register: registry, prefix: 'easytuck_' });

/** How long requests took, by route (never by address, which may hold a name) and by answer. */
export const requestSeconds = new Histogram({
  name: 'easytuck_request_seconds',
  help: 'How long requests took until they were answered.',
  labelNames: ['method', 'route', 'status'] as const,
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
  registers: [registry],
});

/** Requests that are being worked on. */
export const requestsUnderWay = new Gauge({
  name: 'easytuck_requests_under_way',
  help: 'Requests that were taken on and are not yet answered.',
  registers: [registry],
});

/** Requests that were refused before they began, because they would have waited too long. */
export const requestsRefused = new Counter({
  name: 'easytuck_requests_refused_total',
  help: 'Requests answered 503 at once because the queue before them was too long.',
  registers: [registry],
});

const retries = new Counter({
  name: 'easytuck_database_retries_total',
  help: 'Readings and transactions that were done again from the start.',
  labelNames: ['why'] as const,
  registers: [registry],
});

/** Counts something that is done again. */
export const countRetry = (why: 'lost to another change' | 'connection lost'): void => retries.inc({ why });

/** Statements that took long, by what they do to which table. */
export const slowStatements = new Counter({
  name: 'easytuck_slow_statements_total',
  help: 'Statements that took longer than the limit for slow ones.',
  labelNames: ['statement'] as const,
  registers: [registry],
});

/** Connections to the database, by pool and by what they are at. */
export const connections = new Gauge({
  name: 'easytuck_database_connections',
  help: 'Connections of a pool: in use, free, and requests that wait for one.',
  labelNames: ['pool', 'state'] as const,
  registers: [registry],
});
