import type { CollarGround, LookRule, Missing, TiePlace, WhoTies } from '@easytuck/core';
import type { Deal, PartyKind } from '../records/party.ts';

export const PARTY_KIND_WORDS: Readonly<Record<PartyKind, string>> = {
  wedding: 'a wedding',
  dinner: 'a dinner',
  band: 'a band or orchestra',
  choir: 'a choir',
  crew: 'a crew',
  other: 'something else',
};

export const DEAL_WORDS: Readonly<Record<Deal, string>> = { lent: 'lent', hired: 'hired', sold: 'sold' };

/** What is missing of a member, and what to do about it. */
export const MISSING_WORDS: Readonly<Record<Missing, { readonly what: string; readonly do: string }>> = {
  collar: { what: 'no collar size', do: 'Enter the collar size' },
  collarDoubt: { what: 'collar size to confirm', do: 'Confirm the collar size' },
  longEnd: { what: 'hand unknown', do: 'Ask which side the long end starts on' },
  canTie: { what: 'not asked who ties', do: 'Ask who ties' },
  tie: { what: 'no tie yet', do: 'Choose a tie' },
  tieGone: { what: 'tie no longer available', do: 'Choose another tie' },
  card: { what: 'no card yet', do: 'Issue the card' },
  handOut: { what: 'tie not handed out', do: 'Hand out the tie' },
  practice: { what: 'needs practice', do: 'Plan practice or a helper' },
  notBack: { what: 'tie not back', do: 'Take the tie back' },
};

export const WHO_TIES_WORDS: Readonly<Record<WhoTies, string>> = {
  self: 'ties their own',
  ask: 'decide after practice',
  helper: 'a helper ties it',
};

export const GROUND_WORDS: Readonly<Record<CollarGround, string>> = {
  shirt: 'read off a shirt',
  neck: 'from a measured neck',
  told: 'from memory',
  lead: 'told by the lead',
};

export const TIE_PLACE_WORDS: Readonly<Record<TiePlace, string>> = { here: 'here', out: 'out', back: 'back', lost: 'lost' };

export const LOOK_RULE_WORDS: Readonly<Record<LookRule, { readonly name: string; readonly means: string }>> = {
  spread: { name: 'same width', means: 'All bows are equally wide. They look smaller on broad necks and larger on slim ones.' },
  share: { name: 'same proportion to the neck', means: 'Each bow takes up the same part of its wearer’s neck.' },
  asCut: { name: 'each tie’s own width', means: 'Each tie is set to the width its maker cut it for.' },
};
