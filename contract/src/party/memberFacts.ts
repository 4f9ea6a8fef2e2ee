import {
  estimateCollar,
  gatherMembers,
  prospectOf,
  spareTies,
  THICK_MORE_MINUTES,
  whatIsMissing,
  type CollarGround,
  type Gathering,
  type MemberFacts,
  type MemberOfTheDay,
  type Missing,
  type PartyStage,
  type Spare,
  type WornCollar,
} from '@easytuck/core';
import { toCollar, type WrittenCollar } from '../fields/collarField.ts';
import type { Deal, Party, PartyMember, TieOffer } from '../records/party.ts';
import type { ShopSettings } from '../records/shop.ts';

const MINUTE_MS = 60_000;
const HOUR_MS = 3_600_000;
/** How long after its hour a party still goes on: ties are not asked back before. */
const GOES_ON_HOURS = 6;

/** The collar that a member’s tie is set to, and how it is known; null where nobody knows it. */
export interface KnownCollar {
  readonly collar: WrittenCollar;
  /** `record`: from the wearer’s record. `neck`: proposed from a measured neck, to be read off the shirt yet. */
  readonly from: 'record' | CollarGround;
}

/** What was told for this party goes before the record: it is the shirt that is worn that evening. */
export function collarOfMember({
  collar,
  ground,
  bareNeckMm,
  wearer,
}: Pick<PartyMember, 'collar' | 'ground' | 'bareNeckMm' | 'wearer'>): KnownCollar | null {
  if (collar !== null) return { collar, from: ground ?? 'told' };
  if (bareNeckMm !== null) {
    return { collar: proposedAs(estimateCollar(bareNeckMm, wearer?.collar.system ?? 'in')), from: 'neck' };
  }
  return wearer === null ? null : { collar: wearer.collar, from: wearer.collarEstimated ? 'neck' : 'record' };
}

const proposedAs = ({ system, label }: { readonly system: 'in' | 'cm'; readonly label: number }): WrittenCollar => ({
  ...{ system, label },
  text: system === 'cm' ? `${label} cm` : String(label),
});

/** Whether a collar that was told is another than the one on record. */
export const differsFromRecord = ({ collar, wearer }: Pick<PartyMember, 'collar' | 'wearer'>): boolean =>
  collar !== null &&
  wearer !== null &&
  !wearer.collarEstimated &&
  (collar.system !== wearer.collar.system || collar.label !== wearer.collar.label);

/** What a member’s neck is held to be: collar, ease and widths; null where there is no collar. */
export function wornByMember(
  member: PartyMember,
  { occasion }: Pick<Party, 'occasion'>,
  { easeMm }: Pick<ShopSettings, 'easeMm'>,
): WornCollar | null {
  const known = collarOfMember(member);
  if (known === null) return null;
  const { wearer } = member;
  return {
    collar: toCollar(known.collar),
    easeMm: wearer?.easeMm ?? easeMm,
    style: occasion === 'whiteTie' ? 'wing' : 'turndown',
    collarPointsMm: null,
    neckBreadthMm: wearer?.neckBreadthMm ?? null,
    faceWidthMm: wearer?.faceWidthMm ?? null,
    bareNeckMm: member.bareNeckMm ?? wearer?.bareNeckMm ?? null,
  };
}

/** Which of their own sides a member’s long end starts on; the left where nobody asked. */
export const longEndOfMember = ({ longEnd, wearer }: PartyMember): 'left' | 'right' => longEnd ?? wearer?.longEnd ?? 'left';

export const dealOfMember = (member: PartyMember, party: Pick<Party, 'deal'>): Deal => member.deal ?? party.deal;

/** Who ties, as it was said: of them, or on their record. */
const saidWhoTies = ({ whoTies, wearer }: PartyMember): 'ask' | 'self' | 'helper' | null =>
  whoTies ??
  (wearer === null || wearer.dexterity === null
    ? null
    : wearer.dexterity === 'needsHelp'
      ? 'helper'
      : wearer.dexterity === 'sure'
        ? 'self'
        : 'ask');

/** What is known of a member’s practice and of who ties. */
export const practiceOf = (member: PartyMember): Pick<MemberOfTheDay, 'tries' | 'whoTies' | 'isSure'> => ({
  tries: member.tries,
  whoTies: saidWhoTies(member) ?? 'ask',
  isSure: member.wearer?.dexterity === 'sure',
});

/** Where a party stands at a moment. */
export function stageOf({ sitsAt, outFrom, zone }: Pick<Party, 'sitsAt' | 'outFrom' | 'zone'>, now: Date): PartyStage {
  if (now.getTime() > Date.parse(sitsAt) + GOES_ON_HOURS * HOUR_MS) return 'over';
  return dayIn(zone, now) >= outFrom ? 'soon' : 'ahead';
}

/** The day by the calendar in a zone, as 2026-12-31. */
export const dayIn = (zone: string, at: Date): string => new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(at);

/** Whether a card was issued for what a member is to wear. */
function isCardOf(member: PartyMember): boolean {
  const { card, tieId, step } = member;
  const known = collarOfMember(member);
  return (
    card !== null &&
    known !== null &&
    card.tieId === tieId &&
    card.step === step &&
    card.collar.system === known.collar.system &&
    card.collar.label === known.collar.label
  );
}

/** Whether a member wears a tie of their own that is not in the drawer. */
export const isUnseen = ({ isOwnTie, tieId }: Pick<PartyMember, 'isOwnTie' | 'tieId'>): boolean => isOwnTie && tieId === null;

export function factsOfMember(member: PartyMember, party: Pick<Party, 'deal'>): MemberFacts {
  const known = collarOfMember(member);
  const said = saidWhoTies(member);
  const prospect = prospectOf(practiceOf(member));
  const isLeftAlone = said === 'self' || (said === 'ask' && prospect.tiesOwn);
  return {
    hasCollar: known !== null,
    isCollarInDoubt:
      known !== null && !member.isCollarSettled && (known.from === 'told' || known.from === 'neck' || differsFromRecord(member)),
    hasLongEnd: member.longEnd !== null || member.wearer !== null,
    tiesOwn: said === null && member.tries.length === 0 ? null : isLeftAlone,
    // a tie of their own that the shop never saw is theirs to set
    hasTie: isUnseen(member) || (member.tieId !== null && member.step !== null),
    isTieGone: member.isTieGone,
    hasCard: isUnseen(member) || isCardOf(member),
    place: member.place,
    isOwnTie: member.isOwnTie,
    isSold: dealOfMember(member, party) === 'sold',
    needsPractice: isLeftAlone && member.tries.length > 0 && prospect.moreTries !== 0,
  };
}

/** What is missing of a member at a moment, most pressing first. */
export const missingOf = (member: PartyMember, party: Pick<Party, 'deal' | 'sitsAt' | 'outFrom' | 'zone'>, now: Date): readonly Missing[] =>
  whatIsMissing(factsOfMember(member, party), stageOf(party, now));

/** A member as the run sheet takes them. */
export function memberOfTheDay(member: PartyMember, { arriveMinutes }: Pick<Party, 'arriveMinutes'>, isThick: boolean): MemberOfTheDay {
  return {
    id: member.id,
    ...practiceOf(member),
    arrives: -(member.arriveMinutes ?? arriveMinutes),
    moreMinutes: isThick ? THICK_MORE_MINUTES : 0,
    isDone: member.doneAt !== null,
    isTiedBefore: member.isTiedBefore,
  };
}

/**
 * All that a run sheet is worked out from. What is past is not planned for: on the day nothing begins before now.
 * @param isThick whether a tie’s cloth is thick.
 */
export function gatheringOf(party: Party, members: readonly PartyMember[], isThick: (tieId: string) => boolean, now: Date): Gathering {
  const minutesToGo = (Date.parse(party.sitsAt) - now.getTime()) / MINUTE_MS;
  const helpers = party.helpers.map(({ id, minutesEach, fromMinutes, restAfter, restMinutes }) => ({
    ...{ id, minutes: minutesEach, sdMinutes: SPREAD_OF_HELPER * minutesEach, from: -fromMinutes },
    rest: restAfter === null ? null : { after: restAfter, minutes: restMinutes },
  }));
  return gatherMembers(
    members.map((member) => memberOfTheDay(member, party, member.tieId !== null && isThick(member.tieId))),
    helpers,
    party.keepFreeMinutes,
    // what is over is shown as it was planned
    minutesToGo > LATEST_PLANNED_MINUTES || minutesToGo < -GOES_ON_HOURS * 60 ? null : -minutesToGo,
  );
}

/** Spread of a helper’s minutes over their mean (assumed, no source). */
const SPREAD_OF_HELPER = 0.3;
/** Further ahead than this it is a plan for another day. */
const LATEST_PLANNED_MINUTES = 12 * 60;

/** Spare ties to take along, of what members wear of the shop’s. */
export function sparesOf(members: readonly PartyMember[], offers: readonly TieOffer[]): readonly Spare[] {
  const worn = members.flatMap(({ tieId, step, isOwnTie }) =>
    tieId === null || step === null || isOwnTie ? [] : [{ kindId: tieId, step }],
  );
  const left = new Map(offers.map(({ tieId, free }) => [tieId, free - worn.filter(({ kindId }) => kindId === tieId).length]));
  return spareTies(worn, left);
}

/** The moment at so many minutes from a party’s hour. */
export const momentOf = ({ sitsAt }: Pick<Party, 'sitsAt'>, minutes: number): string =>
  new Date(Date.parse(sitsAt) + Math.round(minutes * MINUTE_MS)).toISOString();

/** A moment by the clock on the wall of a zone: 18:05. */
export const clockIn = (zone: string, at: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(new Date(at));
