import { newMembers, partyInput, type MemberInput, type Tie, type Wearer } from '@easytuck/contract';
import { partyRepository } from '../modules/parties/repository.ts';
import { partyService } from '../modules/parties/service.ts';
import type { Database } from '../plugins/database.ts';
import { dayFrom } from './wearers.ts';

/** Days from today to the brass band’s dinner, and how many are between then and when ties go out and come back. */
const DINNER_IN_DAYS = 9;
const OUT_BEFORE_DAYS = 1;
const BACK_AFTER_DAYS = 3;
/** How long ago the first cards were issued. */
const CARDS_DAYS_AGO = 2;

/** Who comes: on record by this name, or a name on a list; and what is known of them so far. */
const GUESTS: readonly (MemberInput & { readonly onRecord?: string })[] = [
  { name: 'Corin Attleby', onRecord: 'Corin Attleby' },
  { name: 'Desmond Farrow-Pike', onRecord: 'Desmond Farrow-Pike', whoTies: 'ask' },
  { name: 'Ivo Sandgate', onRecord: 'Ivo Sandgate' },
  { name: 'Ottoline Vance', onRecord: 'Ottoline Vance' },
  { name: 'Hesper Dunmore', collar: '15', ground: 'shirt', longEnd: 'left', whoTies: 'helper' },
  {
    name: 'Bram Okoro-Lyle',
    collar: '17',
    ground: 'shirt',
    longEnd: 'right',
    whoTies: 'helper',
    note: 'Euphonium; plays until ten past seven.',
    arriveMinutes: 20,
  },
  { name: 'Sunniva Tarrant', collar: '14 1/2', ground: 'told', longEnd: 'left', whoTies: 'helper' },
  { name: 'Wilf Ambrose-Kaye', bareNeckMm: 402, ground: 'neck', longEnd: 'left', whoTies: 'helper' },
  { name: 'Linnet Carrow', collar: '38 cm', ground: 'shirt', longEnd: 'right', whoTies: 'helper' },
  { name: 'Obadiah Finch-Moran', collar: '16 1/2', ground: 'shirt', longEnd: 'left', whoTies: 'helper' },
  { name: 'Jago Pellow', whoTies: 'helper' },
  { name: 'Petra Lind-Shaw' },
];
/** Kinds of which the band’s bows are, and who has one already, with a card. */
const KINDS = ['Harbour Night', 'Choirstall'] as const;
const WITH_CARD = ['Hesper Dunmore', 'Linnet Carrow', 'Obadiah Finch-Moran'] as const;

/** The brass band’s centenary dinner, half prepared; gone on with where it was cut off. */
export async function enterParty(
  database: Database,
  wearers: readonly Wearer[],
  ties: readonly Tie[],
  keyOf: (kind: string, number: number) => string,
  dateBack: (fittingId: string, daysAgo: number) => Promise<void>,
): Promise<void> {
  const parties = partyService(database);
  const id = keyOf('party', 0);
  const now = new Date();
  const there = (await partyRepository(database).find(id)) !== null;
  const tieIds = KINDS.flatMap((name) => ties.find((tie) => tie.name.startsWith(name))?.id ?? []);
  const helper = (number: number, name: string, minutesEach: number) => ({
    ...{ id: keyOf('helper', number), name, minutesEach, fromMinutes: 75, restAfter: 5, restMinutes: 5 },
  });
  if (!there)
    await parties.create(
      id,
      partyInput.parse({
        ...{ name: 'Brass band’s centenary dinner', kind: 'band', day: dayFrom(now, DINNER_IN_DAYS), hour: '19:30', zone: 'Europe/London' },
        ...{
          place: 'The Long Room, Customs Quay',
          occasion: 'blackTie',
          leadName: 'Sergeant Ada Prowse',
          leadContact: 'at the band room, Tuesdays',
        },
        outFrom: dayFrom(now, DINNER_IN_DAYS - OUT_BEFORE_DAYS),
        backBy: dayFrom(now, DINNER_IN_DAYS + BACK_AFTER_DAYS),
        look: { rule: 'share', spreadMm: null, ratio: null, tieIds },
        helpers: [helper(0, 'Hester', 4), helper(1, 'Osric', 5)],
        thighMm: 431.8,
      }),
    );
  const { members: listed } = newMembers.parse({
    members: GUESTS.map(({ onRecord, ...guest }, i) => ({
      ...guest,
      id: keyOf('guest', i),
      wearerId: onRecord === undefined ? null : (wearers.find(({ name }) => name === onRecord)?.id ?? null),
    })),
  });
  const page = await parties.addMembers(id, listed);
  const wanted = page.members.filter(({ name, tieId }) => tieId === null && WITH_CARD.some((each) => each === name));
  if (wanted.length > 0) {
    const proposal = await parties.propose(id, page.party.look);
    await parties.giveTies(
      id,
      proposal.proposed.flatMap(({ memberId, tieId, step }) => {
        const member = wanted.find((each) => each.id === memberId);
        return member ? [{ memberId, tieId, step, version: member.version }] : [];
      }),
    );
  }
  const cards = (await parties.page(id)).members.flatMap(({ id: memberId, name }, i) =>
    WITH_CARD.some((each) => each === name) ? [{ memberId, fittingId: keyOf('party card', i) }] : [],
  );
  await parties.issueCards(id, 'Hester', cards);
  for (const { fittingId } of cards) await dateBack(fittingId, CARDS_DAYS_AGO);
}
