import {
  FOLD_WORDS,
  bandSettings,
  leadOfWay,
  measuresOfWay,
  sideName,
  stepContextOf,
  stepWords,
  tyingSubjectOf,
  type Fitting,
  type PaperSize,
  type Reader,
} from '@easytuck/contract';
import {
  choreograph,
  handsInPictures,
  frontFolds,
  movementsOf,
  formatLength,
  poseStep,
  projectPose,
  type LengthUnit,
  type Choreography,
  type Still,
  type TyingStep,
  type ViewDirection,
  STRIP_WAY,
  type OfferedWay,
} from '@easytuck/core';
import type { Display, DisplayItem, Measure } from '../display.ts';
import { shorten, wrapText } from '../fitText.ts';
import { PAPER_MM } from '../paperSizes.ts';
import { BAND_PICTURE_MM, drawBand } from './drawBand.ts';
import { qrCode } from '../qrCode.ts';

const MARGIN_MM = 12;
/** Of the code that leads to the wearer's coach, above the first pictures. */
const CODE_MM = 17;
const SHEET_CODE_CAPTION = 'your coach';
const COLUMNS = 2;
const FOOT_MM = 10;
/** Between two steps of a column. */
const STEP_GAP_MM = 5;
const PICTURE_MM = { widthMm: 84, heightMm: 46 } as const;
/** Letters that are read at arm’s length: 8.5 pt. */
const TEXT_MM = 3;
const LINE_MM = 3.8;
/** From the foot of a picture to the line of the name below it. */
const NAME_BELOW_MM = 5.5;

/** What is said at the foot of each page. */
const CAUTION = 'Never so tight that it presses the throat. Dizziness, headache or shortness of breath: loosen it at once.';

const UP = { x: 0, y: 1, z: 0 } as const;

/** The side that a step is drawn from, and what of it fits in a picture. Written for a long end from the wearer's left. */
function viewFor(step: TyingStep): ViewDirection & { readonly acrossMm: number; readonly liftMm: number; readonly isMirror: boolean } {
  switch (step) {
    case 'setBand':
    case 'prepare':
    case 'lead':
      return { towards: { x: 0, y: 0.1, z: 1 }, up: UP, acrossMm: 560, liftMm: -130, isMirror: true };
    case 'cross':
      return { towards: { x: 0, y: 0.1, z: 1 }, up: UP, acrossMm: 400, liftMm: -80, isMirror: true };
    case 'halfKnot':
    case 'wrap':
      return { towards: { x: -1, y: 0.22, z: 0.5 }, up: UP, acrossMm: 440, liftMm: 10, isMirror: false };
    case 'passage':
    case 'backBow':
    case 'pushFront':
      return { towards: { x: -0.34, y: 1, z: 0.5 }, up: { x: 0, y: 1, z: -0.4 }, acrossMm: 290, liftMm: -10, isMirror: false };
    case 'park':
    case 'frontBow':
    case 'drop':
      return { towards: { x: 0, y: 0.1, z: 1 }, up: UP, acrossMm: 420, liftMm: -48, isMirror: true };
    case 'tighten':
    case 'balance':
    case 'takeIn':
    case 'collarDown':
      return { towards: { x: 0, y: 0.1, z: 1 }, up: UP, acrossMm: 330, liftMm: -14, isMirror: true };
  }
}

/**
 * Lays out a coach sheet for a fitting: its own tie, neck, lead and hand, step by step, in two columns. A step that does not fit goes to the
 * next column. `address`: the wearer's coach, as a code.
 */
export function layOutCoachSheet(
  fitting: Fitting,
  way: OfferedWay,
  reader: Reader,
  unit: LengthUnit,
  paper: PaperSize,
  measure: Measure,
  address: string | null = null,
): readonly Display[] {
  const moved = STRIP_WAY[way];
  const subject = tyingSubjectOf(fitting);
  const leadMm = leadOfWay(subject, way);
  const context = stepContextOf(subject, way, reader, (mm) => formatLength(mm, unit));
  const choreography = choreograph(measuresOfWay(subject, way), fitting.longEnd, moved);
  const band = bandSettings(subject, way);
  const { widthMm, heightMm } = PAPER_MM[paper];
  const cellMm = (widthMm - 2 * MARGIN_MM) / COLUMNS;
  const textMm = Math.min(PICTURE_MM.widthMm, cellMm - 5);
  const hands = handsInPictures(
    choreography,
    reader,
    choreography.steps.map(({ step }) => shownAt(step)),
  );
  const steps = choreography.steps.map((step, i): SheetStep => {
    const words = stepWords(step.step, context);
    const isBand = step.step === 'setBand' || step.step === 'takeIn';
    const pictureMm = !isBand ? PICTURE_MM.heightMm : fitting.tie.hardware.kind === 'fixed' ? 0 : BAND_PICTURE_MM;
    const drawn = isBand ? null : stillOf(choreography, i, hands[i] ?? [], reader);
    const { lines, heightMm: wordsMm } = wordsBelow(words, i + 1, textMm, measure);
    const stepMm = pictureMm + NAME_BELOW_MM + wordsMm;
    const folds = step.step === 'frontBow' ? foldPictures(choreography, reader, textMm, measure) : null;
    return {
      draw: (left, top) => [
        ...(drawn
          ? [picture(drawn.still, left, top, drawn.view)]
          : drawBand(
              fitting.tie.hardware,
              step.step === 'setBand' ? band.forTying : band.onNeck,
              step.step === 'setBand' ? null : band.forTying,
              { x: left, y: top, widthMm: PICTURE_MM.widthMm },
              (mm) => formatLength(mm, unit),
              measure,
            )),
        ...lines.map((line) => ({ ...line, x: left + line.x, y: top + pictureMm + NAME_BELOW_MM + line.y })),
        ...(folds?.draw(left, top + stepMm + 1) ?? []),
      ],
      heightMm: stepMm + (folds === null ? 0 : folds.heightMm + 1),
    };
  });
  const codeMm = address === null ? 0 : CODE_MM;
  const facts = wrapText(factsOf(fitting, reader, unit, leadMm, way), 'text', 3.2, widthMm - 2 * MARGIN_MM - 10 - codeMm, measure);
  // the code is as high as three lines of what is said
  const headMm = 7 + 4 * Math.max(facts.length, address === null ? 0 : 3);
  const pages = onPages(steps, cellMm, MARGIN_MM + headMm, heightMm - MARGIN_MM - FOOT_MM);
  return pages.map((items, i) => ({
    ...{ widthMm, heightMm },
    items: [...head(fitting, facts, PAPER_MM[paper], `${i + 1} of ${pages.length}`, measure, address), ...items],
  }));
}

/** A step as a still with an arrow for its movement, and the part of it that fits in its picture. */
function stillOf(choreography: Choreography, stepIndex: number, hands: readonly Float32Array[], reader: Reader) {
  const { measures, longEnd, steps } = choreography;
  const step = steps[stepIndex];
  if (!step) throw new RangeError(`no step ${stepIndex}`);
  const view = viewFor(step.step);
  const towards = longEnd === 'left' ? view.towards : { ...view.towards, x: -view.towards.x };
  const { pose, knotAt, collarDown } = poseStep(choreography, step, shownAt(step.step), 5);
  const { collarRadiusMm, collar } = measures;
  const still = projectPose({
    ...{ pose, knotAt, collarRadiusMm, collar, collarDown, hands, withBody: true, detail: 'paper' },
    arrows: movementsOf(choreography, stepIndex),
    view: { towards, up: view.up },
  });
  return { still, view: { ...view, isMirror: view.isMirror && reader !== 'facing' } };
}

/** Both ways to fold the front bow, beside each other, with what each is. */
function foldPictures({ measures, longEnd }: Choreography, reader: Reader, widthMm: number, measure: Measure): SheetStep {
  const folds = frontFolds(measures, longEnd, 5);
  const { collarRadiusMm, collar } = measures;
  const size = { widthMm: (widthMm - 3) / 2, heightMm: FOLD_MM };
  const drawn = (['correct', 'wrong'] as const).map((fold, i) => {
    const still = projectPose({ ...folds[fold], collarRadiusMm, collar, view: FOLD_VIEW, withBody: true, detail: 'paper' });
    return { still, x: i * (size.widthMm + 3), lines: wrapText(FOLD_WORDS[fold], 'text', TEXT_MM, size.widthMm, measure) };
  });
  return {
    heightMm: FOLD_MM + LINE_MM * Math.max(...drawn.map(({ lines }) => lines.length)),
    draw: (left, top) =>
      drawn.flatMap(({ still, x, lines }): DisplayItem[] => [
        picture(still, left + x, top, { acrossMm: 200, liftMm: 0, isMirror: reader !== 'facing' }, size),
        ...lines.map((text, k): DisplayItem => {
          const y = top + FOLD_MM + LINE_MM * (k + 1) - 0.6;
          return { kind: 'text', x: left + x, y, sizeMm: TEXT_MM, typeface: 'text', ink: 'ink', text };
        }),
      ]),
  };
}

const FOLD_MM = 19;
const FOLD_VIEW: ViewDirection = { towards: { x: 0, y: 0.1, z: 1 }, up: UP };

/** A step on the sheet: how high it is, and what is drawn of it from an upper left corner. In mm. */
interface SheetStep {
  readonly heightMm: number;
  readonly draw: (left: number, top: number) => readonly DisplayItem[];
}

/** Puts steps on pages, down one column and then down the next, between a top and a bottom in mm. */
function onPages(steps: readonly SheetStep[], cellMm: number, topMm: number, bottomMm: number): readonly (readonly DisplayItem[])[] {
  const columns: DisplayItem[][] = [[]];
  let top = topMm;
  for (const { draw, heightMm } of steps) {
    if (top > topMm && top + heightMm > bottomMm) {
      columns.push([]);
      top = topMm;
    }
    columns.at(-1)?.push(...draw(MARGIN_MM + ((columns.length - 1) % COLUMNS) * cellMm, top));
    top += heightMm + STEP_GAP_MM;
  }
  return Array.from({ length: Math.ceil(columns.length / COLUMNS) }, (_, page) =>
    columns.slice(page * COLUMNS, (page + 1) * COLUMNS).flat(),
  );
}

/** How far a step is when it is drawn: what is over at its end is drawn under way. */
const shownAt = (step: TyingStep): number => SHOWN_AT[step] ?? 1;
const SHOWN_AT: Readonly<Partial<Record<TyingStep, number>>> = { halfKnot: 0.72, frontBow: 0.78, backBow: 0.72, collarDown: 1 };

/** How the pictures are seen by each reader. */
const PICTURED: Readonly<Record<Reader | 'onLeg', string>> = {
  onLeg: 'as you look down at your leg, the knee at the top',
  wearer: 'as in the mirror',
  facing: 'as you face the wearer',
  behind: 'as in the mirror, over the wearer’s shoulder',
};

/** What a sheet says of its fitting. */
const factsOf = (fitting: Fitting, reader: Reader, unit: LengthUnit, leadMm: number, way: OfferedWay): string =>
  `${fitting.tie.name}. ${leadMm > 0 ? `Long end on ${sideName(fitting.longEnd, reader)}, ${formatLength(leadMm, unit)} lower` : 'Both ends level'}. Pictures ${PICTURED[way === 'onThigh' ? 'onLeg' : reader]}, except those from the side and from above.`;

/** What stands at the head of a page, and the caution at its foot. */
function head(
  fitting: Fitting,
  facts: readonly string[],
  { widthMm, heightMm }: (typeof PAPER_MM)[PaperSize],
  number: string,
  measure: Measure,
  address: string | null,
): DisplayItem[] {
  const codeMm = address === null ? 0 : CODE_MM;
  return [
    {
      kind: 'text',
      x: MARGIN_MM,
      y: MARGIN_MM + 3,
      sizeMm: 6,
      typeface: 'figure',
      ink: 'ink',
      text: shorten(`Tying, step by step: ${fitting.wearer.name}`, 'figure', 6, widthMm - 2 * MARGIN_MM - codeMm - 22, measure),
    },
    ...facts.map((text, i): DisplayItem => ({
      kind: 'text',
      x: MARGIN_MM,
      y: MARGIN_MM + 8 + 4 * i,
      sizeMm: 3.2,
      typeface: 'text',
      ink: 'pencil',
      text,
    })),
    ...(address === null ? [] : qrCode(address, widthMm - MARGIN_MM - CODE_MM, 5.5, CODE_MM, SHEET_CODE_CAPTION, 2.85)),
    {
      kind: 'text',
      x: widthMm - MARGIN_MM - 2 - codeMm - measure(number, 'text', 4),
      y: MARGIN_MM + 3,
      sizeMm: 4,
      typeface: 'text',
      ink: 'pencil',
      text: number,
    },
    ...wrapText(CAUTION, 'strong', 3.2, widthMm - 2 * MARGIN_MM, measure).map((text, i): DisplayItem => ({
      kind: 'text',
      x: MARGIN_MM,
      y: heightMm - MARGIN_MM + 2 + 4 * i,
      sizeMm: 3.2,
      typeface: 'strong',
      ink: 'ink',
      text,
    })),
  ];
}

/** A still in its window on the page; what lies wholly outside is left out. */
function picture(
  still: Still,
  left: number,
  top: number,
  { acrossMm, liftMm, isMirror }: { acrossMm: number; liftMm: number; isMirror: boolean },
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number } = PICTURE_MM,
): DisplayItem {
  const scale = widthMm / acrossMm;
  const [middleX, middleY] = [left + widthMm / 2, top + heightMm / 2];
  const isSeen = (points: readonly (readonly [number, number])[]): boolean =>
    points.some(([x]) => x > left) &&
    points.some(([x]) => x < left + widthMm) &&
    points.some(([, y]) => y > top) &&
    points.some(([, y]) => y < top + heightMm);
  const patches = still.patches
    .map(({ tone, light, points, edges }) => ({
      ...{ tone, light, edges },
      points: points.map(([x, y]) => [middleX + (isMirror ? -x : x) * scale, middleY + (y + liftMm) * scale] as const),
    }))
    .filter(({ points }) => isSeen(points));
  return { kind: 'still', x: left, y: top, widthMm, heightMm, patches };
}

/** A line of text on the sheet. */
type TextItem = Extract<DisplayItem, { kind: 'text' }>;

/**
 * The words of a step below its picture: its name, what to do, what each hand does, what to check. From their own upper left corner;
 * `heightMm`: down to the last line’s foot.
 */
function wordsBelow(
  words: ReturnType<typeof stepWords>,
  number: number,
  widthMm: number,
  measure: Measure,
): { readonly lines: readonly TextItem[]; readonly heightMm: number } {
  const lines: TextItem[] = [{ kind: 'text', x: 0, y: 0, sizeMm: 4.6, typeface: 'figure', ink: 'ink', text: `${number}. ${words.name}` }];
  let y = 5;
  const write = (text: string, typeface: 'text' | 'strong', ink: 'ink' | 'pencil', mark = ''): void => {
    const indentMm = measure(mark, typeface, TEXT_MM);
    if (mark !== '') lines.push({ kind: 'text', x: 0, y, sizeMm: TEXT_MM, typeface, ink, text: mark.trimEnd() });
    for (const line of wrapText(text, typeface, TEXT_MM, widthMm - indentMm, measure)) {
      lines.push({ kind: 'text', x: indentMm, y, sizeMm: TEXT_MM, typeface, ink, text: line });
      y += LINE_MM;
    }
  };
  write(words.act, 'strong', 'ink');
  for (const hand of words.hands) write(hand, 'text', 'ink', '– ');
  write(words.check, 'text', 'pencil');
  return { lines, heightMm: y - LINE_MM + 1 };
}
