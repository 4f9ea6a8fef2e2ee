/** Who may do what: the one table of rights. The server asks it at every request, the interface to leave out what cannot be done. */

/** What people who work here are. */
export const ROLES = ['owner', 'fitter', 'workroom', 'reader'] as const;
export type Role = (typeof ROLES)[number];

const EVERYBODY = ROLES;
const WHO_FITS = ['owner', 'fitter'] as const;
const WHO_MAKES = ['owner', 'fitter', 'workroom'] as const;
const OWNER = ['owner'] as const;

/** Each thing that can be done, and who may. */
export const RIGHTS = {
  'wearers.read': EVERYBODY,
  'wearers.change': WHO_FITS,
  /** Delete for good all that is held of somebody. */
  'wearers.erase': OWNER,
  /** Take all that is held of somebody away in one file. */
  'wearers.tell': WHO_FITS,
  'ties.read': EVERYBODY,
  'ties.change': WHO_MAKES,
  'fittings.read': EVERYBODY,
  'fittings.giveOut': WHO_FITS,
  /** Give a wearer the coach, and take it back. */
  'links.give': WHO_FITS,
  'parties.read': EVERYBODY,
  'parties.change': WHO_FITS,
  /** On the day: bows ticked off, ties given out and taken back. */
  'parties.day': WHO_MAKES,
  'tyings.read': EVERYBODY,
  'tyings.record': WHO_MAKES,
  'collars.read': EVERYBODY,
  'collars.change': WHO_MAKES,
  'shop.read': EVERYBODY,
  'shop.change': OWNER,
  'paper.print': EVERYBODY,
  'printer.read': EVERYBODY,
  'printer.use': WHO_MAKES,
  'tables.export': OWNER,
  'tables.import': WHO_FITS,
  'backups.read': WHO_FITS,
  'backups.make': WHO_FITS,
  /** How the program runs, on all machines. */
  'running.read': OWNER,
  /** Take the whole shop away as one file. */
  'shop.takeAway': OWNER,
  'people.manage': OWNER,
  'deeds.read': OWNER,
  /** One's own password, PIN and passkeys. */
  'own.change': EVERYBODY,
} as const satisfies Readonly<Record<string, readonly Role[]>>;

/** Something that can be done. */
export type Action = keyof typeof RIGHTS;
export const ACTIONS = Object.keys(RIGHTS) as readonly Action[];

/**
 * What a PIN is not enough for: it is short, is typed where others look on, and is meant for changing hands at a counter.
 */
export const NEEDS_PASSWORD: readonly Action[] = [
  'wearers.erase',
  'tables.export',
  'shop.takeAway',
  'people.manage',
  'deeds.read',
  'own.change',
];

/** Whether a role may do something. */
export const mayDo = (role: Role, action: Action): boolean => (RIGHTS[action] as readonly Role[]).includes(role);

/** Roles as they are called, and what each is for. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  owner: { name: 'Owner', may: 'everything, also who works here, what is taken away and what is erased' },
  fitter: { name: 'Fitter', may: 'wearers, fittings, ties and the coach' },
  workroom: { name: 'Workroom', may: 'ties, collars, tyings and paper; looks at the rest' },
  reader: { name: 'Reader', may: 'looks at everything and prints it; changes nothing' },
};
