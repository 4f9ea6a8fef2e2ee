import {
  claspWarning,
  COLLAR_STYLE_WORDS,
  frontLoopOnNeck,
  hangWords,
  sureWords,
  OCCASION_WORDS,
  settingWords,
  sideName,
  toCollar,
  type Fitting,
  type SetCard,
  type ShopSettings,
  type Reader,
  type WearerMeasures,
} from '@easytuck/contract';
import {
  drawTieFlat,
  drawTiedFlat,
  fitWearer,
  formatCollarSize,
  formatLength,
  hardwareRange,
  lastStep,
  oppositeSide,
  prepareTie,
  settingAt,
  type Side,
} from '@easytuck/core';

/** Shown with every tie that is given out, deferring to doctors and to the rules of a workplace. */
const CAUTIONS: readonly string[] = [
  'Never so tight that it presses the throat: leave a finger’s room, and loosen it at once on dizziness, headache or shortness of breath. With glaucoma or circulation trouble, ask a doctor first.',
  'Children, and work near machinery, in care or in security: only a breakaway clasp, or no tie at all, as the rules there say.',
];

/** What of a wearer's record a card depends on. `tiesOnLeg`: their latest tying was on a leg or a cylinder. */
export type CardNeeds = Pick<WearerMeasures, 'bandNeed'> & { readonly tiesOnLeg: boolean };

/** Composes the card that goes with the tie to the wearer, in the shop's unit. It is stored as it was composed. */
export function composeCard(
  fitting: Omit<Fitting, 'card'>,
  shop: Pick<ShopSettings, 'name' | 'unit'>,
  told: Reader = 'wearer',
  needs: CardNeeds = { bandNeed: null, tiesOnLeg: false },
): SetCard {
  const { tie, result, longEnd, revision } = fitting;
  const length = (lengthMm: number): string => formatLength(lengthMm, shop.unit);
  const prepared = prepareTie(tie);
  const { collar, easeMm, collarStyle: style, collarPointsMm, neckBreadthMm, faceWidthMm, bareNeckMm } = fitting;
  const worn = { collar: toCollar(collar), easeMm, style, collarPointsMm, neckBreadthMm, faceWidthMm, bareNeckMm };
  const { fit, setting } = fitWearer(prepared, worn, fitting.step, fitting.leadMm, longEnd);
  const set = settingWords(setting, length);
  const loop = result.frontLoopSide;
  const named = (side: Side): string => sideName(side, told);
  const occasion = fitting.occasion === 'other' ? '' : `; ${OCCASION_WORDS[fitting.occasion].toLowerCase()}`;
  return {
    shop: shop.name,
    wearer: fitting.wearer.name,
    tie: tie.name,
    givenOutAt: fitting.givenOutAt,
    revision: revision.number,
    set: { figure: set.figure, of: set.of },
    lead: { figure: length(result.leadMm), side: longEnd },
    told,
    spread: length(result.spreadMm),
    sure: sureWords(result, length),
    collar: `${formatCollarSize(toCollar(collar))}, ${COLLAR_STYLE_WORDS[style].toLowerCase()}${occasion}`,
    hang: result.hang ? hangWords(result.hang.noseMm, result.hang.between, length) : '',
    reminder: [
      `Hang the long end ${length(result.leadMm)} lower, on ${named(longEnd)}. Cross it over the short end, then up behind and out.`,
      `Fold the short end at the belly: loop on ${named(loop)}, flat end on ${named(oppositeSide(loop))}. Drop the long end over the middle.`,
      `Fold the long end and push the fold through behind the front bow, from ${named(loop)} to ${named(oppositeSide(loop))}. Catch it there and draw it out. Tighten by the loops.${needs.tiesOnLeg ? ` Tied on a leg, it changes sides as it goes round the neck: the front loop is then on ${named(frontLoopOnNeck(longEnd, true))}.` : ''}`,
    ],
    cautions: [...[claspWarning(needs, tie)].filter((warning) => warning !== null), ...CAUTIONS],
    late: lateWords(fitting, length),
    strip: drawTieFlat(prepared, fit),
    bow: drawTiedFlat(prepared, fit),
  };
}

/** The late school: where to set it to tie, and what to take in afterwards. Empty for the others. */
function lateWords({ school, tie, result }: Omit<Fitting, 'card'>, length: (lengthMm: number) => string): string {
  if (school !== 'late' || result.drawInMm === 0) return '';
  const { longestMm } = hardwareRange(tie.hardware);
  const longest = settingWords(settingAt(tie.hardware, lastStep(tie.hardware)), length).phrase;
  return `Tie it at ${longest} (${length(longestMm)} tip to tip). The half-knot then hangs about ${length(result.drawInMm / 2)} below the button: do not draw it up. At the end take the band in ${length(result.drawInMm)} at the back, to its mark.`;
}
