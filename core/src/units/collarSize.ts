import { formatInches } from './formatLength.ts';
import { translateCollar } from './collarChart.ts';
import { MM_PER_UNIT, type LengthUnit } from './lengthUnit.ts';
import { splitUnit } from './parseLength.ts';
import { LONGEST_NUMBER_TEXT, parseNumber, type NumberReading } from './parseNumber.ts';
import { plainText } from './plainText.ts';

/** The two systems shirts are labelled in. A label is a name for a size; only its girth is a length. */
export const COLLAR_SYSTEMS = ['in', 'cm'] as const;
export type CollarSystem = (typeof COLLAR_SYSTEMS)[number];

/** A collar size as the shirt is labelled: `16` in inches, `41` in centimetres. */
export interface CollarSize {
  readonly system: CollarSystem;
  /** The number on the label, in the label's own unit. */
  readonly label: number;
}

/** Smallest and largest label that is taken for a collar, children's to largest men's (common practice, no source). */
export const COLLAR_RANGE: Readonly<Record<CollarSystem, { readonly min: number; readonly max: number }>> = {
  in: { min: 10, max: 24 },
  cm: { min: 25, max: 61 },
};

/** What came of reading a collar size. `wrongUnit` names the system that the number would make sense in. */
export type CollarReading =
  | { readonly kind: 'collar'; readonly collar: CollarSize }
  | { readonly kind: 'wrongUnit'; readonly written: CollarSystem; readonly likely: CollarSystem; readonly value: number }
  | { readonly kind: 'outOfRange'; readonly value: number; readonly unit: LengthUnit | undefined }
  /** Two sizes: labels such as 16 (44) that no size chart puts together, or one label for both, such as 38/39. */
  | { readonly kind: 'twoSizes'; readonly first: CollarSize; readonly second: CollarSize }
  /** Collar and sleeve on one label, such as 15 1/2 34/35; the sleeve as it was written. */
  | { readonly kind: 'withSleeve'; readonly collar: CollarSize; readonly sleeve: string }
  /** A size of clothing, such as M or XL: it says nothing about the collar. */
  | { readonly kind: 'letterSize'; readonly letters: string }
  | Extract<NumberReading, { kind: 'unreadable' }>;

/** A shirt that bears both labels, `16 (41)` or `16/41`. */
const TWO_LABELS = /^([^()/]+)(?:\(([^()/]+)\)|\/([^()/]+))$/;
/** Makers differ by so much, in centimetres of label, on what is one size (common practice, no source). */
const LABELS_AGREE_CM = 1;

/** One label for two sizes in centimetres: 38-39, 38/39, 38 – 39 cm. */
const DOUBLE_LABEL = /^(\d{2}(?:[.,]5)?) ?(?:cm)? ?[-/] ?(\d{2}(?:[.,]5)?) ?(?:cm)?$/;
/** A collar and a sleeve, `15 1/2 34`, `15.5 x 34/35`, `16/34`: a sleeve is a whole number of inches, or two of them. */
const WITH_SLEEVE = /^(.+?) ?(?:[x×*,;/-]| ) ?((\d{2})(?: ?[-/] ?(\d{2}))?)(?: ?(?:in|inch|inches|"))?$/;
/** Sleeves of shirts, in inches (common practice, no source). */
const SLEEVES = { min: 28, max: 40 } as const;
/** A size of clothing, before its number or alone. */
const LETTERS = /^((?:\d?x{0,3}[sml]|small|medium|large|(?:extra|x)[ -]?(?:small|large)))\b[ (:,/-]*(\d[^)]*)?\)?$/;

/**
 * Reads a collar size written any usual way. Without a unit the magnitude decides: 10–24 are inches, 25–61 centimetres,
 * 250–610 millimetres of girth. Of two labels on one shirt, `16 (41)`, the first is taken if the second agrees. A unit
 * that contradicts the number (16 cm, 40 in) is refused with the likely unit, never swapped. A label for two sizes, a collar
 * with its sleeve and a size in letters are told apart, so that the wearer can be asked.
 */
export function parseCollarSize(text: string): CollarReading {
  const trimmed = text.trim();
  if (trimmed.length > LONGEST_NUMBER_TEXT) return readLabel(trimmed);
  const plain = plainText(trimmed);
  const letters = LETTERS.exec(plain);
  if (letters) return letters[2] ? parseCollarSize(letters[2]) : { kind: 'letterSize', letters: (letters[1] ?? '').toUpperCase() };
  const double = DOUBLE_LABEL.exec(plain);
  if (double) {
    const [one, two] = [readLabel(double[1] ?? ''), readLabel(double[2] ?? '')];
    if (one.kind === 'collar' && two.kind === 'collar' && one.collar.system === two.collar.system)
      return one.collar.label === two.collar.label ? one : { kind: 'twoSizes', first: one.collar, second: two.collar };
  }
  const labels = TWO_LABELS.exec(plain);
  if (labels) {
    const [, first = '', inBrackets, afterSlash] = labels;
    const [one, two] = [readLabel(first), readLabel(inBrackets ?? afterSlash ?? '')];
    if (one.kind === 'collar' && two.kind === 'collar') {
      const found = agreeing(one.collar, two.collar);
      return (found.kind === 'collar' ? null : readWithSleeve(plain)) ?? found;
    }
  }
  return readWithSleeve(plain) ?? readLabel(trimmed);
}

/** Reads a collar in inches with its sleeve; null for anything else. */
function readWithSleeve(plain: string): Extract<CollarReading, { kind: 'withSleeve' }> | null {
  const found = WITH_SLEEVE.exec(plain);
  if (!found) return null;
  const [, collarText = '', sleeve = '', from = '', to = from] = found;
  const [shorter, longer] = [Number(from), Number(to)];
  if (shorter < SLEEVES.min || longer > SLEEVES.max || longer < shorter || longer - shorter > 2) return null;
  const collar = readLabel(collarText);
  return collar.kind === 'collar' && collar.collar.system === 'in' ? { kind: 'withSleeve', collar: collar.collar, sleeve } : null;
}

/** The sizes that may be meant by what was typed, to choose from; none where there is nothing to choose. */
export function likelyCollars(reading: CollarReading): readonly CollarSize[] {
  switch (reading.kind) {
    case 'twoSizes':
      return [reading.first, reading.second];
    case 'withSleeve':
      return [reading.collar];
    case 'wrongUnit':
      return [{ system: reading.likely, label: reading.value }];
    case 'collar':
    case 'outOfRange':
    case 'letterSize':
    case 'unreadable':
      return [];
  }
}

function readLabel(text: string): CollarReading {
  const { numberText, unit } = splitUnit(text);
  const reading = parseNumber(numberText);
  if (reading.kind === 'unreadable') return reading;
  const { value } = reading;
  const inCm = value / MM_PER_UNIT.cm;
  // a length in millimetres is a girth and cannot be a label in inches; 406 with no unit can be nothing else
  if (unit === 'mm' && !isInRange(inCm, 'cm')) return { kind: 'outOfRange', value, unit };
  if (unit === 'mm' || (unit === undefined && isInRange(inCm, 'cm'))) return { kind: 'collar', collar: { system: 'cm', label: inCm } };
  const fitting = COLLAR_SYSTEMS.find((system) => isInRange(value, system));
  if (fitting === undefined) return { kind: 'outOfRange', value, unit };
  if (unit !== undefined && unit !== fitting) return { kind: 'wrongUnit', written: unit, likely: fitting, value };
  return { kind: 'collar', collar: { system: fitting, label: value } };
}

function agreeing(first: CollarSize, second: CollarSize): CollarReading {
  const inCm = ({ system, label }: CollarSize): number => (system === 'cm' ? label : translateCollar({ system, label }, 'cm').collar.label);
  return Math.abs(inCm(first) - inCm(second)) <= LABELS_AGREE_CM ? { kind: 'collar', collar: first } : { kind: 'twoSizes', first, second };
}

/** Largest label that shops keep (common practice, no source): what is above it may well be a slip of the fingers. */
const LARGEST_KEPT: Readonly<Record<CollarSystem, number>> = { in: 21, cm: 54 };

/**
 * A size that is more likely meant than the one that was typed: one so large that no shop keeps it, whose two digits read
 * backwards are an ordinary one (61 for 16). Null where there is no doubt.
 */
export function doubtedCollar({ system, label }: CollarSize): CollarSize | null {
  if (label <= LARGEST_KEPT[system] || !Number.isInteger(label)) return null;
  const backwards = Number(Array.from(String(label)).reverse().join(''));
  const likely = COLLAR_SYSTEMS.find((each) => isInRange(backwards, each));
  return likely === undefined ? null : { system: likely, label: backwards };
}

/** Girth of the buttoned collar band, in mm, that a label stands for: 16 in is 406.4 mm, 41 cm is 410 mm. */
export function collarGirthMm(collar: CollarSize): number {
  return collar.label * MM_PER_UNIT[collar.system];
}

/** A collar size as written on a label: `15 3⁄4 in`, `40 cm`. */
export function formatCollarSize(collar: CollarSize): string {
  return `${formatCollarLabel(collar)} ${collar.system}`;
}

/** As {@link formatCollarSize}, without the unit. */
export function formatCollarLabel(collar: CollarSize): string {
  if (collar.system === 'in') return formatInches(collar.label * MM_PER_UNIT.in);
  return String(Math.round(collar.label * 10) / 10);
}

function isInRange(value: number, system: CollarSystem): boolean {
  return value >= COLLAR_RANGE[system].min && value <= COLLAR_RANGE[system].max;
}
