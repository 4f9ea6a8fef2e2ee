import type { WearerInput } from '@easytuck/contract';

/** Customers of an outfitters in a harbour town: a brass band before its centenary dinner, a night-ferry crew, a debating club. All invented. */
export const demoWearers: readonly WearerInput[] = [
  { name: 'Corin Attleby', collar: '16', longEnd: 'left', note: 'Euphonium. Centenary dinner, black tie.' },
  { name: 'Ottoline Vance', collar: '14 1/2', longEnd: 'right', note: 'Cornet. Ties left-handed.' },
  { name: 'Desmond Farrow-Pike', collar: '17½', longEnd: 'left', note: 'Bass trombone. Likes finger room.' },
  { name: 'Ivo Sandgate', collar: '15 3/4', longEnd: 'left', note: 'Bandmaster.' },
  { name: 'Marit Solheim-Groves', collar: '37 cm', longEnd: 'left', note: 'Second purser, night ferry.' },
  { name: 'Tobias Renwick-Oyelaran', collar: '16½', longEnd: 'right', note: 'Steward, night ferry. Issue ties only.' },
  { name: 'Piet van Hollum', collar: '43 cm', longEnd: 'left', note: 'First officer, night ferry.' },
  { name: 'Agnes Lockyer-Bright', collar: '15', longEnd: 'left', note: 'President of the debating club.' },
  { name: 'Rafferty Quill', collar: '15½', longEnd: 'right', note: 'Opens for the proposition. Wants it to look hand-tied.' },
  { name: 'Emeka Stroud', collar: '18½', longEnd: 'left', note: 'Timekeeper of the debating club.' },
];
