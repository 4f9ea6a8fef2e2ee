import { gatheringOf, momentOf, type Party, type PartyMember, type PartyPage, type Tie } from '@easytuck/contract';
import { handlingOf, planEvening } from '@easytuck/core';
import type { Database } from '../../plugins/database.ts';
import { tieRepository } from '../ties/repository.ts';

/** A bow on the run sheet, by the clock. */
interface TimedTurn {
  readonly member: PartyMember;
  /** The helper’s name and key; null where the member ties. */
  readonly helper: { readonly id: string; readonly name: string } | null;
  readonly beginsAt: string;
  readonly endsAt: string;
  /** How surely it sits by the hour, 0 to 1. */
  readonly ready: number;
}

/** A party’s evening as it is planned now. */
export interface Evening {
  readonly turns: readonly TimedTurn[];
  readonly spareMinutes: number | null;
  readonly ready: number | null;
  /** Who is to be tied while there is no helper. */
  readonly without: readonly PartyMember[];
}

/** Plans an evening of a party as it stands. */
export async function eveningOf(database: Database, { party, members }: PartyPage, now: Date): Promise<Evening> {
  const ids = [...new Set(members.flatMap(({ tieId }) => tieId ?? []))];
  return planned(party, members, ids.length === 0 ? [] : await tieRepository(database).findAll(ids), now);
}

function planned(party: Party, members: readonly PartyMember[], ties: readonly Tie[], now: Date): Evening {
  const thick = new Set(ties.filter((tie) => handlingOf(tie) === 'thick').map(({ id }) => id));
  const plan = planEvening(gatheringOf(party, members, (tieId) => thick.has(tieId), now));
  const memberOf = new Map(members.map((member) => [member.id, member]));
  if (plan.kind === 'noHelper')
    return { turns: [], spareMinutes: null, ready: null, without: plan.guestIds.flatMap((id) => memberOf.get(id) ?? []) };
  const helperOf = new Map(party.helpers.map(({ id, name }) => [id, { id, name }]));
  const turns = plan.sheet.turns.flatMap(({ guestId, helperId, begins, ends }) => {
    const member = memberOf.get(guestId);
    if (!member) return [];
    return [
      {
        ...{ member, helper: helperId === null ? null : (helperOf.get(helperId) ?? null), ready: plan.ready.byGuest.get(guestId) ?? 0 },
        ...{ beginsAt: momentOf(party, begins), endsAt: momentOf(party, ends) },
      },
    ];
  });
  return { turns, spareMinutes: plan.sheet.spareMinutes, ready: plan.ready.all, without: [] };
}
