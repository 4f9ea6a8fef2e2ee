import { COLOURS, SIZE } from '../theme.ts';

/** Looks that several pages share, for `sx`. */

/** What is said beside the matter, in the order of how much it asks to be read. */
export const QUIET = { color: 'text.secondary' } as const;
export const QUIET_PLAIN = { color: 'text.secondary', fontSize: SIZE.plain } as const;
export const QUIET_ASIDE = { color: 'text.secondary', fontSize: SIZE.aside } as const;
export const QUIET_NOTE = { color: 'text.secondary', fontSize: SIZE.note } as const;

/** A list whose lines are ruled. */
export const RULED_LIST = { listStyle: 'none', m: 0, p: 0, borderTop: `1px solid ${COLOURS.rule}` } as const;
export const RULED_LINE = { borderBottom: `1px solid ${COLOURS.rule}` } as const;

/** Over all columns of a grid. */
export const WHOLE_ROW = { gridColumn: '1 / -1' } as const;

/** A link among words, which is no call to go there. */
export const QUIET_LINK = { color: 'inherit', textDecorationColor: COLOURS.thread } as const;
