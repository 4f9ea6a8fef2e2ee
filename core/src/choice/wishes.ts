/** How full a bow the wearer likes. */
export const FULLNESSES = ['trim', 'classic', 'full'] as const;
export type Fullness = (typeof FULLNESSES)[number];

/** How used to tying the wearer's hands are. `needsHelp`: somebody else ties. */
export const HANDS = ['sure', 'learning', 'needsHelp'] as const;
export type Hands = (typeof HANDS)[number];
