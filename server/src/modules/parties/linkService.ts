import {
  collarOfMember,
  factsOfMember,
  MISSING_WORDS,
  missingOf,
  type MemberForLead,
  type OnTheDay,
  type enteredByLead,
  type MemberData,
  type NewMemberLinks,
  type ownCollar,
  type PartyByLink,
  type PartyLink,
  type PartyMember,
  type PartyPage,
} from '@easytuck/contract';
import type { z } from 'zod';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { endOf } from '../links/linkEnd.ts';
import { hashOfKey, newLinkKey } from '../people/sessionKeys.ts';
import { shopRepository } from '../shop/repository.ts';
import { addressOf, failedTries } from '../tries/repository.ts';
import { eveningOf } from './evening.ts';
import { partyLinkRepository, type OpenedParty } from './linkRepository.ts';
import { partyRepository } from './repository.ts';
import { dataOf, partyService } from './service.ts';

/** Missing things that a lead can do something about; the rest is the shop’s. */
const FOR_THE_LEAD = new Set(['collar', 'longEnd', 'canTie']);

/** A new link, and the key that opens it. */
interface MadeLink {
  readonly link: PartyLink;
  readonly key: string;
}

/** Links that are given to a party’s lead and its members, and what they open. */
export interface PartyLinkService {
  readonly ofParty: (partyId: string) => Promise<PartyLink[]>;
  /** Makes one. Its key is shown once and never stored; the same link asked for again gets another key. */
  readonly give: (id: string, partyId: string, memberId: string | null, by: string) => Promise<MadeLink>;
  /** Makes one for each of several members, or none where one cannot be made. */
  readonly giveEach: (partyId: string, asked: NewMemberLinks['links'], by: string) => Promise<MadeLink[]>;
  readonly withdraw: (partyId: string, id: string) => Promise<PartyLink>;
  /** What a key opens. @throws ProblemError `noSuchLink`, the same for every key that opens nothing. */
  readonly open: (key: string, ip: string) => Promise<PartyByLink>;
  /** What a member enters of themselves. */
  readonly enterOwn: (key: string, ip: string, data: z.output<typeof ownCollar>) => Promise<PartyByLink>;
  /** What only the lead may do. */
  readonly enterFor: (key: string, ip: string, memberId: string, data: z.output<typeof enteredByLead>) => Promise<PartyByLink>;
  readonly add: (key: string, ip: string, id: string, name: string) => Promise<PartyByLink>;
  readonly giveOn: (key: string, ip: string, asked: NewMemberLinks['links']) => Promise<MadeLink[]>;
  readonly onTheDay: (key: string, ip: string, memberId: string, what: OnTheDay) => Promise<PartyByLink>;
}

export function partyLinkService(database: Database): PartyLinkService {
  const links = partyLinkRepository(database);
  const repository = partyRepository(database);
  const parties = partyService(database);
  const settings = shopRepository(database);
  const tries = failedTries(database.sequelize);

  const openedBy = async (key: string, ip: string): Promise<OpenedParty & { page: PartyPage }> => {
    requireReady(database);
    const address = addressOf(ip);
    await tries.refuseWhileSlowed('link', address);
    const opened = await links.opened(hashOfKey(key), new Date());
    const page = opened && (await pageOrNull(opened.partyId));
    // a party that was called off, and somebody who was taken off the list, are nobody’s any more
    const isThere =
      page && page.party.calledOffAt === null && (opened.memberId === null || page.members.some(({ id }) => id === opened.memberId));
    if (!opened || !isThere) {
      await tries.count('link', address);
      throw new ProblemError('noSuchLink');
    }
    return { ...opened, page };
  };
  const pageOrNull = async (partyId: string): Promise<PartyPage | null> => {
    try {
      return await parties.page(partyId);
    } catch (error) {
      if (error instanceof ProblemError && error.code === 'notFound') return null;
      throw error;
    }
  };
  const asLead = async (key: string, ip: string): Promise<OpenedParty & { page: PartyPage }> => {
    const opened = await openedBy(key, ip);
    if (opened.memberId !== null) throw new ProblemError('notAllowed');
    return opened;
  };
  const told = async ({ memberId, partyId }: OpenedParty): Promise<PartyByLink> => {
    const page = await parties.page(partyId);
    const { name: shop, unit } = await settings.read();
    const { name, day, hour, zone, place, sitsAt } = page.party;
    const party = { name, day, hour, zone, place, sitsAt, shop, unit };
    const own = page.members.find(({ id }) => id === memberId);
    if (own) return { who: 'member', party, own: { ...entryOf(own), bareNeckMm: own.bareNeckMm } };
    const now = new Date();
    const evening = await eveningOf(database, page, now);
    return {
      ...{ who: 'lead', party, spareMinutes: evening.spareMinutes, ready: evening.ready },
      members: page.members.map((member): MemberForLead => ({
        ...entryOf(member),
        hasCollar: collarOfMember(member) !== null,
        missing: missingOf(member, page.party, now)
          .filter((each) => FOR_THE_LEAD.has(each))
          .map((each) => MISSING_WORDS[each].what),
        arriveMinutes: member.arriveMinutes ?? page.party.arriveMinutes,
        isDone: member.doneAt !== null,
        tiesOwn: factsOfMember(member, page.party).tiesOwn === true,
      })),
      turns: evening.turns.map(({ member, helper, beginsAt, endsAt }) => ({
        memberId: member.id,
        by: helper?.name ?? null,
        beginsAt,
        endsAt,
      })),
    };
  };
  /** Changes what is known of a member, over whatever version is stored. */
  const enter = async (partyId: string, memberId: string, change: (stored: MemberData) => Partial<MemberData>): Promise<void> => {
    for (let attempt = 0; ; attempt += 1) {
      const kept = (await repository.members(partyId)).find(({ id }) => id === memberId);
      if (!kept) throw new ProblemError('noSuchLink');
      const stored = dataOf(kept);
      const changed = { ...stored, ...change(stored) };
      const isSameNeck = changed.collar?.label === stored.collar?.label && changed.bareNeckMm === stored.bareNeckMm;
      const saved = await withTransaction(database.sequelize, (transaction) =>
        repository.updateMember(
          memberId,
          kept.version,
          // a tie that was set for another size has to be set again
          { ...changed, step: isSameNeck ? changed.step : null },
          new Date().toISOString(),
          new Date(),
          transaction,
        ),
      );
      if (saved) return;
      // the shop saved at the same moment: read what it saved, and change that
      if (attempt >= MOST_ATTEMPTS) throw new ProblemError('busy');
    }
  };
  const giveEach = async (partyId: string, asked: readonly { id: string; memberId: string | null }[], by: string): Promise<MadeLink[]> => {
    const { party, members } = await parties.page(partyId);
    if (party.calledOffAt !== null) throw new ProblemError('notFound', { detail: 'This party was called off.' });
    const there = new Set(members.map((member) => member.id));
    // each copying makes new ones: somebody's link is no way to fill the shop's disk
    if ((await links.ofParty(partyId)).length + asked.length > MOST_LINKS)
      throw new ProblemError('tooLarge', { detail: `A party can have ${MOST_LINKS} links at most. Use those that were made.` });
    if (asked.some(({ memberId }) => memberId !== null && !there.has(memberId)))
      throw new ProblemError('notFound', { detail: 'They are not on the list.' });
    const made: MadeLink[] = [];
    for (const { id, memberId } of asked) {
      const [key, now] = [newLinkKey(), new Date()];
      await links.put({ id, keyHash: hashOfKey(key), partyId, memberId, givenBy: by, endsAt: endOf(party.day, now) }, now);
      const link = await links.find(id);
      if (link?.partyId !== partyId || link.memberId !== memberId || link.withdrawnAt !== null) throw new ProblemError('keyInUse');
      const { partyId: _party, ...rest } = link;
      made.push({ link: rest, key });
    }
    return made;
  };
  const give = async (id: string, partyId: string, memberId: string | null, by: string): Promise<MadeLink> => {
    const [made] = await giveEach(partyId, [{ id, memberId }], by);
    if (!made) throw new ProblemError('keyInUse');
    return made;
  };
  return {
    ofParty: async (partyId) => {
      await parties.page(partyId);
      return links.ofParty(partyId);
    },
    give,
    giveEach,
    withdraw: async (partyId, id) => {
      requireReady(database);
      await links.withdraw(id, partyId, new Date());
      const link = await links.find(id);
      if (link?.partyId !== partyId) throw new ProblemError('notFound', { detail: 'There is no such link.' });
      const { partyId: _party, ...rest } = link;
      return rest;
    },
    open: async (key, ip) => {
      const opened = await openedBy(key, ip);
      await links.markOpened(opened.id, new Date());
      return told(opened);
    },
    enterOwn: async (key, ip, data) => {
      const opened = await openedBy(key, ip);
      if (opened.memberId === null) throw new ProblemError('notAllowed');
      await enter(opened.partyId, opened.memberId, (stored) => ({
        collar: data.collar,
        ground: data.collar === null ? 'neck' : data.ground,
        bareNeckMm: data.bareNeckMm,
        isCollarSettled: false,
        longEnd: data.longEnd ?? stored.longEnd,
        whoTies: data.whoTies ?? stored.whoTies,
      }));
      return told(opened);
    },
    enterFor: async (key, ip, memberId, data) => {
      const opened = await asLead(key, ip);
      await enter(opened.partyId, memberId, (stored) => ({
        ...(data.collar === null || data.collar.label === stored.collar?.label
          ? {}
          : { collar: data.collar, ground: 'lead' as const, bareNeckMm: null, isCollarSettled: false }),
        longEnd: data.longEnd ?? stored.longEnd,
        whoTies: data.whoTies ?? stored.whoTies,
      }));
      return told(opened);
    },
    add: async (key, ip, id, name) => {
      const opened = await asLead(key, ip);
      await parties.addMembers(opened.partyId, [{ ...NOBODY_YET, id, name }]);
      return told(opened);
    },
    giveOn: async (key, ip, asked) => {
      const { partyId, page } = await asLead(key, ip);
      return giveEach(partyId, asked, page.party.leadName);
    },
    onTheDay: async (key, ip, memberId, what) => {
      const opened = await asLead(key, ip);
      await parties.onTheDay(opened.partyId, memberId, what);
      return told(opened);
    },
  };
}

const MOST_ATTEMPTS = 4;
/** Links that a party can have in all: each of two hundred members ten times. */
const MOST_LINKS = 2_000;

/** A name on a list, of whom nothing is known. */
const NOBODY_YET = {
  ...{ wearerId: null, collar: null, ground: null, bareNeckMm: null, isCollarSettled: false, longEnd: null, whoTies: null },
  ...{ arriveMinutes: null, isOwnTie: false, tieId: null, step: null, isTiedBefore: false, deal: null, note: '' },
} as const;

function entryOf({ id, name, collar, ground, longEnd, whoTies, enteredAt }: PartyMember) {
  return { id, name, collar, ground, longEnd, whoTies, enteredAt };
}
