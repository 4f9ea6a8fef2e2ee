/** A tie on the balance desk. */
import { type Fitting, tieInput } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { EVEN_ENOUGH, type FinishTarget, type KnotFeel, prepareTie } from '@easytuck/core';
import { deskOf, type DeskTie, judge, type ReadHalves, stateOf } from './balanceDesk.ts';

export const TIE = prepareTie(tieInput.parse(sampleTie));

const FITTING = {
  result: { setMm: 842.3, drawInMm: 0 },
  leadMm: 38.05,
  collar: { text: '16', system: 'in', label: 16 },
  easeMm: 6.35,
  longEnd: 'left',
  tie: tieInput.parse(sampleTie),
} as unknown as Fitting;

export const DESK: DeskTie = deskOf(FITTING, TIE);
export const DESK_ON_LEG: DeskTie = deskOf(FITTING, TIE, { onLeg: true });

export const fine = (mm: number): string => `${Math.round(mm)} mm`;

export const LEVEL = { tiltRad: 0, knotOffMm: 0 };

export const EVEN: FinishTarget = { kind: 'even' };

export const read = (
  frontLoopMm: number | null,
  frontFlatEndMm: number | null,
  backLoopMm: number | null,
  backFlatEndMm: number | null,
): ReadHalves => ({ frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm });

export const judged = (halves: ReadHalves, target: FinishTarget = EVEN, feel: KnotFeel = 'notChecked') =>
  judge(DESK, stateOf(DESK, halves, LEVEL, feel), target, EVEN_ENOUGH, 124);
