import {
  dressOf,
  isUnseen,
  likenessOf,
  longEndOfMember,
  wornByMember,
  type Party,
  type PartyLook,
  type PartyMember,
  type Proposal,
  type ShopSettings,
  type Tie,
} from '@easytuck/contract';
import {
  allotTies,
  chooseKinds,
  groupAlike,
  isOutOfDress,
  matchAll,
  matchLook,
  opens,
  preparedFor,
  prepareTie,
  suggestLook,
  tieForWearer,
  type AlikeGroup,
  type Kind,
  type Look,
  type PreparedTie,
  type Taker,
} from '@easytuck/core';
import munkres from 'munkres';
import type { HandsOfWearers } from '../tyings/ownTakeUps.ts';

type Proposed = Proposal['proposed'][number];

/** Everything a proposal depends on. `free`: how many of each offered tie the party can have. */
export interface ProposalInput {
  readonly party: Party;
  readonly members: readonly PartyMember[];
  readonly shop: ShopSettings;
  readonly drawer: readonly Tie[];
  readonly offered: readonly Tie[];
  readonly leftOut: Proposal['leftOut'];
  readonly free: ReadonlyMap<string, number>;
  readonly look: PartyLook;
  /** What is known of the members' own hands. */
  readonly hands: HandsOfWearers;
}

const solve = (costs: readonly (readonly number[])[]) => munkres(costs.map((row) => [...row]));

/**
 * The ties that a look chooses from. Ties that were named one by one stay; of the whole drawer, the party’s dress and the wish for a band
 * that opens leave some out.
 */
export function offeredTies(
  drawer: readonly Tie[],
  { occasion }: Pick<Party, 'occasion'>,
  { tieIds, mustOpen }: PartyLook,
): { readonly offered: readonly Tie[]; readonly leftOut: Proposal['leftOut'] } {
  const named = tieIds.length === 0 ? drawer : drawer.filter(({ id }) => tieIds.includes(id));
  const dressed = tieIds.length === 0 ? named.filter((tie) => !isOutOfDress(occasion, dressOf(tie))) : named;
  const offered = mustOpen ? dressed.filter((tie) => opens(tie, tie.quickClasp)) : dressed;
  return { offered, leftOut: { byDress: named.length - dressed.length, closed: dressed.length - offered.length } };
}

/** A member as somebody who is to get a tie. */
export const takerOf = (member: PartyMember, worn: Taker['worn'], inHands: ReadonlyMap<string, PreparedTie>): Taker => ({
  inHands,
  id: member.id,
  worn,
  longEnd: longEndOfMember(member),
  hadId: member.tieId,
  needsBreakaway: member.wearer?.bandNeed === 'breakaway',
});

/** A look with its figure; null where the figure is still to be proposed. */
export function lookOf({ rule, spreadMm, ratio }: PartyLook): Look | null {
  if (rule === 'asCut') return { rule };
  if (rule === 'spread') return spreadMm === null ? null : { rule, spreadMm };
  return ratio === null ? null : { rule, ratio };
}

/** A tie as a member's hands tie it, as firmly as they like it. */
const tieOfMember = (tie: Tie, { wearerId, wearer }: PartyMember, hands: HandsOfWearers): Tie =>
  tieForWearer(tie, hands.get(wearerId ?? '')?.get(tie.id), wearer?.firmness).tie;

/** Whether a tie comes out otherwise in a member's hands than in anybody's. */
const isPersonal = (tie: Tie, { wearerId, wearer }: PartyMember, hands: HandsOfWearers): boolean =>
  (wearer?.firmness ?? 'usual') !== 'usual' || (hands.get(wearerId ?? '')?.has(tie.id) ?? false);

/** Members whose tie the proposal does not change: it is their own, or not in the shop. */
const isFixed = ({ isOwnTie, place }: PartyMember): boolean => isOwnTie || place !== 'here';

/** What a look would give everybody. */
export function proposeTies({ party, members, shop, drawer, offered, leftOut, free: offers, look, hands }: ProposalInput): Proposal {
  const tieById = new Map(drawer.map((tie) => [tie.id, tie]));
  const prepared = new Map(drawer.map((tie) => [tie.id, prepareTie(tie)]));
  const likeness = new Map(drawer.map((tie) => [tie.id, likenessOf(tie)]));
  const free = new Map(offers);
  // ties that members have already are not given out twice
  for (const { place, tieId, isOwnTie } of members)
    if (place === 'out' && tieId !== null && !isOwnTie) free.set(tieId, (free.get(tieId) ?? 0) - 1);
  const necks = members.flatMap((member) => {
    const worn = wornByMember(member, party, shop);
    const personal = worn === null ? [] : drawer.filter((tie) => isPersonal(tie, member, hands));
    const inHands = new Map(personal.map((tie) => [tie.id, prepareTie(tieOfMember(tie, member, hands))]));
    return worn === null ? [] : [{ member, taker: takerOf(member, worn, inHands) }];
  });
  const takers = necks.flatMap(({ member, taker }) => (isFixed(member) ? [] : [taker]));
  const kinds = offered.map((tie): Kind => ({
    id: tie.id,
    prepared: prepared.get(tie.id) ?? prepareTie(tie),
    free: free.get(tie.id) ?? 0,
    likeness: likeness.get(tie.id) ?? tie.id,
    breakaway: tie.breakaway,
  }));
  const wornAlready = new Set(
    members.flatMap((member) => (isFixed(member) && member.tieId !== null ? (likeness.get(member.tieId) ?? []) : [])),
  );
  const resolved = lookOf(look) ?? suggested(look.rule, takers, kinds, wornAlready);
  const { allotted, without } = allotTies(takers, kinds, resolved, solve, wornAlready);
  const bows = [
    ...allotted.map(({ id, kindId, matched, reason }) => ({ memberId: id, tieId: kindId, matched, reason })),
    ...necks.flatMap(({ member, taker }) => {
      const tie = isFixed(member) && member.tieId !== null ? prepared.get(member.tieId) : undefined;
      const matched = tie && matchLook(preparedFor(taker, { id: member.tieId ?? '', prepared: tie }), taker, resolved);
      if (member.tieId === null || matched?.kind !== 'some') return [];
      return [
        { memberId: member.id, tieId: member.tieId, matched, reason: { kind: member.isOwnTie ? ('own' as const) : ('out' as const) } },
      ];
    }),
  ];
  const groups = groupAlike(
    bows.map(({ memberId, tieId, matched }) => ({
      ...{ id: memberId, likeness: likeness.get(tieId) ?? tieId },
      ...{ spreadMm: matched.fitted.fit.spreadMm, offMm: matched.offMm },
    })),
    look.rule,
  );
  const [main] = groups;
  const alike = new Set(main?.alikeIds);
  const memberById = new Map(members.map((member) => [member.id, member]));
  const proposed = bows.map(({ memberId, tieId, matched, reason }): Proposed => {
    const { fitted, wantedMm, offMm, pastCustomMm, leadMm } = matched;
    const [tie, member] = [tieById.get(tieId), memberById.get(memberId)];
    const inHands = tie && member ? tieOfMember(tie, member, hands) : null;
    return {
      ...{ memberId, tieId, step: fitted.setting.step, spreadMm: fitted.fit.spreadMm, wantedMm, offMm },
      ...{ isAlike: alike.has(memberId), pastCustomMm, reason, leadMm },
      takeUp: inHands?.takeUp ?? null,
      firmness: inHands?.firmness ?? 'usual',
    };
  });
  const has = new Set(proposed.map(({ memberId }) => memberId));
  const reasonless = new Map(without.map((each) => [each.id, each]));
  const tieOf = new Map(proposed.map(({ memberId, tieId }) => [memberId, tieId]));
  const ruledOut = new Set(drawer.flatMap((tie) => (isOutOfDress(party.occasion, dressOf(tie)) ? [tie.id] : [])));
  return {
    look: {
      ...look,
      ...(resolved.rule === 'spread' ? { spreadMm: resolved.spreadMm } : resolved.rule === 'share' ? { ratio: resolved.ratio } : {}),
    },
    proposed,
    without: members.flatMap((member): Proposal['without'] => {
      if (has.has(member.id) || isUnseen(member)) return [];
      const found = reasonless.get(member.id);
      if (found) return [{ memberId: member.id, why: found.why, tieId: found.kindId, makeMm: found.makeMm }];
      const why = wornByMember(member, party, shop) === null ? 'noCollar' : 'ownDoesNotFit';
      return [{ memberId: member.id, why, tieId: null, makeMm: null }];
    }),
    totalOffMm: proposed.reduce((sum, { offMm }) => sum + Math.abs(offMm), 0),
    groups: groups.map(({ ids, alikeIds }) => ({
      tieIds: [...new Set(ids.flatMap((id) => tieOf.get(id) ?? []))],
      memberIds: [...ids],
      alikeIds: [...alikeIds],
    })),
    ...missingToMatch(main, takers, kinds, resolved),
    leftOut,
    outOfDress: proposed.filter(({ tieId }) => ruledOut.has(tieId)).map(({ memberId }) => memberId),
  };
}

/** A figure for a look, from the kinds that would be chosen if each were worn as it was cut. */
function suggested(rule: PartyLook['rule'], takers: readonly Taker[], kinds: readonly Kind[], worn: ReadonlySet<string>): Look {
  const chosen = chooseKinds(takers, kinds, matchAll(takers, kinds, { rule: 'asCut' }), solve, worn);
  return (
    suggestLook(
      rule,
      takers,
      chosen.map(({ prepared }) => prepared),
    ) ?? { rule: 'asCut' }
  );
}

/** What the shop would need so that everybody wears the look that most wear, and who cannot. */
function missingToMatch(
  main: AlikeGroup | undefined,
  takers: readonly Taker[],
  kinds: readonly Kind[],
  look: Look,
): Pick<Proposal, 'toMatch' | 'cannotMatch'> {
  const counts = new Map<string, number>();
  const cannotMatch: string[] = [];
  const alike = kinds.filter(({ likeness }) => likeness === main?.likeness);
  if (alike.length === 0) return { toMatch: [], cannotMatch: [] };
  for (const taker of takers) {
    if (main?.ids.includes(taker.id)) continue;
    const [closest] = alike
      .flatMap(({ id, prepared }) => {
        const matched = matchLook(preparedFor(taker, { id, prepared }), taker, look);
        return matched.kind === 'some' ? [{ id, offMm: Math.abs(matched.offMm) + matched.pastCustomMm }] : [];
      })
      .sort((a, b) => a.offMm - b.offMm);
    if (closest) counts.set(closest.id, (counts.get(closest.id) ?? 0) + 1);
    else cannotMatch.push(taker.id);
  }
  return { toMatch: [...counts].map(([tieId, count]) => ({ tieId, count })), cannotMatch };
}
