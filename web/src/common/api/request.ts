import { problem as problemSchema, TOKEN_HEADER, type FieldError, type Problem } from '@easytuck/contract';
import { askToSignIn, tokenNow } from '../session/sessionStore.ts';
import type { z } from 'zod';

const TIMEOUT_MS = 12_000;
const LONG_TIMEOUT_MS = 10 * 60_000;
const FILE_TIMEOUT_MS = 60 * 60_000;

/** Told where a page turns out to be of somebody who is no longer signed in: who is has to be asked. */
export const OTHER_PERSON = 'easytuck.otherPerson';

/** The server answered that it cannot do what was asked. */
export class ApiProblem extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(`${problem.detail ?? problem.title}${problem.number === undefined ? '' : ` (No. ${problem.number})`}`);
    this.name = 'ApiProblem';
    this.problem = problem;
  }
}

/** No answer came: the server is gone, or the network is. */
export class Unreachable extends Error {
  constructor(cause: unknown) {
    super('The shop’s server does not answer.', { cause });
    this.name = 'Unreachable';
  }
}

/**
 * Sends a request and checks the answer against the contract.
 * @throws ApiProblem for an answer that refuses, Unreachable where none came.
 */
export async function request<S extends z.ZodType>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  schema: S,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<z.output<S>> {
  return send(path, schema, {
    method,
    ...(body === undefined ? { headers } : { headers: { ...headers, 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
}

/** As {@link request}, for what may take minutes. */
export async function requestLong<S extends z.ZodType>(method: 'POST', path: string, schema: S, body?: unknown): Promise<z.output<S>> {
  const sent = body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  return send(path, schema, { method, ...sent }, LONG_TIMEOUT_MS);
}

/** Sends a file as a form; ends when `signal` says so. Large ones may take a while. */
export async function sendFile<S extends z.ZodType>(path: string, schema: S, file: File, signal: AbortSignal): Promise<z.output<S>> {
  const form = new FormData();
  form.append('file', file);
  return send(path, schema, { method: 'POST', body: form }, FILE_TIMEOUT_MS, signal);
}

/** Sends something and gets a file for it, to be shown. @throws as {@link request}. */
export async function requestBlob(path: string, body: unknown): Promise<Blob> {
  return signedIn(async () => {
    const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
    const { response, content } = await answerTo(path, init, TIMEOUT_MS, undefined, (answered) => answered.blob());
    if (response.ok) return content;
    throw new ApiProblem(readProblem(await content.text(), response));
  });
}

async function send<S extends z.ZodType>(
  path: string,
  schema: S,
  init: RequestInit,
  timeoutMs = TIMEOUT_MS,
  signal?: AbortSignal,
): Promise<z.output<S>> {
  return signedIn(async () => {
    const { response, content: text } = await answerTo(path, init, timeoutMs, signal, (answered) => answered.text());
    if (response.ok) return schema.parse(text === '' ? null : JSON.parse(text));
    throw new ApiProblem(readProblem(text, response));
  });
}

/** Does what it is given; where the session had ended, once more after somebody has signed in over the page. */
async function signedIn<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ApiProblem && error.problem.code === 'otherPerson') window.dispatchEvent(new Event(OTHER_PERSON));
    if (!(error instanceof ApiProblem) || error.problem.code !== 'signInNeeded') throw error;
    await askToSignIn().catch(() => {
      throw error;
    });
    return work();
  }
}

async function answerTo<T>(
  path: string,
  init: RequestInit,
  timeoutMs: number,
  signal: AbortSignal | undefined,
  read: (response: Response) => Promise<T>,
): Promise<{ response: Response; content: T }> {
  const token = init.method === 'GET' ? null : tokenNow();
  const headers = { ...(init.headers as Record<string, string> | undefined), ...(token === null ? {} : { [TOKEN_HEADER]: token }) };
  try {
    const timeout = AbortSignal.timeout(timeoutMs);
    const response = await fetch(path, { ...init, headers, signal: signal ? AbortSignal.any([timeout, signal]) : timeout });
    return { response, content: await read(response) };
  } catch (error) {
    throw new Unreachable(error);
  }
}

function readProblem(text: string, response: Response): Problem {
  if ((response.headers.get('content-type') ?? '').includes('json')) {
    const read = problemSchema.safeParse(JSON.parse(text));
    if (read.success) return read.data;
  }
  return { type: 'about:blank', code: 'unexpected', status: response.status, title: `The server answered with ${response.status}.` };
}

/** Whether an error can pass by itself: the server or its database is away. */
export function isAway(error: unknown): boolean {
  return error instanceof Unreachable || (error instanceof ApiProblem && error.problem.status === 503);
}

/** Whether reading should be tried again: not where the server has said no for good. */
export function isWorthRetrying(error: unknown): boolean {
  return isAway(error) || (error instanceof ApiProblem && error.problem.status >= 500);
}

/** Fields that the server refused, or none. */
export function fieldErrorsOf(error: unknown): readonly FieldError[] {
  return error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
}

/** What to tell about an error. */
export function sentenceOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something went wrong in the program.';
}

/** With a save refused because its key is taken: what was saved under it. Null for any other error. */
export function takenOf<S extends z.ZodType>(error: unknown, schema: S): z.output<S> | null {
  if (!(error instanceof ApiProblem) || error.problem.code !== 'keyInUse') return null;
  const read = schema.safeParse(error.problem.current);
  return read.success ? read.data : null;
}

/** With a save refused as stale: the record as it is now. Null for any other error. */
export function currentOf<S extends z.ZodType>(error: unknown, schema: S): z.output<S> | null {
  if (!(error instanceof ApiProblem) || error.problem.code !== 'stale') return null;
  const read = schema.safeParse(error.problem.current);
  return read.success ? read.data : null;
}
