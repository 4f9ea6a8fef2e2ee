import type { WearerInput } from '@easytuck/contract';

const DAY_MS = 24 * 60 * 60_000;

/** A day so many days from a moment, as 2026-12-31. */
export const dayFrom = (now: Date, days: number): string => new Date(now.getTime() + days * DAY_MS).toISOString().slice(0, 10);

/**
 * Customers of an outfitters in a harbour town: a brass band before its centenary dinner, a night-ferry crew, a debating
 * club. All invented; their days lie ahead of `now`.
 */
export function demoWearers(now: Date): readonly WearerInput[] {
  const dinner = { eventName: 'Centenary dinner', eventOn: dayFrom(now, 9) };
  const final = { eventName: 'Debating final', eventOn: dayFrom(now, 23) };
  return [
    {
      name: 'Corin Attleby',
      collar: '16',
      longEnd: 'left',
      note: 'Euphonium. Black tie.',
      ...dinner,
      contact: 'Band room, Tuesdays after seven',
      bareNeckMm: 394,
      dexterity: 'sure',
      finish: 'even',
      takenBy: 'Hester',
    },
    {
      name: 'Ottoline Vance',
      collar: '14 1/2',
      longEnd: 'right',
      note: 'Cornet. Ties left-handed.',
      ...dinner,
      dexterity: 'sure',
      fullness: 'classic',
    },
    {
      name: 'Desmond Farrow-Pike',
      collar: '17½',
      longEnd: 'left',
      note: 'Bass trombone. Likes finger room.',
      ...dinner,
      easeMm: 12.7,
      neckBreadthMm: 146,
    },
    {
      name: 'Ivo Sandgate',
      collar: '15 3/4',
      longEnd: 'left',
      note: 'Bandmaster.',
      ...{ eventName: 'Sound check and photographs', eventOn: dayFrom(now, 2) },
      contact: 'Harbour house, ring twice',
      dexterity: 'sure',
      firstButtonMm: 70,
      buttonSpacingMm: 84,
    },
    {
      name: 'Marit Solheim-Groves',
      collar: '37 cm',
      longEnd: 'left',
      note: 'Second purser, night ferry.',
      contact: 'By the ferry office',
      dexterity: 'needsHelp',
      bandNeed: 'breakaway',
    },
    {
      name: 'Tobias Renwick-Oyelaran',
      collar: '16½',
      longEnd: 'right',
      note: 'Steward, night ferry. Issue ties only.',
      dexterity: 'learning',
      bandNeed: 'breakaway',
    },
    { name: 'Piet van Hollum', collar: '43 cm', longEnd: 'left', note: 'First officer, night ferry.', faceWidthMm: 142 },
    {
      name: 'Agnes Lockyer-Bright',
      collar: '',
      bareNeckMm: 366,
      longEnd: 'left',
      note: 'President of the debating club. Shirt not yet chosen.',
      ...final,
    },
    {
      name: 'Rafferty Quill',
      collar: '15½',
      longEnd: 'right',
      note: 'Opens for the proposition. Wants it to look hand-tied.',
      ...final,
      finish: 'handTied',
      fullness: 'trim',
    },
    { name: 'Emeka Stroud', collar: '18½', longEnd: 'left', note: 'Timekeeper of the debating club.', fullness: 'full' },
    { name: 'Corin Atleby', collar: '16', longEnd: 'left', note: 'Entered at the band’s rehearsal.' },
  ];
}
