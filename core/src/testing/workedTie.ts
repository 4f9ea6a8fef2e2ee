/** The worked tie of docs/model.md, for tests and measurements of every workspace. */
import { neckPathMm } from '../fit/index.ts';
import type { SteppedHardware, Tie } from '../strip/index.ts';

/** Numbered T-hook slots by half sizes, 14 to 18 in; mark 16 is 842.3 mm tip to tip. */
export const HALF_SIZE_SLOTS: SteppedHardware = {
  kind: 'slots',
  shortestMm: 791.5,
  stepCount: 9,
  pitchMm: 12.7,
  marks: { system: 'in', atShortest: 14 },
};

export const WORKED_TIE: Tie = {
  blade: {
    noseToBellyMm: 62,
    bellyToWaistMm: 62,
    waistToTipMm: 62,
    bandWidthMm: 20,
    bellyWidthMm: 65,
    waistWidthMm: 30,
    tailWidthMm: 65,
    tipShape: 'straight',
    tipDepthMm: 0,
  },
  cloth: { thicknessMm: 1.1, gatherRatio: 0.65 },
  overhangMm: 0,
  hardware: HALF_SIZE_SLOTS,
  // as if its tyings had shown them: what is worked out from take-ups is then told apart from how those are found
  takeUp: { shortMm: 9.75, longMm: 47.8 },
};

/** The same tie before anybody has tied it, its band without marks: its take-ups are the model's. */
export const UNTIED: Tie = { ...WORKED_TIE, takeUp: null, hardware: { ...HALF_SIZE_SLOTS, marks: null } };

/** Ease with which the worked tie's path round a 16 in collar is 412.75 mm: the worked case is counted from there. */
export const WORKED_EASE_MM = 412.75 - neckPathMm({ system: 'in', label: 16 }, 0, WORKED_TIE.cloth);
