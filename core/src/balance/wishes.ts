/** Finishes that can be wished for. */
export const FINISHES = ['even', 'handTied'] as const;

/** Layers of a loop, of which one runs into the knot. */
export const LOOP_LAYERS = ['front', 'back'] as const;
