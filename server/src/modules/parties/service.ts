import {
  collarOfMember,
  factsOfMember,
  longEndOfMember,
  MOST_MEMBERS,
  wornByMember,
  type CardsIssued,
  type FittingData,
  type MemberData,
  type OnTheDay,
  type Party,
  type PartyData,
  type PartyList,
  type PartyLook,
  type PartyMember,
  type PartyPage,
  type Proposal,
  type Tie,
} from '@easytuck/contract';
import { evenLeadMm, lastStep, matchLook, prepareTie, type TiePlace } from '@easytuck/core';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField, ProblemError } from '../../problem.ts';
import { fittingService } from '../fittings/service.ts';
import { afterChange, insertOnce } from '../insertOnce.ts';
import { handsOfWearers, tieInHandsOf } from '../tyings/ownTakeUps.ts';
import { linkRepository } from '../links/repository.ts';
import { shopRepository } from '../shop/repository.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository, type WearerEvent } from '../wearers/repository.ts';
import { keptOf, wearerService } from '../wearers/service.ts';
import { offerOf, partyRepository, type KeptMember } from './repository.ts';
import { partyLinkRepository } from './linkRepository.ts';
import { lookOf, offeredTies, proposeTies, takerOf } from './proposeTies.ts';
import { sitsAt } from './sitsAt.ts';
import { todayIn } from './today.ts';

/** What can be done with parties. */
export interface PartyService {
  readonly list: (show: 'coming' | 'past' | 'calledOff', limit: number, offset: number) => Promise<PartyList>;
  readonly page: (id: string) => Promise<PartyPage>;
  readonly create: (id: string, data: PartyData) => Promise<{ stored: Party; created: boolean }>;
  /** Saves over the version the change was based on; `stale`, with what is there now, where that is gone. */
  readonly change: (id: string, version: number, data: PartyData) => Promise<Party>;
  /** Called off, its ties are free again; on again, they are asked for again. */
  readonly callOff: (id: string, version: number, off: boolean) => Promise<Party>;
  /** Adds people to the list. A wearer stands on it once: who is on it already is left as they are. */
  readonly addMembers: (id: string, members: readonly (MemberData & { readonly id: string })[]) => Promise<PartyPage>;
  readonly changeMember: (id: string, memberId: string, version: number, data: MemberData) => Promise<PartyMember>;
  readonly removeMember: (id: string, memberId: string, version: number) => Promise<void>;
  /** What a look would give everybody, from the ties that are free on these days. Nothing is saved. */
  readonly propose: (id: string, look: PartyLook) => Promise<Proposal>;
  /** Gives ties to members, all or none. Nothing is promised twice. */
  readonly giveTies: (
    id: string,
    ties: readonly { readonly memberId: string; readonly version: number; readonly tieId: string | null; readonly step: number | null }[],
  ) => Promise<PartyPage>;
  readonly issueCards: (
    id: string,
    staff: string,
    cards: readonly { readonly memberId: string; readonly fittingId: string }[],
  ) => Promise<CardsIssued>;
  /** Ties go out, come back or are lost; the stock follows. */
  readonly moveTies: (id: string, memberIds: readonly string[], to: TiePlace) => Promise<PartyPage>;
  readonly onTheDay: (id: string, memberId: string, what: OnTheDay) => Promise<PartyMember>;
}

/** What of a member is typed. */
export const dataOf = ({
  id: _id,
  partyId: _party,
  number: _number,
  place: _place,
  goneAs: _gone,
  fittingId: _fitting,
  doneAt: _done,
  enteredAt: _entered,
  version: _version,
  ...data
}: KeptMember): MemberData => data;

/** Letters that a wearer's record has room for of what the tie is for. */
const LONGEST_EVENT = 60;

/** A party as its members’ records name it. */
const eventOf = ({ name, day }: Pick<Party, 'name' | 'day'>): WearerEvent => ({ name: name.slice(0, LONGEST_EVENT), on: day });

/** A party's own typed fields. */
const typedOf = ({
  id: _id,
  sitsAt: _sits,
  calledOffAt: _off,
  version: _version,
  createdAt: _created,
  updatedAt: _updated,
  ...data
}: Party): PartyData => data;

export function partyService(database: Database): PartyService {
  const parties = partyRepository(database);
  const ties = tieRepository(database);
  const wearers = wearerRepository(database);
  const settings = shopRepository(database);
  const fittings = fittingService(database);
  const people = wearerService(database);
  const coachLinks = linkRepository(database);
  const partyLinks = partyLinkRepository(database);

  const get = async (id: string): Promise<Party> => {
    requireReady(database);
    return (await parties.find(id)) ?? noParty();
  };
  const locked = async (id: string, transaction: Transaction): Promise<Party> => (await parties.lock(id, transaction)) ?? noParty();

  const pageOf = async (party: Party): Promise<PartyPage> => {
    const kept = await parties.members(party.id);
    const used = [...new Set(kept.flatMap(({ tieId, isOwnTie }) => (tieId === null || isOwnTie ? [] : [tieId])))];
    const [around, promised] = await Promise.all([parties.around(party, kept), parties.promised(daysOf(party), used, todayIn(party.zone))]);
    const offers = promised.map(offerOf);
    const gone = tooMany(kept, new Map(offers.map(({ tieId, free }) => [tieId, free])));
    const members = kept.map(({ partyId: _party, goneAs: _gone, ...member }): PartyMember => ({
      ...member,
      ...(around.get(member.id) ?? noParty()),
      isTieGone: gone.has(member.id),
    }));
    return { party, members, offers };
  };
  const page = async (id: string): Promise<PartyPage> => pageOf(await get(id));
  const memberOf = async (party: Party, memberId: string): Promise<PartyMember> =>
    (await pageOf(party)).members.find(({ id }) => id === memberId) ?? noMember();

  /**
   * Locks ties in the order of their keys: whoever else promises these waits here. It comes before anything that is read without a lock, since
   * what is read then is as it was at the first such reading.
   */
  const lockTies = async (tieIds: readonly string[], transaction: Transaction): Promise<void> => {
    for (const tieId of [...new Set(tieIds)].sort())
      if (!(await ties.lock(tieId, transaction))) throw invalidField('tieId', 'This tie is no longer in the drawer. Choose another.');
  };
  /**
   * Refuses what would promise more of a tie than there are on a party's days, and what would sell a tie that a later party was
   * promised; the ties must be locked.
   */
  const refuseTwice = async (party: Party, tieIds: readonly string[], transaction: Transaction): Promise<void> => {
    const members = await parties.lockMembers(party.id, transaction);
    const refuseOver = async (days: PartyDays, users: readonly KeptMember[], when: string): Promise<void> => {
      const used = new Map(tieIds.map((tieId) => [tieId, users.filter((member) => holds(member, tieId)).length]));
      const asked = [...used].flatMap(([tieId, count]) => (count > 0 ? [tieId] : []));
      for (const found of await parties.promised(days, asked, todayIn(party.zone), transaction)) {
        const { tieId, free, promised } = offerOf(found);
        const count = used.get(tieId) ?? 0;
        if (count <= free) continue;
        const name = (await ties.find(tieId, transaction))?.name ?? '';
        const elsewhere = promised.map(
          ({ party: other, count: theirs }) => `${theirs} ${theirs === 1 ? 'is' : 'are'} promised to ${other}`,
        );
        throw invalidField(
          'tieId',
          `There ${free === 1 ? 'is' : 'are'} not enough of ${name} ${when}: ${free} free, ${count} asked for${elsewhere.length > 0 ? `; ${elsewhere.join(', ')}` : ''}.`,
        );
      }
    };
    await refuseOver(party, members, `from ${party.outFrom} to ${party.backBy}`);
    const sold = members.filter(({ deal }) => (deal ?? party.deal) === 'sold');
    await refuseOver(forGood(party), sold, 'to be sold, since a sold tie does not come back');
  };

  /** The step that the party's look asks for on a member's neck; null where there is no collar yet. */
  const stepFor = async (party: Party, member: PartyMember, tie: Tie): Promise<number | null> => {
    const worn = wornByMember(member, party, await settings.read());
    if (worn === null) return null;
    const inHands = prepareTie((await tieInHandsOf(database, tie, member.wearerId, member.wearer?.firmness)).tie);
    const taker = takerOf(member, worn, new Map([[tie.id, inHands]]));
    const found = matchLook(inHands, taker, lookOf(party.look) ?? { rule: 'asCut' });
    if (found.kind === 'none') throw invalidField('tieId', `${tie.name} cannot be worn at this collar size. Choose another.`);
    return found.fitted.setting.step;
  };
  const drawerTie = async (tieId: string): Promise<Tie> => {
    const tie = await ties.find(tieId);
    if (!tie) throw invalidField('tieId', 'This tie is no longer in the drawer. Choose another.');
    return tie;
  };
  /** A tie that was chosen without a step gets the look's. */
  const withStep = async (party: Party, member: PartyMember, data: MemberData): Promise<MemberData> => {
    if (data.tieId === null) return { ...data, step: null };
    const tie = await drawerTie(data.tieId);
    if (data.step === null) return { ...data, step: await stepFor(party, member, tie) };
    if (data.step > lastStep(tie.hardware)) throw invalidField('step', 'The set must be one of the band’s settings.');
    return data;
  };
  /** A member whose card was of another collar, and whose tie is still set for that, with the tie set for the collar they have now. */
  const setAnew = async (party: Party, member: PartyMember): Promise<PartyMember> => {
    const { card, tieId, step } = member;
    if (card === null || tieId === null || card.tieId !== tieId || card.step !== step) return member;
    const fresh = await stepFor(party, member, await drawerTie(tieId));
    if (fresh === step) return member;
    const isSaved = await withTransaction(database.sequelize, (transaction) =>
      parties.giveTie(member.id, member.version, tieId, fresh, new Date(), transaction),
    );
    if (!isSaved) throw new ProblemError('stale');
    return { ...member, step: fresh };
  };

  const cardFor = async (party: Party, member: PartyMember, fittingId: string, staff: string): Promise<FittingData> => {
    const known = collarOfMember(member);
    if (known === null || member.tieId === null || member.step === null)
      throw new ProblemError('cannotBeTied', { detail: 'Collar size and tie are needed before a card.' });
    const tie = await ties.find(member.tieId);
    if (!tie) throw new ProblemError('cannotBeTied', { detail: 'The tie is no longer in the drawer.' });
    const shop = await settings.read();
    const worn = wornByMember(member, party, shop);
    if (worn === null) throw new ProblemError('cannotBeTied', { detail: 'Collar size and tie are needed before a card.' });
    const { wearer } = member;
    const firmness = wearer?.firmness ?? 'usual';
    const inHands = prepareTie((await tieInHandsOf(database, tie, member.wearerId, firmness)).tie);
    // somebody new is on record under the member's key: also where that was kept and this list did not hear of it
    const entered = wearer === null ? await wearers.follow(member.id) : null;
    // a size that was read off a shirt, and looked at here, goes on the record too
    const isNew = known.from === 'shirt' && member.isCollarSettled && wearer !== null && wearer.collar.label !== known.collar.label;
    return {
      id: fittingId,
      wearer:
        wearer === null
          ? entered
            ? { kind: 'known', id: entered.id, measured: [], version: null, name: null }
            : { kind: 'new', id: member.id, name: member.name }
          : { kind: 'known', id: wearer.id, measured: isNew ? ['collar'] : [], version: isNew ? wearer.version : null, name: null },
      collar: known.collar,
      tieId: member.tieId,
      ...{ easeMm: worn.easeMm, longEnd: longEndOfMember(member), collarStyle: worn.style, collarPointsMm: null },
      ...{ neckBreadthMm: worn.neckBreadthMm, faceWidthMm: worn.faceWidthMm, bareNeckMm: worn.bareNeckMm ?? null },
      ...{ firstButtonMm: wearer?.firstButtonMm ?? null, buttonSpacingMm: wearer?.buttonSpacingMm ?? null },
      ...{ bowPosition: 'onLeaf', folding: null, firmness },
      ...{ occasion: party.occasion, wings: shop.wings, school: 'own', staff, step: member.step, leadMm: evenLeadMm(inHands) },
      ...{ note: party.name, handedOver: member.isOwnTie ? 'theirs' : 'stays', revises: member.card?.fittingId ?? null },
    };
  };

  /** What this list knows of somebody who was just entered: their day, who ties, their neck. */
  const tellMore = async (party: Party, member: PartyMember, wearerId: string, staff: string): Promise<void> => {
    const entered = await people.get(wearerId);
    const { tiesOwn } = factsOfMember(member, party);
    const more = {
      ...{ eventName: eventOf(party).name, eventOn: party.day, bareNeckMm: member.bareNeckMm },
      dexterity: tiesOwn === false ? ('needsHelp' as const) : member.whoTies === 'ask' ? ('learning' as const) : null,
    };
    try {
      await people.change(wearerId, entered.version, { ...keptOf(entered), ...more, takenBy: staff });
    } catch (error) {
      // somebody is at the new record already: what they write is newer
      if (!(error instanceof ProblemError) || error.code !== 'stale') throw error;
    }
  };

  /** What hangs on a party’s day or name elsewhere: its members’ records, and the ends of links to it and to their coaches. */
  const moveWhatFollows = async (before: Party, after: PartyData, now: Date, transaction: Transaction): Promise<void> => {
    const [from, to] = [eventOf(before), eventOf(after)];
    if (from.on === to.on && from.name === to.name) return;
    const known = (await parties.members(before.id, transaction)).flatMap(({ wearerId }) => wearerId ?? []);
    const moved = await wearers.moveEvent([...new Set(known)].sort(), from, to, now, transaction);
    if (from.on === to.on) return;
    await coachLinks.moveEnds(moved, to.on, now, transaction);
    await partyLinks.moveEnds(before.id, to.on, now, transaction);
  };

  return {
    list: async (show, limit, offset) => {
      requireReady(database);
      const found = await parties.list(show, new Date(), limit + 1, offset);
      return { parties: found.slice(0, limit), more: found.length > limit };
    },
    page,
    create: async (id, data) => {
      requireReady(database);
      const at = sitsAt(data.day, data.hour, data.zone);
      return insertOnce({
        insert: () => parties.insert(id, data, at, new Date()),
        find: () => parties.find(id),
        sameAs: (stored) => [typedOf(stored), data],
      });
    },
    change: async (id, version, data) => {
      requireReady(database);
      const at = sitsAt(data.day, data.hour, data.zone);
      const saved = await withTransaction(database.sequelize, async (transaction) => {
        const before = await locked(id, transaction);
        const isMoved = before.outFrom !== data.outFrom || before.backBy !== data.backBy || before.deal !== data.deal;
        const used = isMoved ? usedBy(await parties.lockMembers(id, transaction)) : [];
        await lockTies(used, transaction);
        const now = new Date();
        if (!(await parties.update(id, version, data, at, now, transaction))) return false;
        // on other days others may hold its ties
        if (isMoved) await refuseTwice({ ...before, ...data }, used, transaction);
        await moveWhatFollows(before, data, now, transaction);
        return true;
      });
      const current = await get(id);
      return afterChange(current, saved, version, [typedOf(current), data]);
    },
    callOff: async (id, version, off) => {
      requireReady(database);
      const saved = await parties.callOff(id, version, off ? new Date() : null, new Date());
      const current = await get(id);
      return afterChange(current, saved, version, [current.calledOffAt !== null, off]);
    },
    addMembers: async (id, members) => {
      requireReady(database);
      await withTransaction(database.sequelize, async (transaction) => {
        const party = await locked(id, transaction);
        const there = await parties.lockMembers(id, transaction);
        await lockTies(usedBy(members), transaction);
        const known = new Map(there.map((member) => [member.id, member]));
        const listed = new Set(there.map(({ wearerId }) => wearerId));
        const fresh = members.filter((member) => {
          const stored = known.get(member.id);
          if (stored && stored.name !== member.name) throw new ProblemError('keyInUse', { current: stored });
          const isListed = member.wearerId !== null && listed.has(member.wearerId);
          listed.add(member.wearerId);
          return !stored && !isListed;
        });
        if (there.length + fresh.length > MOST_MEMBERS)
          throw new ProblemError('tooLarge', {
            detail: `A party has ${MOST_MEMBERS} members at most; with these there would be ${there.length + fresh.length}.`,
          });
        for (const { wearerId } of fresh)
          if (wearerId !== null && !(await wearers.find(wearerId, transaction)))
            throw invalidField('wearerId', 'This wearer is no longer on record.');
        const first = Math.max(0, ...there.map(({ number }) => number)) + 1;
        const numbered = fresh.map((member, i) => ({ ...member, number: first + i }));
        await parties.insertMembers(id, numbered, new Date(), transaction);
        await refuseTwice(party, usedBy(numbered), transaction);
      });
      return page(id);
    },
    changeMember: async (id, memberId, version, data) => {
      const party = await get(id);
      const before = await memberOf(party, memberId);
      // a choice of tie is finished by what is said of the member in the same breath
      const next = await withStep(party, { ...before, ...data, wearer: data.wearerId === before.wearerId ? before.wearer : null }, data);
      const saved = await withTransaction(database.sequelize, async (transaction) => {
        await locked(id, transaction);
        const kept = (await parties.lockMembers(id, transaction)).find((member) => member.id === memberId) ?? noMember();
        if (kept.version !== version) return false;
        if (next.tieId !== null && !next.isOwnTie) await lockTies([next.tieId], transaction);
        if (kept.place !== 'here' && kept.place !== 'back' && (next.tieId !== kept.tieId || next.isOwnTie !== kept.isOwnTie))
          throw invalidField('tieId', 'Their tie is out. Take it back before you give them another.');
        if (next.wearerId !== null && next.wearerId !== kept.wearerId && !(await wearers.find(next.wearerId, transaction)))
          throw invalidField('wearerId', 'This wearer is no longer on record.');
        await parties.updateMember(memberId, version, next, kept.enteredAt, new Date(), transaction);
        const isSoldNow = (next.deal ?? party.deal) === 'sold' && (kept.deal ?? party.deal) !== 'sold';
        if (next.tieId !== null && !next.isOwnTie && (next.tieId !== kept.tieId || kept.isOwnTie || isSoldNow))
          await refuseTwice(party, [next.tieId], transaction);
        return true;
      });
      const kept = (await parties.member(memberId)) ?? noMember();
      const now = await memberOf(party, memberId);
      // (the set may have been worked out here)
      const isSame = isDeepStrictEqual({ ...dataOf(kept), step: null }, { ...data, step: null });
      return afterChange(now, saved, version, [isSame, true]);
    },
    removeMember: async (id, memberId, version) => {
      await get(id);
      await withTransaction(database.sequelize, async (transaction) => {
        await locked(id, transaction);
        const kept = await parties.member(memberId, transaction);
        if (!kept || kept.partyId !== id)
          throw new ProblemError('notFound', { detail: 'There is no such member; perhaps they were taken off already.' });
        if (kept.place === 'out' && !kept.isOwnTie)
          throw new ProblemError('inUse', { detail: 'Their tie is out. Take it back, or say that it is lost, first.' });
        if (!(await parties.removeMember(memberId, version, transaction))) throw new ProblemError('stale');
      });
    },
    propose: async (id, look) => {
      const { party, members } = await page(id);
      const shop = await settings.read();
      const drawer = (await ties.list()).filter(({ awayAt }) => awayAt === null);
      const { offered, leftOut } = offeredTies(drawer, party, look);
      const free = new Map(
        (
          await parties.promised(
            daysOf(party),
            offered.map(({ id: tieId }) => tieId),
            todayIn(party.zone),
          )
        ).map((found) => [found.tieId, offerOf(found).free]),
      );
      const hands = await handsOfWearers(
        database,
        members.flatMap(({ wearerId }) => wearerId ?? []),
      );
      return proposeTies({ party, members, shop, drawer, offered, leftOut, free, look, hands });
    },
    giveTies: async (id, given) => {
      await get(id);
      const drawer = new Map((await ties.findAll([...new Set(given.flatMap(({ tieId }) => tieId ?? []))])).map((tie) => [tie.id, tie]));
      await withTransaction(database.sequelize, async (transaction) => {
        const party = await locked(id, transaction);
        const before = await parties.lockMembers(id, transaction);
        const members = new Map(before.map((member) => [member.id, member]));
        const asked = given.flatMap(({ tieId }) => tieId ?? []);
        await lockTies(asked, transaction);

        for (const { memberId, version, tieId, step } of given) {
          const kept = members.get(memberId) ?? noMember();
          if (kept.tieId === tieId && kept.step === step) continue;
          if (kept.version !== version)
            throw new ProblemError('stale', {
              detail: `Somebody else changed ${kept.name} in the meantime. Look again before you give out ties.`,
            });
          if (kept.place === 'out')
            throw invalidField('ties', `The tie of ${kept.name} is out. Take it back before you give them another.`);
          refuseStep(drawer, tieId, step);
          if (!(await parties.giveTie(memberId, version, tieId, step, new Date(), transaction))) throw new ProblemError('stale');
        }
        await refuseTwice(party, asked, transaction);
      });
      return page(id);
    },
    issueCards: async (id, staff, cards) => {
      const { party, members } = await page(id);
      const byId = new Map(members.map((member) => [member.id, member]));
      const refused: { memberId: string; why: string }[] = [];
      let issued = 0;
      for (const { memberId, fittingId } of cards) {
        const member = byId.get(memberId);
        if (!member) {
          refused.push({ memberId, why: 'They are no longer on the list.' });
          continue;
        }
        // the same card is not issued twice, whoever asks for it
        if (factsOfMember(member, party).hasCard) {
          issued += 1;
          continue;
        }
        try {
          // whoever ties for somebody faces them: the card says whose sides it means
          const told = factsOfMember(member, party).tiesOwn === false ? 'facing' : undefined;
          const { stored } = await fittings.giveOut(await cardFor(party, await setAnew(party, member), fittingId, staff), told);
          if (member.wearer === null) await tellMore(party, member, stored.wearer.id, staff);
          await parties.setCard(memberId, stored.id, stored.wearer.id, new Date());
          issued += 1;
        } catch (error) {
          if (!(error instanceof ProblemError) || error.status >= 500) throw error;
          refused.push({ memberId, why: error.message });
        }
      }
      return { issued, refused };
    },
    moveTies: async (id, memberIds, to) => {
      await get(id);
      await withTransaction(database.sequelize, async (transaction) => {
        const party = await locked(id, transaction);
        const all = await parties.lockMembers(id, transaction);
        if (memberIds.some((memberId) => !all.some((member) => member.id === memberId))) noMember();
        const moved = all.filter((member) => memberIds.includes(member.id) && member.place !== to);
        const now = new Date();
        const taken = new Map<string, number>();
        for (const member of moved) {
          if (member.tieId === null) throw invalidField('memberIds', `${member.name} has no tie yet.`);
          if (member.place === 'here' && (to === 'back' || to === 'lost'))
            throw invalidField('memberIds', `The tie of ${member.name} was never out.`);
          if (member.isOwnTie) continue;
          const change = Number(isInHouse(member.place)) - Number(isInHouse(to));
          taken.set(member.tieId, (taken.get(member.tieId) ?? 0) + change);
        }
        for (const [tieId, count] of [...taken].sort(([a], [b]) => (a < b ? -1 : 1))) {
          const tie = count === 0 ? null : await ties.lock(tieId, transaction);
          if (!tie) continue;
          if (tie.inStock < count)
            throw invalidField(
              'memberIds',
              `${tie.inStock === 0 ? 'None' : `Only ${tie.inStock}`} of ${tie.name} ${tie.inStock <= 1 ? 'is' : 'are'} in stock, and ${count} should go out. Count the drawer first.`,
            );
          await ties.takeOutOfStock(tie, count, now, transaction);
        }
        for (const member of moved) {
          const goneAs = isInHouse(to) ? null : (member.goneAs ?? member.deal ?? party.deal);
          await parties.setPlace(member.id, to, goneAs, now, transaction);
          const { wearerId, tieId } = member;
          if (wearerId === null || tieId === null || member.isOwnTie) continue;
          if (to === 'out' && goneAs === 'sold') await wearers.own(wearerId, tieId, now, transaction);
          else if (member.goneAs === 'sold' && isInHouse(to)) await wearers.disown(wearerId, tieId, transaction);
        }
      });
      return page(id);
    },
    onTheDay: async (id, memberId, what) => {
      const party = await get(id);
      await memberOf(party, memberId);
      const now = new Date();
      if ('isDone' in what) {
        const kept = await parties.member(memberId);
        if ((kept?.doneAt !== null) !== what.isDone) await parties.setDone(memberId, what.isDone ? now : null, now);
      } else await parties.setArrival(memberId, what.arriveMinutes, now);
      return memberOf(party, memberId);
    },
  };
}

/** The days that a party's ties are gone on. */
type PartyDays = Pick<Party, 'id' | 'zone' | 'outFrom' | 'backBy'>;

/** A party's days as far as its ties are gone: what is sold does not come back for a later party. */
const forGood = ({ id, zone, outFrom }: Party): PartyDays => ({ id, zone, outFrom, backBy: '9999-12-31' });

/** The days on which a party's ties are gone as it usually gives them out. */
const daysOf = (party: Party): PartyDays => (party.deal === 'sold' ? forGood(party) : party);

/** A tie in the shop: it was never out, or is back. */
const isInHouse = (place: TiePlace): boolean => place === 'here' || place === 'back';

/** Whether a member holds one of the shop's own ties of a kind, or will. */
const holds = ({ tieId, isOwnTie, place }: Pick<KeptMember, 'tieId' | 'isOwnTie' | 'place'>, kindId: string): boolean =>
  tieId === kindId && !isOwnTie && (place === 'here' || place === 'out');

const usedBy = (members: readonly Pick<KeptMember, 'tieId' | 'isOwnTie'>[]): string[] =>
  members.flatMap(({ tieId, isOwnTie }) => (tieId === null || isOwnTie ? [] : [tieId]));

/** Members whose tie is promised more often than there is: those who were entered last. */
function tooMany(members: readonly KeptMember[], free: ReadonlyMap<string, number>): ReadonlySet<string> {
  const left = new Map(free);
  const gone = new Set<string>();
  // what is out is there; what is still here has to be shared
  const inOrder = members.toSorted((a, b) => Number(b.place === 'out') - Number(a.place === 'out') || a.number - b.number);
  for (const member of inOrder) {
    const { tieId } = member;
    if (tieId === null || !holds(member, tieId)) continue;
    const count = left.get(tieId) ?? 0;
    if (count <= 0) gone.add(member.id);
    left.set(tieId, count - 1);
  }
  return gone;
}

function refuseStep(drawer: ReadonlyMap<string, Tie>, tieId: string | null, step: number | null): void {
  if (tieId === null) return;
  const tie = drawer.get(tieId);
  if (!tie) throw invalidField('tieId', 'This tie is no longer in the drawer. Choose another.');
  if (step === null || step > lastStep(tie.hardware)) throw invalidField('step', 'The set must be one of the band’s settings.');
}

function noParty(): never {
  throw new ProblemError('notFound', { detail: 'There is no such party.' });
}

function noMember(): never {
  throw new ProblemError('notFound', { detail: 'There is no such member; perhaps they were taken off the list.' });
}
