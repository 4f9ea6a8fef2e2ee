/** How a member’s collar size is known: read off a shirt, worked out from a measured neck, told without either, or told by the party’s lead. */
export const COLLAR_GROUNDS = ['shirt', 'neck', 'told', 'lead'] as const;
export type CollarGround = (typeof COLLAR_GROUNDS)[number];

/** Where a member’s tie is. `back` and `lost` only after it was out. */
export const TIE_PLACES = ['here', 'out', 'back', 'lost'] as const;
export type TiePlace = (typeof TIE_PLACES)[number];

/** What can be missing of a member, in the order in which it is worked down. */
export const MISSING = ['collar', 'collarDoubt', 'longEnd', 'canTie', 'tie', 'tieGone', 'card', 'handOut', 'practice', 'notBack'] as const;
export type Missing = (typeof MISSING)[number];

/** What is known of a member, as far as it is asked what is missing. */
export interface MemberFacts {
  readonly hasCollar: boolean;
  /** The collar is told without a shirt or a tape, or another is on record. */
  readonly isCollarInDoubt: boolean;
  readonly hasLongEnd: boolean;
  /** Whether the member ties, as said or as practice shows; null where nobody asked. */
  readonly tiesOwn: boolean | null;
  readonly hasTie: boolean;
  /** A tie is allotted, and there are no longer enough of it on the day. */
  readonly isTieGone: boolean;
  /** A card was issued for this collar, tie and set. */
  readonly hasCard: boolean;
  readonly place: TiePlace;
  /** A tie of the member’s own is neither given out nor asked back. */
  readonly isOwnTie: boolean;
  /** Sold ties do not come back. */
  readonly isSold: boolean;
  /** Ties alone, and is not likely to in time. */
  readonly needsPractice: boolean;
}

/** Where a party stands: still to be prepared, to be handed out (its eve and its day), or over. */
export type PartyStage = 'ahead' | 'soon' | 'over';

/** What is missing of a member, most pressing first. */
export function whatIsMissing(facts: MemberFacts, stage: PartyStage): readonly Missing[] {
  const { isOwnTie, place } = facts;
  const isOut = place !== 'here';
  const asked: Readonly<Record<Missing, boolean>> = {
    collar: stage !== 'over' && !facts.hasCollar,
    collarDoubt: stage !== 'over' && facts.hasCollar && facts.isCollarInDoubt && !isOut,
    longEnd: stage !== 'over' && !facts.hasLongEnd,
    canTie: stage !== 'over' && facts.tiesOwn === null,
    tie: stage !== 'over' && facts.hasCollar && !facts.hasTie,
    tieGone: stage !== 'over' && facts.isTieGone && !isOut,
    card: stage !== 'over' && facts.hasCollar && facts.hasTie && !facts.hasCard,
    handOut: stage === 'soon' && facts.hasTie && facts.hasCard && !isOwnTie && !isOut,
    practice: stage !== 'over' && facts.needsPractice,
    notBack: stage === 'over' && place === 'out' && !isOwnTie && !facts.isSold,
  };
  return MISSING.filter((each) => asked[each]);
}
