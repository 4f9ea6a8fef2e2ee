import { EYE_AMOUNT_WORDS, eyeFindingWords, wholeStepWords, worseWords, type Reader } from '@easytuck/contract';
import {
  bowsByEye,
  EYE_AMOUNTS_MM,
  EYE_FINDINGS,
  HAND_TIED_MM,
  oppositeSide,
  pullRangeMm,
  stepsByEye,
  type BothBows,
  type BowState,
  type EyeAmount,
  type EyeFinding,
  type EyeStep,
  type PreparedTie,
  type Side,
} from '@easytuck/core';
import { useEffect, useRef, useState, type CSSProperties, type RefObject } from 'react';
import { v7 as uuid } from 'uuid';
import { outlinesOf, type DrawnHalves } from './bowOutlines.ts';
import { pullWords, type KnotLayer } from './pullWords.ts';

export interface ByEyeProps {
  readonly tie: PreparedTie;
  /** The bow as it should be. */
  readonly wanted: BothBows;
  readonly frontLoopSide: Side;
  readonly reader: Reader;
  /** Left and right as in a mirror. */
  readonly isMirror: boolean;
  readonly knotLayer: KnotLayer;
  readonly length: (lengthMm: number) => string;
  /** It looks right: what was seen at first, in words, and a key to record it under once. Null: there is nobody to record it for. */
  readonly onDone: ((seen: string, id: string) => void) | null;
}

const AMOUNTS = Object.keys(EYE_AMOUNTS_MM) as readonly EyeAmount[];
const NOTHING: ReadonlySet<EyeFinding> = new Set();

/** Evening out without a tape: what is seen is chosen among pictures of this bow, then one pull at a time, looked at after each. */
export function ByEye(props: ByEyeProps) {
  const { tie, wanted, frontLoopSide, reader, isMirror, knotLayer, length, onDone } = props;
  const [findings, setFindings] = useState<ReadonlySet<EyeFinding>>(NOTHING);
  const [amount, setAmount] = useState<EyeAmount>('little');
  const [steps, setSteps] = useState<readonly EyeStep[] | null>(null);
  const [at, setAt] = useState(0);
  const [note, setNote] = useState('');
  const [isDone, setDone] = useState(false);
  const [id, setId] = useState(() => uuid());
  const section = useFocusOnChange<HTMLElement>(steps === null ? 'see' : at < steps.length ? `step ${at}` : `look ${isDone}`);
  const picture = (seen: ReadonlySet<EyeFinding>, shown: EyeAmount = amount) => (
    <EyePicture {...{ tie, wanted, seen, frontLoopSide, isMirror }} amount={shown} />
  );
  const again = (): void => {
    setSteps(null);
    setAt(0);
    setNote('');
    setDone(false);
    setId(uuid());
    setFindings(NOTHING);
  };
  const words = (step: EyeStep): string =>
    step.kind === 'whole'
      ? wholeStepWords(step.finding, amount, length)
      : `${pullWords(step, { frontLoopSide, knotLayer, reader, fine: (mm) => rangeWords(pullRangeMm(mm, amount), length) })}. Look after each small pull.`;
  if (steps === null)
    return (
      <section ref={section} tabIndex={-1} aria-label="What do you see?" style={SECTION}>
        <h2 style={HEADING}>What do you see?</h2>
        <p>Choose every picture that looks like your bow, then how much it is.</p>
        <div role="group" aria-label="What looks wrong" style={GALLERY}>
          {EYE_FINDINGS.map((finding) => (
            <button
              key={finding}
              type="button"
              aria-pressed={findings.has(finding)}
              onClick={() => setFindings(toggled(findings, finding))}
              style={{ ...CARD, ...(findings.has(finding) ? CHOSEN : {}) }}
            >
              {/* drawn strongly, so that each is told from the others */}
              {picture(new Set([finding]), 'more')}
              {eyeFindingWords(finding, frontLoopSide, reader)}
            </button>
          ))}
        </div>
        <div role="radiogroup" aria-label="How much" style={ROW}>
          {AMOUNTS.map((each) => (
            <label key={each} style={{ ...ROW, minHeight: 44, marginRight: 16, textDecoration: amount === each ? 'underline' : 'none' }}>
              <input type="radio" name="how-much" checked={amount === each} onChange={() => setAmount(each)} />
              {EYE_AMOUNT_WORDS[each]}
            </label>
          ))}
        </div>
        <button
          type="button"
          disabled={findings.size === 0}
          onClick={() => {
            setSteps(stepsByEye(wanted, findings, amount));
            setAt(0);
            setNote('');
          }}
          style={BUTTON}
        >
          Show what to do
        </button>
      </section>
    );
  const step = steps[at];
  if (isDone || !step)
    return (
      <section ref={section} tabIndex={-1} aria-label="Look again" style={SECTION}>
        <h2 style={HEADING}>Look again</h2>
        <div style={{ maxWidth: 320 }}>{picture(NOTHING)}</div>
        <p role="status">{isDone ? 'It looks right.' : 'That was all. Look at the whole bow again: level, knot over the button.'}</p>
        <div style={ROW}>
          {!isDone && (
            <button
              type="button"
              style={BUTTON}
              onClick={() => {
                setDone(true);
                onDone?.([...findings].map((finding) => eyeFindingWords(finding, frontLoopSide, reader).toLowerCase()).join('; '), id);
              }}
            >
              It looks right
            </button>
          )}
          <button type="button" style={BUTTON} onClick={again}>
            I see something else
          </button>
        </div>
      </section>
    );
  return (
    <section ref={section} tabIndex={-1} aria-label="What to do" style={SECTION}>
      <p style={{ margin: 0, color: 'var(--pencil)' }}>
        {at + 1} of {steps.length}
      </p>
      <p style={{ fontSize: '1.35em', lineHeight: 1.3, margin: '0.3em 0', maxWidth: '44rem' }}>{words(step)}</p>
      <div style={{ maxWidth: 320 }}>{picture(findings)}</div>
      <p role="status" style={{ minHeight: '1.5em' }}>
        {note}
      </p>
      <div role="group" aria-label="How is it now?" style={ROW}>
        <button
          type="button"
          style={BUTTON}
          onClick={() => {
            setNote('');
            setAt(at + 1);
          }}
        >
          Better
        </button>
        <button type="button" style={BUTTON} onClick={() => setNote('Do the same once more, by half as much, and look again.')}>
          The same
        </button>
        <button type="button" style={BUTTON} onClick={() => setNote(worseWords(step))}>
          Worse
        </button>
        <button type="button" style={BUTTON} onClick={again}>
          Start over
        </button>
      </div>
    </section>
  );
}

/** Moves the focus to an element as what it shows changes: what was pressed has gone, and a reader hears what came. */
function useFocusOnChange<T extends HTMLElement>(shown: string): RefObject<T | null> {
  const element = useRef<T>(null);
  const before = useRef(shown);
  useEffect(() => {
    if (before.current === shown) return;
    before.current = shown;
    element.current?.focus();
  }, [shown]);
  return element;
}

/** A range of lengths, in words. */
function rangeWords([leastMm, mostMm]: readonly [number, number], length: (lengthMm: number) => string): string {
  const [least, most] = [length(leastMm), length(mostMm)];
  if (least === most) return `about ${most}`;
  return least === length(0) ? `${most} at most` : `${least} to ${most}`;
}

/** Of each pair one can be seen at a time. */
const OPPOSITES: readonly (readonly EyeFinding[])[] = [
  ['frontLoop', 'frontFlatEnd'],
  ['backLoop', 'backFlatEnd'],
  ['frontWider', 'backWider'],
  ['droops', 'turnsUp'],
];

function toggled(set: ReadonlySet<EyeFinding>, finding: EyeFinding): ReadonlySet<EyeFinding> {
  const next = new Set(set);
  if (!next.delete(finding)) next.add(finding);
  const opposite = OPPOSITES.find((pair) => pair.includes(finding))?.find((each) => each !== finding);
  if (opposite) next.delete(opposite);
  return next;
}

const TILT_DEGREES = { little: 5, finger: 11, more: 18 } as const;

/** This bow as it would look with what is seen, over its outline as it should be. */
function EyePicture({
  tie,
  wanted,
  seen,
  amount,
  frontLoopSide,
  isMirror,
}: Pick<ByEyeProps, 'tie' | 'wanted' | 'frontLoopSide' | 'isMirror'> & { seen: ReadonlySet<EyeFinding>; amount: EyeAmount }) {
  const mm = EYE_AMOUNTS_MM[amount];
  const bows = bowsByEye(wanted, seen, amount);
  const front = unevenly(widened(bows.front, seen.has('frontWider') ? mm : 0), seen.has('tooEven') ? HAND_TIED_MM.maxMm : 0);
  const back = widened(bows.back, seen.has('backWider') ? mm : 0);
  const shown = outlinesOf(tie, { front, back }, frontLoopSide);
  const right = outlinesOf(tie, wanted, frontLoopSide);
  const moved = `translate(${seen.has('offCentre') ? mm : 0} ${seen.has('gap') ? Math.min(20, mm) : 0}) rotate(${seen.has('tilted') ? TILT_DEGREES[amount] : 0})`;
  // each side turns about the knot: down where the bow droops, up where it turns up
  const bend = (seen.has('droops') ? 1 : seen.has('turnsUp') ? -1 : 0) * TILT_DEGREES[amount];
  const turned = (side: Side): string => `rotate(${side === 'left' ? bend : -bend})`;
  const otherSide = oppositeSide(frontLoopSide);
  const knotWidth = seen.has('fatKnot') ? 12 : 7;
  return (
    <svg viewBox="-96 -46 192 92" aria-hidden style={{ display: 'block', width: '100%' }}>
      <path d="M-62 -34L-4 -14L-30 30M62 -34L4 -14L30 30" fill="none" stroke="var(--thread)" strokeWidth="2" />
      <circle cx="0" cy="0" r="4" fill="none" stroke="var(--pencil)" />
      <g transform={`scale(${isMirror ? -1 : 1} 1)`}>
        <g transform={moved}>
          {(
            [
              ['var(--long)', shown.back.loopSeen, otherSide],
              ['var(--long)', shown.back.flatEnd, frontLoopSide],
              ['var(--short)', shown.front.loopSeen, frontLoopSide],
              ['var(--short)', shown.front.flatEnd, otherSide],
            ] as const
          ).map(([fill, { outline }, side], piece) => (
            <path key={piece} d={outline} transform={turned(side)} fill={fill} stroke="var(--ink)" strokeWidth="0.8" />
          ))}
          {seen.has('noDimple') && <path d={DIMPLES} fill="none" stroke="var(--ink)" strokeWidth="1.6" strokeLinecap="round" />}
          <rect x={-knotWidth} y={-11} width={2 * knotWidth} height={22} rx={4} fill="var(--long)" stroke="var(--ink)" strokeWidth="0.8" />
        </g>
        {[right.back.loopSeen, right.back.flatEnd, right.front.loopSeen, right.front.flatEnd].map(({ outline }) => (
          <path key={outline} d={outline} fill="none" stroke="var(--ink)" strokeWidth="0.9" strokeDasharray="3 3" />
        ))}
      </g>
    </svg>
  );
}

/** Half-widths as they are seen: wider by so much on both sides together where that is what is seen. */
const widened = ({ loopMm, flatEndMm }: BowState, byMm: number): DrawnHalves['front'] => ({
  loopMm: loopMm + byMm / 2,
  flatEndMm: flatEndMm + byMm / 2,
});

/** One piece longer than its other side, by so much. */
const unevenly = ({ loopMm, flatEndMm }: DrawnHalves['front'], byMm: number): DrawnHalves['front'] => ({
  loopMm,
  flatEndMm: flatEndMm + byMm,
});

/** Creases from the knot into the middle of both sides. */
const DIMPLES = 'M8 -3C17 -5 25 -3 32 0M8 4C17 6 25 3 32 0M-8 -3C-17 -5 -25 -3 -32 0M-8 4C-17 6 -25 3 -32 0';

const SECTION: CSSProperties = { outline: 'none' };
const HEADING: CSSProperties = { margin: '0 0 0.2em', fontSize: '1.35em' };
const GALLERY: CSSProperties = {
  display: 'grid',
  gap: 10,
  gridTemplateColumns: 'repeat(auto-fill, minmax(min(10.5rem, 100%), 1fr))',
  margin: '0.6em 0',
};
const CARD: CSSProperties = {
  font: 'inherit',
  color: 'inherit',
  textAlign: 'left',
  padding: 8,
  background: 'var(--card)',
  border: '2px solid var(--thread)',
  cursor: 'pointer',
};
const CHOSEN: CSSProperties = { border: '2px solid var(--ink)', boxShadow: 'inset 0 0 0 2px var(--ink)' };
const ROW: CSSProperties = { display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 8 };
const BUTTON: CSSProperties = {
  font: 'inherit',
  color: 'inherit',
  minHeight: 44,
  padding: '0 1.1em',
  background: 'var(--card)',
  border: '1px solid var(--ink)',
  cursor: 'pointer',
};
