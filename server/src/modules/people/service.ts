import { passkeyId, type NewPerson, type Passkey, type Person, type Role, type SignIn } from '@easytuck/contract';
import type { AuthenticationResponseJSON, RegistrationResponseJSON } from '@simplewebauthn/server';
import { randomBytes } from 'node:crypto';
import { isDuplicate } from '../../database/databaseErrors.ts';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField, ProblemError } from '../../problem.ts';
import { deedRepository } from '../deeds/repository.ts';
import { shopRepository } from '../shop/repository.ts';
import { addressOf, failedTries } from '../tries/repository.ts';
import { hashSecret, isSecret, refuseWeakPassword } from './passwords.ts';
import { peopleRepository, type KeptPerson, type KeptSession, type SignedInBy } from './repository.ts';
import { hashOfKey, newSessionKey } from './sessionKeys.ts';

/** A session lasts so long after it was last used. */
export const SESSION_MS = 12 * 3_600_000;
/** However much it is used, a password is asked for again after this. */
const LONGEST_MS = 7 * 86_400_000;
/** Clocks of several servers may differ by this. */
const CLOCKS_DIFFER_MS = 5 * 60_000;
const CEREMONY_MS = 5 * 60_000;

/** Where a request came from, as far as signing in is concerned. */
export interface From {
  readonly ip: string;
  /** Host name of the page's address, without its port, and the whole origin: what a passkey belongs to. */
  readonly hostName: string;
  readonly origin: string;
}

/** Who works here, and signing in. */
export interface PeopleService {
  readonly list: () => Promise<Person[]>;
  readonly add: (person: NewPerson) => Promise<{ stored: Person; created: boolean }>;
  /** The first owner, where nobody is set up. */
  readonly setUp: (person: Omit<NewPerson, 'role'>) => Promise<Person>;
  readonly change: (id: string, version: number, change: { name: string; role: Role; hasLeft: boolean }) => Promise<Person>;
  readonly resetPassword: (id: string, version: number, password: string) => Promise<Person>;
  readonly changePassword: (id: string, current: string, next: string, keyHash: string, from: From) => Promise<void>;
  readonly setPin: (id: string, password: string, pin: string | null, from: From) => Promise<void>;
  /** @returns a new session's key. */
  readonly signIn: (typed: SignIn, from: From) => Promise<string>;
  readonly beginFor: (personId: string, by: SignedInBy) => Promise<string>;
  /** Takes over a counter. @returns a new session's key; the one before is gone. */
  readonly takeOver: (session: KeptSession, keyHash: string, personId: string, pin: string, from: From) => Promise<string>;
  /** Who can take over the counter of a session. */
  readonly hands: (session: KeptSession) => Promise<readonly { id: string; name: string }[]>;
  readonly passkeyOptions: (from: From) => Promise<{ ceremony: string; options: Record<string, unknown> }>;
  readonly signInByPasskey: (ceremony: string, answer: Record<string, unknown>, from: From) => Promise<string>;
  readonly newPasskeyOptions: (personId: string, from: From) => Promise<{ ceremony: string; options: Record<string, unknown> }>;
  readonly addPasskey: (
    personId: string,
    ceremony: string,
    answer: Record<string, unknown>,
    name: string,
    from: From,
  ) => Promise<Passkey[]>;
  readonly passkeysOf: (personId: string) => Promise<Passkey[]>;
  readonly dropPasskey: (personId: string, id: string) => Promise<Passkey[]>;
}

export function peopleService(database: Database): PeopleService {
  const people = peopleRepository(database);
  const deeds = deedRepository(database);
  const tries = failedTries(database.sequelize);
  const settings = shopRepository(database);

  const get = async (id: string): Promise<KeptPerson> => {
    requireReady(database);
    const found = await people.find(id);
    if (!found) throw new ProblemError('notFound', { detail: 'There is nobody of this key.' });
    return found;
  };
  const refuseWeak = async (password: string, field: string, name: string): Promise<void> =>
    refuseWeakPassword(password, field, name, (await settings.read()).name);
  const begin = async (personId: string, by: SignedInBy, passwordAt: Date): Promise<string> => {
    const [key, now] = [newSessionKey(), new Date()];
    await people.begin(hashOfKey(key), { personId, by, passwordAt, endsAt: new Date(now.getTime() + SESSION_MS) }, now);
    await people.dropOld(now);
    return key;
  };
  /** Compares a password, slowed by account and by address, in the same time whether there is such a person or not. */
  const compare = async (found: KeptPerson | null, typedName: string, password: string, from: From): Promise<void> => {
    // by the person where there is one: names are found in any capitals and accents, and each would be free tries of its own
    const account = found?.id ?? typedName;
    const address = addressOf(from.ip);
    await tries.refuseWhileSlowed('address', address);
    await tries.refuseWhileSlowed('account', account);
    const works = found !== null && found.leftAt === null;
    if (await isSecret(works ? found.passwordHash : null, password)) {
      await tries.clear('account', account);
      return;
    }
    await tries.count('account', account);
    await tries.count('address', address);
    await deeds.add({
      ...{ personId: found?.id ?? null, personName: found?.name ?? '', about: null, from: from.ip },
      what: found ? 'a password that was wrong' : 'a name that nobody has',
    });
    throw new ProblemError('wrongSignIn');
  };
  const insert = async (id: string, name: string, role: Role, password: string): Promise<boolean> => {
    await refuseWeak(password, 'password', name);
    const passwordHash = await hashSecret(password);
    try {
      await people.insert({ id, name, role, passwordHash }, new Date());
      return true;
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      return false;
    }
  };
  const nameTaken = (): ProblemError => invalidField('name', 'Somebody of this name is set up already. Add an initial.');
  const ceremony = async (challenge: string, personId: string | null): Promise<string> => {
    const id = randomBytes(24).toString('base64url');
    await people.beginCeremony(hashOfKey(id), challenge, personId, new Date(Date.now() + CEREMONY_MS));
    return id;
  };
  const takeCeremony = async (id: string) => {
    const taken = await people.takeCeremony(hashOfKey(id), new Date());
    if (!taken) throw new ProblemError('wrongSignIn', { detail: 'That took too long, or was done already. Try again.' });
    return taken;
  };
  const passkeysOf = async (personId: string): Promise<Passkey[]> =>
    (await people.passkeysOf(personId)).map(({ id, name, createdAt, usedAt }) => ({
      ...{ id, name },
      createdAt: createdAt.toISOString(),
      usedAt: usedAt?.toISOString() ?? null,
    }));

  return {
    list: async () => {
      requireReady(database);
      return (await people.all()).map(toTold);
    },
    add: async ({ id, name, role, password }) => {
      requireReady(database);
      const created = await insert(id, name, role, password);
      const stored = await people.find(id);
      if (!stored) throw nameTaken();
      // the same saving sent again, after its answer was lost
      if (!created && (stored.name !== name || stored.role !== role || !(await isSecret(stored.passwordHash, password))))
        throw new ProblemError('keyInUse', { current: toTold(stored) });
      return { stored: toTold(stored), created };
    },
    setUp: async ({ id, name, password }) => {
      requireReady(database);
      await refuseWeak(password, 'password', name);
      const passwordHash = await hashSecret(password);
      await withTransaction(database.sequelize, async (transaction) => {
        // whoever comes second waits here, and then finds somebody
        if (await people.isAnybodyNow(transaction)) throw new ProblemError('signInNeeded');
        await people.insert({ id, name, role: 'owner', passwordHash }, new Date(), transaction);
      });
      return toTold(await get(id));
    },
    change: async (id, version, { name, role, hasLeft }) => {
      const before = await get(id);
      const leftAt = hasLeft ? (before.leftAt ?? new Date()) : null;
      await withTransaction(database.sequelize, async (transaction) => {
        const owners = await people.lockOwners(transaction);
        const staysOwner = role === 'owner' && !hasLeft;
        if (owners.includes(id) && !staysOwner && owners.length === 1) throw new ProblemError('lastOwner');
        if (!(await people.update(id, version, { name, role, leftAt }, new Date(), transaction))) {
          const current = await people.find(id, transaction);
          const isSentAgain =
            current?.version === version + 1 && current.name === name && current.role === role && (current.leftAt !== null) === hasLeft;
          if (!isSentAgain) throw new ProblemError('stale', { current: current && toTold(current) });
        }
      }).catch((error: unknown) => {
        throw isDuplicate(error) ? nameTaken() : error;
      });
      // who may do less, or has left, does so at once
      if (hasLeft || role !== before.role) await people.endAll(id);
      return toTold(await get(id));
    },
    resetPassword: async (id, version, password) => {
      const found = await get(id);
      if (found.version !== version) throw new ProblemError('stale', { current: toTold(found) });
      await refuseWeak(password, 'password', found.name);
      await people.setPassword(id, await hashSecret(password), new Date());
      await people.setPin(id, null, new Date());
      await people.endAll(id);
      await tries.clear('account', found.id);
      return toTold(await get(id));
    },
    changePassword: async (id, current, next, keyHash, from) => {
      const found = await get(id);
      await compare(found, found.name, current, from).catch(atField('current'));
      await refuseWeak(next, 'next', found.name);
      await people.setPassword(id, await hashSecret(next), new Date());
      await people.endAll(id, keyHash);
    },
    setPin: async (id, password, pin, from) => {
      const found = await get(id);
      await compare(found, found.name, password, from).catch(atField('password'));
      await people.setPin(id, pin === null ? null : await hashSecret(pin), new Date());
      await tries.clear('pin', id);
    },
    signIn: async ({ name, password }, from) => {
      requireReady(database);
      const found = await people.named(name);
      await compare(found, name, password, from);
      if (!found) throw new ProblemError('wrongSignIn');
      await tries.clear('pin', found.id);
      return begin(found.id, 'password', new Date());
    },
    beginFor: (personId, by) => begin(personId, by, new Date()),
    hands: async (session) =>
      isToday(session.passwordAt) ? (await people.all()).filter(canTakeOver).map(({ id, name }) => ({ id, name })) : [],
    takeOver: async (session, keyHash, personId, pin, from) => {
      if (!isToday(session.passwordAt))
        throw new ProblemError('signInNeeded', { detail: 'Nobody has signed in with a password at this counter today. Do that first.' });
      await tries.refuseWhileSlowed('pin', personId);
      const found = await people.find(personId);
      if (!(await isSecret(found && canTakeOver(found) ? found.pinHash : null, pin))) {
        await tries.count('pin', personId);
        await tries.count('address', addressOf(from.ip));
        await deeds.add({
          personId: found?.id ?? null,
          personName: found?.name ?? '',
          what: 'a PIN that was wrong',
          about: null,
          from: from.ip,
        });
        throw new ProblemError('wrongPin');
      }
      await tries.clear('pin', personId);
      const key = await begin(personId, 'pin', session.passwordAt);
      await people.end(keyHash);
      return key;
    },
    passkeyOptions: async (from) => {
      requireReady(database);
      const { generateAuthenticationOptions } = await import('@simplewebauthn/server');
      const options = await generateAuthenticationOptions({ rpID: from.hostName, userVerification: 'required' });
      return { ceremony: await ceremony(options.challenge, null), options: { ...options } };
    },
    signInByPasskey: async (id, answer, from) => {
      requireReady(database);
      await tries.refuseWhileSlowed('address', addressOf(from.ip));
      const { challenge } = await takeCeremony(id);
      const key = passkeyId.safeParse(answer['id']);
      const kept = key.success ? await people.passkey(key.data) : null;
      const owner = kept && (await people.find(kept.personId));
      const refuse = async (): Promise<never> => {
        await tries.count('address', addressOf(from.ip));
        await deeds.add({
          personId: owner?.id ?? null,
          personName: owner?.name ?? '',
          what: 'a passkey that was refused',
          about: null,
          from: from.ip,
        });
        throw new ProblemError('wrongSignIn', { detail: 'This passkey is not known here, or was refused.' });
      };
      if (!kept || !owner || owner.leftAt !== null) return refuse();
      const { verifyAuthenticationResponse } = await import('@simplewebauthn/server');
      const checked = await verifyAuthenticationResponse({
        // checked by the package, whatever it is
        response: answer as unknown as AuthenticationResponseJSON,
        expectedChallenge: challenge,
        expectedOrigin: from.origin,
        expectedRPID: from.hostName,
        requireUserVerification: true,
        credential: { id: kept.id, publicKey: new Uint8Array(Buffer.from(kept.publicKey, 'base64url')), counter: kept.counter },
      }).catch(() => null);
      if (checked?.verified !== true) return refuse();
      await people.usePasskey(kept.id, checked.authenticationInfo.newCounter, new Date());
      return begin(owner.id, 'passkey', new Date());
    },
    newPasskeyOptions: async (personId, from) => {
      const found = await get(personId);
      const { generateRegistrationOptions } = await import('@simplewebauthn/server');
      const options = await generateRegistrationOptions({
        rpName: 'Easy Tuck',
        rpID: from.hostName,
        userName: found.name,
        userID: new Uint8Array(Buffer.from(found.id.replaceAll('-', ''), 'hex')),
        attestationType: 'none',
        excludeCredentials: (await people.passkeysOf(personId)).map(({ id }) => ({ id })),
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
      });
      return { ceremony: await ceremony(options.challenge, personId), options: { ...options } };
    },
    addPasskey: async (personId, id, answer, name, from) => {
      const taken = await takeCeremony(id);
      if (taken.personId !== personId) throw new ProblemError('otherPerson');
      const { verifyRegistrationResponse } = await import('@simplewebauthn/server');
      const checked = await verifyRegistrationResponse({
        response: answer as unknown as RegistrationResponseJSON,
        expectedChallenge: taken.challenge,
        expectedOrigin: from.origin,
        expectedRPID: from.hostName,
        requireUserVerification: true,
      }).catch(() => null);
      if (checked?.verified !== true) throw invalidField('answer', 'The device’s answer could not be checked. Try again.');
      const { credential } = checked.registrationInfo;
      await people
        .addPasskey({
          ...{ id: credential.id, personId, name, counter: credential.counter, createdAt: new Date() },
          publicKey: Buffer.from(credential.publicKey).toString('base64url'),
          transports: credential.transports ?? [],
        })
        .catch((error: unknown) => {
          throw isDuplicate(error) ? invalidField('answer', 'This passkey is set up already.') : error;
        });
      return passkeysOf(personId);
    },
    passkeysOf,
    dropPasskey: async (personId, id) => {
      if (!(await people.dropPasskey(id, personId))) throw new ProblemError('notFound', { detail: 'There is no such passkey.' });
      return passkeysOf(personId);
    },
  };
}

const toTold = ({ id, name, role, pinHash, passwordHash, passkeys, leftAt, seenAt, version }: KeptPerson): Person => ({
  ...{ id, name, role, hasPin: pinHash !== null, hasPassword: passwordHash !== null, passkeys, version },
  leftAt: leftAt?.toISOString() ?? null,
  seenAt: seenAt?.toISOString() ?? null,
});

const canTakeOver = ({ pinHash, leftAt }: KeptPerson): boolean => pinHash !== null && leftAt === null;

/** A password is good for changing hands on the day that it was typed on, by the clock of the shop; one from the future on none. */
function isToday(passwordAt: Date): boolean {
  const now = new Date();
  return passwordAt.toDateString() === now.toDateString() && passwordAt.getTime() <= now.getTime() + CLOCKS_DIFFER_MS;
}

/** A wrong password that was asked for beside other fields is told at its own, and ends no session. */
const atField =
  (path: string) =>
  (error: unknown): never => {
    throw error instanceof ProblemError && error.code === 'wrongSignIn' ? invalidField(path, 'This is not your password.') : error;
  };

/** Whether a session still holds: neither run out, nor so long ago that a password is wanted, nor from a time that is still to come. */
export function holds({ endsAt, beganAt, passwordAt }: KeptSession, now: Date): boolean {
  const at = now.getTime();
  return (
    endsAt.getTime() > at &&
    endsAt.getTime() <= at + SESSION_MS + CLOCKS_DIFFER_MS &&
    beganAt.getTime() <= at + CLOCKS_DIFFER_MS &&
    passwordAt.getTime() + LONGEST_MS > at
  );
}
