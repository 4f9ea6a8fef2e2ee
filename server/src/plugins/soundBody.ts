import { ProblemError } from '../problem.ts';
import type { FastifyError } from 'fastify';

/** No record of the shop is deeper than a few levels. */
const DEEPEST = 24;

/** Refuses JSON that is nested deeper than any record, before it is read: what walks it may be recursive. Takes one pass. */
export function checkJsonDepth(text: string): FastifyError | undefined {
  let [depth, isInText] = [0, false];
  for (let i = 0; i < text.length; i += 1) {
    const character = text.charCodeAt(i);
    if (isInText) {
      if (character === BACKSLASH) i += 1;
      else if (character === QUOTE) isInText = false;
    } else if (character === QUOTE) isInText = true;
    else if (character === OPEN_BRACKET || character === OPEN_BRACE) {
      depth += 1;
      if (depth > DEEPEST) return unsound(`This is nested more than ${DEEPEST} levels deep.`);
    } else if (character === CLOSE_BRACKET || character === CLOSE_BRACE) depth -= 1;
  }
  return undefined;
}

const [QUOTE, BACKSLASH, OPEN_BRACKET, CLOSE_BRACKET, OPEN_BRACE, CLOSE_BRACE] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];

/** Refuses text that holds half a character (a lone surrogate), which no file and no database can keep, at the field it stands in. */
export function findBrokenText(parts: Readonly<Record<string, unknown>>): FastifyError | undefined {
  for (const part of Object.values(parts)) {
    const path = pathOfBroken(part);
    if (path === null) continue;
    const message = 'This text holds half a character, which cannot be kept. Type it again.';
    return new ProblemError('invalid', { detail: message, errors: [{ path: path.join('.'), message }] }) as Error as FastifyError;
  }
  return undefined;
}

/** Where a value holds text that is not well-formed, or goes deeper than {@link DEEPEST}; else null. */
function pathOfBroken(value: unknown, depth = 0): readonly string[] | null {
  if (typeof value === 'string') return value.isWellFormed() ? null : [];
  if (typeof value !== 'object' || value === null) return null;
  if (depth > DEEPEST) return [];
  for (const [key, inner] of Object.entries(value)) {
    if (!key.isWellFormed()) return [];
    const path = pathOfBroken(inner, depth + 1);
    if (path !== null) return [key, ...path];
  }
  return null;
}

const unsound = (detail: string): FastifyError => new ProblemError('unreadable', { detail }) as Error as FastifyError;

/** Whether a value holds whole characters alone, and is no deeper than a record can be. */
export const isSound = (value: unknown): boolean => pathOfBroken(value) === null;
