import { z } from 'zod';
import { moment } from '../fields/common.ts';

/** A request that failed: when, under which number, which route, and why by the code of its problem. */
export const notedFault = z.object({ at: moment, number: z.string(), route: z.string(), code: z.string() });
export type NotedFault = z.infer<typeof notedFault>;

/** A statement that took long, named by what it does to which table. */
export const notedStatement = z.object({
  at: moment,
  number: z.string().nullable(),
  route: z.string().nullable(),
  statement: z.string(),
  tookMs: z.int(),
});
export type NotedStatement = z.infer<typeof notedStatement>;

/** What a server says of itself every few seconds. */
export const serverSaid = z.object({
  memoryMb: z.int(),
  underWay: z.int(),
  faults: z.array(notedFault),
  slow: z.array(notedStatement),
});
export type ServerSaid = z.infer<typeof serverSaid>;

/** A server that runs, or ran within the last day. */
export const runningServer = z.object({
  id: z.string(),
  machine: z.string(),
  node: z.string(),
  version: z.string(),
  startedAt: moment,
  seenAt: moment,
  isHere: z.boolean(),
  isThere: z.boolean(),
  ...serverSaid.shape,
});
export type RunningServer = z.infer<typeof runningServer>;

/** How the shop's program runs: for its owner. */
export const running = z.object({
  version: z.string(),
  runtime: z.string(),
  database: z.object({
    version: z.string(),
    /** Where this answer was read; empty where there is one database alone. */
    node: z.string(),
    /** How many nodes hold the records together; 1 where there is one database alone. */
    nodes: z.int(),
    bytes: z.int(),
    rows: z.array(z.object({ of: z.string(), count: z.int(), isAbout: z.boolean() })),
  }),
  servers: z.array(runningServer),
});
export type Running = z.infer<typeof running>;
