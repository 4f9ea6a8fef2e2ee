import {
  collarOfMember,
  gatheringOf,
  missingOf,
  momentOf,
  practiceOf,
  stageOf,
  type KnownCollar,
  type Party,
  type PartyMember,
  type PartyPage,
  type Proposal,
  type Tie,
} from '@easytuck/contract';
import {
  formatCollarSize,
  handlingOf,
  planEvening,
  prospectOf,
  type Missing,
  type PartyStage,
  type PlannedEvening,
  type Prospect,
} from '@easytuck/core';

/** A member as the list shows them. */
export interface MemberLine {
  readonly member: PartyMember;
  readonly known: KnownCollar | null;
  readonly tie: Tie | null;
  /** Most pressing first. */
  readonly missing: readonly Missing[];
  readonly prospect: Prospect;
}

/** A party as its pages show it at a moment. */
export interface PartyView {
  readonly party: Party;
  readonly stage: PartyStage;
  readonly lines: readonly MemberLine[];
  readonly ready: number;
  readonly done: number;
}

export function partyView({ party, members }: PartyPage, ties: readonly Tie[], now: Date): PartyView {
  const tieOf = new Map(ties.map((tie) => [tie.id, tie]));
  const lines = members.map((member): MemberLine => ({
    member,
    known: collarOfMember(member),
    tie: member.tieId === null ? null : (tieOf.get(member.tieId) ?? null),
    missing: missingOf(member, party, now),
    prospect: prospectOf(practiceOf(member)),
  }));
  return {
    ...{ party, stage: stageOf(party, now), lines },
    ready: lines.filter(({ missing }) => missing.length === 0).length,
    done: members.filter(({ doneAt }) => doneAt !== null).length,
  };
}

/** The next member of whom something is missing, after one of them, round the list; null where nothing is. */
export function nextMissing(lines: readonly MemberLine[], afterId: string | null): MemberLine | null {
  const at = lines.findIndex(({ member }) => member.id === afterId);
  const round = [...lines.slice(at + 1), ...lines.slice(0, at + 1)];
  return round.find(({ missing }) => missing.length > 0) ?? null;
}

/** The field that a missing thing is entered in. */
export const FIELD_OF: Readonly<Record<Missing, string>> = {
  ...{ collar: 'collar', collarDoubt: 'collar', longEnd: 'longEnd', canTie: 'whoTies', tie: 'tieId', tieGone: 'tieId' },
  ...{ card: 'issue', handOut: 'place', practice: 'whoTies', notBack: 'place' },
};

/** Collar in words, with what is to be known of it. */
export function collarWords(known: KnownCollar | null): string {
  if (known === null) return '?';
  return `${known.from === 'neck' ? '≈ ' : ''}${formatCollarSize(known.collar)}`;
}

/** A bow on the day, by the clock. */
export interface DayTurn {
  readonly line: MemberLine;
  readonly helper: string | null;
  readonly beginsAt: string;
  readonly endsAt: string;
  readonly ready: number;
}

/** The evening as it stands. */
export type DayView =
  | { readonly kind: 'planned'; readonly turns: readonly DayTurn[]; readonly spareMinutes: number; readonly ready: number }
  | { readonly kind: 'noHelper'; readonly lines: readonly MemberLine[] };

export function dayView({ party, lines }: PartyView, now: Date): DayView {
  const thick = new Set(lines.flatMap(({ tie }) => (tie && handlingOf(tie) === 'thick' ? [tie.id] : [])));
  const lineOf = new Map(lines.map((line) => [line.member.id, line]));
  const plan: PlannedEvening = planEvening(
    gatheringOf(
      party,
      lines.map(({ member }) => member),
      (tieId) => thick.has(tieId),
      now,
    ),
  );
  if (plan.kind === 'noHelper') return { kind: 'noHelper', lines: plan.guestIds.flatMap((id) => lineOf.get(id) ?? []) };
  const helperOf = new Map(party.helpers.map(({ id, name }) => [id, name]));
  return {
    kind: 'planned',
    spareMinutes: plan.sheet.spareMinutes,
    ready: plan.ready.all,
    turns: plan.sheet.turns.flatMap(({ guestId, helperId, begins, ends }): DayTurn[] => {
      const line = lineOf.get(guestId);
      if (!line) return [];
      return [
        {
          ...{ line, helper: helperId === null ? null : (helperOf.get(helperId) ?? '') },
          ...{ beginsAt: momentOf(party, begins), endsAt: momentOf(party, ends), ready: plan.ready.byGuest.get(guestId) ?? 0 },
        },
      ];
    }),
  };
}

/** A chance in words: `85 % likely`. */
export function chanceWords(share: number): string {
  if (share >= 0.995) return 'almost certain';
  if (share <= 0.005) return 'hardly possible';
  return `${Math.round(100 * share)}\u202f% likely`;
}

/** What is to be said to a member, to copy: nothing is sent from here. */
export function reminderFor({ party }: Pick<PartyView, 'party'>, { member, missing, prospect }: MemberLine, dayWords: string): string {
  const lines = [
    `${member.name}, ${party.name} is ${dayWords}. All bow ties have to be tied by ${party.hour}${party.place === '' ? '' : `, at ${party.place}`}.`,
  ];
  if (missing.includes('collar') || missing.includes('collarDoubt'))
    lines.push('Please read the size off the collar of the shirt you will wear, and tell us.');
  if (missing.includes('longEnd'))
    lines.push('On which side should the long end start? Most people take their left; many left-handed people take their right.');
  if (missing.includes('canTie')) lines.push('Will you tie your own bow, or should somebody tie it for you?');
  if (prospect.tiesOwn || missing.includes('practice')) {
    const { moreTries } = prospect;
    if (moreTries !== null && moreTries > 0)
      lines.push(`${moreTries === 1 ? 'One more try' : `${moreTries} more tries`} with the coach, and you should be ready in time.`);
  }
  return lines.join('\n');
}

/** Minutes from one hour on the wall back to another, the shorter way round midnight; null for what is no hour. */
export function minutesBefore(hour: string, at: string): number | null {
  const read = (text: string): number | null => {
    const found = /^(\d{2}):(\d{2})$/.exec(text);
    return found && Number(found[1]) < 24 && Number(found[2]) < 60 ? 60 * Number(found[1]) + Number(found[2]) : null;
  };
  const [until, from] = [read(hour), read(at)];
  if (until === null || from === null) return null;
  const minutes = (((until - from) % 1440) + 1440) % 1440;
  return minutes > 720 ? minutes - 1440 : minutes;
}

/** The outcome in one sentence: all alike, or which looks there are and how many of each. */
export function alikeSentence(
  count: number,
  { proposed, groups }: Pick<Proposal, 'proposed' | 'groups'>,
  tieName: (tieId: string) => string,
): string {
  const have = `${proposed.length} of ${count} ${proposed.length === 1 ? 'has' : 'have'} a tie`;
  const [main] = groups;
  if (!main) return have;
  if (groups.length === 1) {
    if (main.alikeIds.length === main.memberIds.length && proposed.length === count) return `All ${count} have a tie, and they look alike`;
    return `${have}, ${main.alikeIds.length === proposed.length ? 'all alike' : `${main.alikeIds.length} alike`}`;
  }
  const looks = groups.map(({ memberIds, tieIds }) => `${memberIds.length} ${tieIds.map(tieName).join(' or ')}`).join(', ');
  return `${have}. ${looks}: these do not look alike`;
}
