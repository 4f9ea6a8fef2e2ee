/** A tie to be coached with. */
import { type Tie, tieInput } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';

export const TIE: Tie = {
  ...tieInput.parse(sampleTie),
  id: '01a20b94-353d-7204-b92c-7f530cb63fe4',
  awayAt: null,
  version: 1,
  createdAt: '2026-11-24T03:00:00.000Z',
  updatedAt: '2026-11-24T03:00:00.000Z',
  note: '',
};
