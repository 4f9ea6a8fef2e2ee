import { explainOutOfReach, toCollar, type Fitting, type FittingData, type FittingResult, type Tie } from '@easytuck/contract';
import {
  fitWearer,
  formatLength,
  howSure,
  hangCheck,
  hardwareRange,
  lastStep,
  MODEL_VERSION,
  prepareTie,
  TYPICAL_BUTTONS,
  type Bow,
  type Bound,
  type TieInHands,
} from '@easytuck/core';
import { ProblemError } from '../../problem.ts';

/** What a fitting is worked out from, sent or on record. */
export type FittingInputs = Omit<FittingData, 'id' | 'wearer' | 'tieId' | 'revises'> | Fitting;

/** Works out the answer that is given out with a fitting. Refuses a setting the band does not have and a strip that does not reach. */
export function computeFitting(data: FittingInputs, { tie, takeUpOf }: TieInHands<Tie>): { result: FittingResult; modelVersion: string } {
  const last = lastStep(tie.hardware);
  if (data.step > last) {
    const message = `This band has ${last + 1} settings, counted from 0; there is no ${data.step}.`;
    throw new ProblemError('cannotBeTied', { detail: message, errors: [{ path: 'step', message }] });
  }
  const prepared = prepareTie(tie);
  const { collarStyle: style, easeMm, collarPointsMm, neckBreadthMm, faceWidthMm, bareNeckMm } = data;
  const worn = { collar: toCollar(data.collar), easeMm, style, collarPointsMm, neckBreadthMm, faceWidthMm, bareNeckMm };
  const { fit } = fitWearer(prepared, worn, data.step, data.leadMm, data.longEnd);
  const reach = fit.bounds.find(({ id }) => id === 'reach');
  if (reach && reach.roomMm < 0) {
    const message = explainOutOfReach(formatLength(-reach.roomMm, data.collar.system));
    throw new ProblemError('cannotBeTied', { detail: message, errors: [{ path: 'step', message }] });
  }
  const buttons = {
    firstMm: data.firstButtonMm ?? TYPICAL_BUTTONS.firstMm,
    spacingMm: data.buttonSpacingMm ?? TYPICAL_BUTTONS.spacingMm,
  };
  // before tying the late school's band hangs at its longest
  const { longestMm } = hardwareRange(tie.hardware);
  const { noseMm, between } = hangCheck(
    data.school === 'late' ? longestMm : fit.setMm,
    prepared.profile.bladeLengthMm,
    fit.neckPathMm,
    buttons,
  );
  const { setMm, leadMm, spreadMm, bowHeightMm, grade, frontLoopSide, foldLengthwise } = fit;
  return {
    modelVersion: MODEL_VERSION,
    result: {
      ...{ setMm, leadMm, spreadMm, bowHeightMm, grade, frontLoopSide, foldLengthwise },
      front: bowResult(fit.front),
      back: bowResult(fit.back),
      rooms: fit.bounds.map(roomResult),
      binding: roomResult(fit.binding),
      hang: { noseMm, between: [...between] },
      drawInMm: data.school === 'late' ? Math.max(0, longestMm - setMm) : 0,
      takeUpOf,
      sure: howSure(prepared, takeUpOf === 'wearer'),
    },
  };
}

function bowResult({ loopMm, flatEndMm, spreadMm, crossingAtMm, foldAtMm, centreAtMm }: Bow): FittingResult['front'] {
  return { loopMm, flatEndMm, spreadMm, crossingAtMm, foldAtMm, centreAtMm };
}

function roomResult({ id, way, roomMm }: Bound): FittingResult['binding'] {
  return { id, way, roomMm };
}
