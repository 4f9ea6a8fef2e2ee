import { problem as problemSchema, type FieldError, type Problem } from '@easytuck/contract';
import type { z } from 'zod';

const TIMEOUT_MS = 12_000;
const FILE_TIMEOUT_MS = 120_000;

/** The server answered that it cannot do what was asked. */
export class ApiProblem extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail ?? problem.title);
    this.name = 'ApiProblem';
    this.problem = problem;
  }
}

/** No answer came: the server is gone, or the network is. */
export class Unreachable extends Error {
  constructor(cause: unknown) {
    super('The shop’s server does not answer. Nothing typed is lost; it is tried again by itself.', { cause });
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
): Promise<z.output<S>> {
  return send(path, schema, {
    method,
    ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
}

/** As {@link request}, a file as it is. Large ones may take a while. */
export async function sendFile<S extends z.ZodType>(
  path: string,
  schema: S,
  text: string,
  type: 'text/csv' | 'application/json',
): Promise<z.output<S>> {
  return send(path, schema, { method: 'POST', headers: { 'content-type': type }, body: text }, FILE_TIMEOUT_MS);
}

async function send<S extends z.ZodType>(path: string, schema: S, init: RequestInit, timeoutMs = TIMEOUT_MS): Promise<z.output<S>> {
  let response: Response;
  let text: string;
  try {
    response = await fetch(path, { ...init, signal: AbortSignal.timeout(timeoutMs) });
    text = await response.text();
  } catch (error) {
    throw new Unreachable(error);
  }
  if (response.ok) return schema.parse(text === '' ? null : JSON.parse(text));
  throw new ApiProblem(readProblem(text, response));
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

/** With a save refused as stale: the record as it is now. Null for any other error. */
export function currentOf<S extends z.ZodType>(error: unknown, schema: S): z.output<S> | null {
  if (!(error instanceof ApiProblem) || error.problem.code !== 'stale') return null;
  const read = schema.safeParse(error.problem.current);
  return read.success ? read.data : null;
}
