import { ROLE_WORDS } from '@easytuck/contract';
import { hash, verify } from '@node-rs/argon2';
import { invalidField } from '../../problem.ts';

/** argon2id, 19 MiB, two passes, one lane: the first of the settings in OWASP's Password Storage Cheat Sheet. */
const SETTING = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** So many are worked out at once; others wait. Each takes 19 MiB and a core for some 20 ms. */
const AT_ONCE = 2;

/** Guesses that a password must be good for, as zxcvbn counts them: 3 of 4 stands for 10⁸. */
const LEAST_SCORE = 3;
/** Looked at so far: more makes a password no weaker, and the look takes long. */
const LOOKED_AT = 48;
/** Letters that are left of a password without its owner's name. */
const LEAST_BESIDE_NAME = 8;

let running = 0;
const waiting: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve));
  running += 1;
  try {
    return await work();
  } finally {
    running -= 1;
    waiting.shift()?.();
  }
}

/** Hash of a password or a PIN, with its salt and setting in it. */
export const hashSecret = (secret: string): Promise<string> => inTurn(() => hash(secret, SETTING));

/** What is compared where there is nothing to compare with, so that it takes as long. */
let decoy: Promise<string> | undefined;

/** Whether a secret is the one that was hashed. Where there is none it takes as long to say no. */
export async function isSecret(kept: string | null, typed: string): Promise<boolean> {
  decoy ??= hashSecret('nobody has this one');
  const compared = kept ?? (await decoy);
  const isSame = await inTurn(() => verify(compared, typed));
  return kept !== null && isSame;
}

type Guesser = { readonly check: (password: string, own: string[]) => { readonly score: number } };
let guesser: Promise<Guesser> | undefined;

/** The lists are large, and wanted when a password is set, which is seldom. */
async function readGuesser(): Promise<Guesser> {
  const [{ ZxcvbnFactory }, common, english] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
    import('@zxcvbn-ts/language-en'),
  ]);
  return new ZxcvbnFactory({ graphs: common.adjacencyGraphs, dictionary: { ...common.dictionary, ...english.dictionary } });
}

/**
 * Refuses a password that is among the first to be guessed: a common one, keys in a row, or the owner's or the shop's name.
 * @throws ProblemError `invalid`, at the field.
 */
export async function refuseWeakPassword(password: string, field: string, personName: string, shopName: string): Promise<void> {
  const names = [personName, shopName, 'Easy Tuck', ...Object.values(ROLE_WORDS).map(({ name }) => name)].map((name) => name.toLowerCase());
  const words = names.flatMap((name) => name.split(/[^\p{L}\p{N}]+/u)).filter((word) => word.length > 2);
  const besideName = words.reduce((rest, word) => rest.replaceAll(word, ''), password.toLowerCase()).replace(/[^\p{L}\p{N}]/gu, '');
  const check = (await (guesser ??= readGuesser())).check(password.slice(0, LOOKED_AT), [...names, ...words]);
  if (besideName.length < LEAST_BESIDE_NAME && words.some((word) => password.toLowerCase().includes(word)))
    throw invalidField(
      field,
      'This password is little more than a name that everybody here knows. Take words that have nothing to do with you or the shop.',
    );
  if (check.score < LEAST_SCORE)
    throw invalidField(
      field,
      'This password is among the first that are tried: a common one, or keys in a row. Take four words that do not belong together.',
    );
}
