import type { NotedFault, NotedStatement } from '@easytuck/contract';

/*
 * What this process remembers of what went wrong or took long, for whoever looks after it. Nothing that was typed is in it.
 */

const MOST = 20;
const faults: NotedFault[] = [];
const statements: NotedStatement[] = [];

const keep = <T>(list: T[], one: T): void => {
  list.push(one);
  if (list.length > MOST) list.shift();
};

export const noteFault = (fault: NotedFault): void => keep(faults, fault);
export const noteStatement = (statement: NotedStatement): void => keep(statements, statement);

/** The latest of each, oldest first. */
export const noted = (): { readonly faults: readonly NotedFault[]; readonly slow: readonly NotedStatement[] } => ({
  faults: [...faults],
  slow: [...statements],
});
