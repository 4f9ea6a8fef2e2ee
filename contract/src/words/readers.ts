/**
 * Who reads: the wearer at the mirror, a helper who stands before the wearer, or a helper behind who looks over the shoulder
 * or into the mirror. To one who faces the wearer left and right change places; from behind they do not.
 */
export const READERS = ['wearer', 'facing', 'behind'] as const;
export type Reader = (typeof READERS)[number];
