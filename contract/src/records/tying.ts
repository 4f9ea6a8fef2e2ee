import { OFFERED_WAYS, TYING_FAULTS, TYING_STEPS } from '@easytuck/core';
import { z } from 'zod';
import { moment, noteField, recordId } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';
import { firmness } from './tie.ts';

/** Ways of tying that a practice can be of. */
export const tyingWay = z.enum(OFFERED_WAYS);

/** Steps as they are timed. */
export const tyingStep = z.enum(TYING_STEPS);

/** What can be seen to have gone wrong. */
export const tyingFault = z.enum(TYING_FAULTS);

/** Longer than this nobody is at one tying, in ms: the clock was left running. */
const LONGEST_MS = 4 * 60 * 60 * 1000;
const durationMs = z.int('A duration is in whole milliseconds.').min(0).max(LONGEST_MS, 'The clock ran for more than four hours.');

/** How a tying ended. */
export const tyingOutcome = z.enum(['tied', 'fault', 'gaveUp']);

const halfWidth = lengthMm(FITTING_LENGTHS.halfWidthMm).nullable().default(null);

/** A tying on record: who, which tie, how it went, and the four half-widths where they were measured. Lengths in mm. */
export const tyingInput = z.object({
  id: recordId,
  wearerId: recordId,
  tieId: recordId,
  fittingId: recordId.nullable().default(null),
  outcome: tyingOutcome,
  frontLoopMm: halfWidth,
  frontFlatEndMm: halfWidth,
  backLoopMm: halfWidth,
  backFlatEndMm: halfWidth,
  /** How firmly its knot was drawn up, where somebody pressed it. */
  firmness: firmness.nullable().default(null),
  /** How it was tied, where that is known. */
  way: tyingWay.nullable().default(null),
  /** What was seen to be wrong, where it ended in a fault. */
  fault: tyingFault.nullable().default(null),
  /** How long it took, and each step of it, where it was timed. */
  durationMs: durationMs.nullable().default(null),
  steps: z
    .array(z.object({ step: tyingStep, ms: durationMs }))
    .max(200)
    .default([]),
  /** Set, lead and neck path that it was tied with, where they are known: what the take-up is worked out from. In mm. */
  setMm: z.number().min(400).max(1400).nullable().default(null),
  leadMm: lengthMm(FITTING_LENGTHS.leadMm).nullable().default(null),
  neckPathMm: z.number().min(150).max(800).nullable().default(null),
  /** Measured again and found true, however surprising. */
  isConfirmed: z.boolean().default(false),
  note: noteField.default(''),
});
export type TyingInput = z.input<typeof tyingInput>;
export type TyingData = z.output<typeof tyingInput>;

export const tying = tyingInput.extend({ tieName: z.string(), tiedAt: moment });
export type Tying = z.output<typeof tying>;
export const tyingList = z.object({ tyings: z.array(tying) });
/** Tyings of a wearer, or of a tie by whomever. */
export const tyingQuery = z.union([z.object({ wearerId: recordId }), z.object({ tieId: recordId })]);

/** What the measured tyings of other ties of a tie's maker or cloth showed: by how much their knots took more than their shape says, in mm. */
export const kinLearning = z.object({
  ties: z.array(
    z.object({
      ...{ tieId: recordId, name: z.string(), maker: z.string(), cloth: z.string() },
      ...{ count: z.int(), shortOffMm: z.number(), longOffMm: z.number() },
    }),
  ),
});
export type KinLearning = z.output<typeof kinLearning>;

/** Takes a tying off the record, or puts it back: it was a slip. */
export const tyingKept = z.object({ isKept: z.boolean() });

/** Take-ups by one wearer's own hands, of the ties that they have tied and measured. In mm. */
export const wearerTakeUps = z.object({
  ties: z.array(
    z.object({
      ...{ tieId: recordId, count: z.int(), shortMm: z.number(), longMm: z.number() },
      ...{ wholeSdMm: z.number(), leadSdMm: z.number(), tyingMm: z.number() },
    }),
  ),
});
export type WearerTakeUps = z.output<typeof wearerTakeUps>;
