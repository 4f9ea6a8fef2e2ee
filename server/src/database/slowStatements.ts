import { AsyncLocalStorage } from 'node:async_hooks';
import { slowStatements } from '../metrics.ts';
import { noteStatement } from '../noted.ts';

/** A statement that takes longer is slow, in ms. */
const SLOW_MS = 400;

/** A request on whose behalf statements are sent. */
interface AskedBy {
  readonly number: string;
  readonly route: string;
  readonly beganMs: number;
  /** Whether it may change records, by its method. */
  readonly changes: boolean;
}

/** The request that the running code serves; none outside requests. */
export const askedBy = new AsyncLocalStorage<AskedBy>();

/** Since when somebody waits: since the request came, or since now. */
export const waitedSinceMs = (): number => askedBy.getStore()?.beganMs ?? performance.now();

const VERB = /^\W*([a-z]+)/i;
const TABLE = /\b(?:FROM|INTO|UPDATE|TABLE)\s+`?([a-z_]{1,40})`?/i;

/**
 * Names a statement by what it does to which table. Values, which may hold what was typed, are never looked at: the first table stands
 * before any.
 */
export function statementName(statement: string): string {
  const text = statement.replace(/^Executed \([^)]*\): /, '');
  const [verb = '', table] = [VERB.exec(text)?.[1]?.toUpperCase(), TABLE.exec(text)?.[1]];
  return table === undefined ? verb : `${verb} ${table.toLowerCase()}`;
}

/** Notes how long a statement took; what took long is counted, remembered and told. */
export function noteDuration(statement: string, tookMs: number): void {
  if (tookMs < SLOW_MS) return;
  const name = statementName(statement);
  const asked = askedBy.getStore();
  slowStatements.inc({ statement: name });
  const noted = {
    at: new Date().toISOString(),
    number: asked?.number ?? null,
    route: asked?.route ?? null,
    statement: name,
    tookMs: Math.round(tookMs),
  };
  noteStatement(noted);
  for (const listener of listeners) listener(noted);
}

const listeners = new Set<(noted: Parameters<typeof noteStatement>[0]) => void>();

/** Tells of slow statements. @returns what ends it. */
export function onSlowStatement(listener: (noted: Parameters<typeof noteStatement>[0]) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
