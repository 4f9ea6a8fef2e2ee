/** One error of a chain of causes, without anything that was typed. */
export interface ErrorTrace {
  readonly name: string;
  readonly code: string | undefined;
  /** Places in the program, innermost first. */
  readonly at: readonly string[];
}

const MOST_CAUSES = 6;
const MOST_PLACES = 12;

/**
 * What may be logged of an error: kinds, codes and places in the program, of the error and what caused it. Messages stay out:
 * the database's repeat the statement with what was typed, and people's names do not belong into a log.
 */
export function traceOf(error: unknown): readonly ErrorTrace[] {
  const traces: ErrorTrace[] = [];
  for (let next = error; next instanceof Error && traces.length < MOST_CAUSES;) {
    const { code } = next as { readonly code?: unknown };
    traces.push({ name: next.name, code: typeof code === 'string' ? code : undefined, at: placesOf(next) });
    next = (next as { readonly original?: unknown }).original ?? next.cause;
  }
  return traces;
}

/** The lines of a stack that name a place; the message before them may have many lines of its own. */
function placesOf({ stack = '', message }: Error): readonly string[] {
  const at = stack.indexOf(message);
  const frames = at < 0 ? '' : stack.slice(at + message.length);
  return frames
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line.startsWith('at '))
    .slice(0, MOST_PLACES);
}

/** An error for the terminal of whoever started the program: its message where that repeats nothing of the records, and where it came from. */
export function errorOf(error: unknown): string {
  const message = error instanceof Error && !('sql' in error) && !('sqlState' in error) ? error.message : 'The database refused.';
  return `${message}\n${JSON.stringify(traceOf(error), null, 1)}`;
}
