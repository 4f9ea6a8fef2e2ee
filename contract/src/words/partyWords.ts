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
  collarDoubt: { what: 'collar size in doubt', do: 'Settle the collar size' },
  longEnd: { what: 'hand not known', do: 'Ask which side the long end starts on' },
  canTie: { what: 'not asked whether they tie', do: 'Ask who ties' },
  tie: { what: 'no tie', do: 'Allot a tie' },
  tieGone: { what: 'tie no longer there', do: 'Allot another tie' },
  card: { what: 'no card', do: 'Issue the card' },
  handOut: { what: 'tie still here', do: 'Hand the tie out' },
  practice: { what: 'practice short', do: 'Plan practice or a helper' },
  notBack: { what: 'tie not back', do: 'Take the tie back' },
};

export const WHO_TIES_WORDS: Readonly<Record<WhoTies, string>> = {
  self: 'ties alone',
  ask: 'as practice shows',
  helper: 'is tied by a helper',
};

export const GROUND_WORDS: Readonly<Record<CollarGround, string>> = {
  shirt: 'read off a shirt',
  neck: 'from a measured neck',
  told: 'only told',
};

export const TIE_PLACE_WORDS: Readonly<Record<TiePlace, string>> = { here: 'here', out: 'out', back: 'back', lost: 'lost' };

export const LOOK_RULE_WORDS: Readonly<Record<LookRule, { readonly name: string; readonly means: string }>> = {
  spread: { name: 'same width', means: 'All bows are equally wide. They look smaller on broad necks and larger on slim ones.' },
  share: { name: 'same proportion to the neck', means: 'Each bow is as wide as its wearer’s neck, or the same part of it for everybody.' },
  asCut: { name: 'each tie’s own width', means: 'Each tie is set to the width its maker cut it for.' },
};
