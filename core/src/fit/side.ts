/** The wearer's own sides. */
export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

/** The other side. */
export const oppositeSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');
