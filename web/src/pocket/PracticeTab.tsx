import { FAULT_WORDS } from '@easytuck/contract';
import { TYING_FAULTS, type TyingFault } from '@easytuck/core';
import { useEffect, useState } from 'react';
import { OUTCOMES, outcomeWords } from '../common/tying/outcomes.ts';
import type { CoachSubject } from '../features/coach/coachSubject.ts';
import { nextTryTold } from '../features/coach/nextTry.ts';
import { clock, practisedMs, type Practice } from '../features/coach/practice.ts';
import type { Coach } from '../features/coach/useCoach.ts';
import type { PracticeClock } from '../features/coach/usePractice.ts';
import { logTry, useTries, type KeptTry } from './tries.ts';

export function useNow(isRunning: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!isRunning) return undefined;
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [isRunning]);
  return now;
}

/** The clock, how a try went, and the tries so far. */
export function PracticeTab({
  linkKey,
  subject,
  coach,
  practice: { practice, start, stop, clear },
  onBegin,
}: {
  linkKey: string;
  subject: CoachSubject;
  coach: Coach;
  practice: PracticeClock;
  onBegin: () => void;
}) {
  const isRunning = practice !== null && practice.stoppedAt === null;
  const now = useNow(isRunning);
  const tries = useTries(linkKey);
  return (
    <div className="scroll">
      <h2>Practice</h2>
      <div className="clock" role="timer" aria-label="Time of this try">
        {clock(practice ? practisedMs(practice, now) : 0)}
      </div>
      {practice === null && (
        <button
          type="button"
          className="main"
          onClick={() => {
            start({
              wearer: subject.wearer,
              tie: { id: subject.tie.id, name: subject.tie.name },
              ...{ fittingId: subject.fittingId, way: coach.state.way, tiedWith: null },
            });
            onBegin();
          }}
        >
          Start the clock
        </button>
      )}
      {isRunning && (
        <button type="button" className="main" onClick={stop}>
          Stop
        </button>
      )}
      {practice !== null && practice.stoppedAt !== null && <Outcome practice={practice} linkKey={linkKey} onDone={clear} />}
      <h2>Tries so far</h2>
      {tries.length > 0 && <p>{forecastWords(tries)}</p>}
      {tries.length === 0 ? (
        <p className="quiet">None yet.</p>
      ) : (
        <ul className="tries">
          {tries.map((each) => (
            <li key={each.what.id}>
              <span className="time">{clock(each.what.durationMs ?? 0)}</span>
              <span>
                {outcomeWords({ outcome: each.what.outcome, fault: each.what.fault ?? null })}
                <small>
                  {new Date(each.at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })},{' '}
                  {SENT_WORDS[each.sent]}
                </small>
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** What the tries so far let one expect, from the first to the last. */
function forecastWords(tries: readonly KeptTry[]): string {
  const inOrder = [...tries].sort((a, b) => a.at - b.at);
  const { next, alone } = nextTryTold(inOrder.map(({ what: { outcome, durationMs } }) => ({ outcome, durationMs: durationMs ?? null })));
  return `${next} ${alone}`;
}

const SENT_WORDS: Readonly<Record<KeptTry['sent'], string>> = {
  waiting: 'waits for a network',
  sent: 'the shop has it',
  refused: 'kept here alone: the link no longer opens',
};

function Outcome({ practice, linkKey, onDone }: { practice: Practice; linkKey: string; onDone: () => void }) {
  const [outcome, setOutcome] = useState<(typeof OUTCOMES)[number]['value']>('tied');
  const [fault, setFault] = useState<TyingFault>('granny');
  return (
    <form
      className="outcome"
      onSubmit={(event) => {
        event.preventDefault();
        const { id, of, steps, stoppedAt } = practice;
        const what = {
          ...{ id, way: of.way, outcome, steps: steps.map(({ step, ms }) => ({ step, ms: Math.round(ms) })) },
          ...{ fault: outcome === 'fault' ? fault : null, durationMs: Math.round(practisedMs(practice, stoppedAt ?? Date.now())) },
        };
        void logTry(linkKey, what, stoppedAt ?? Date.now());
        onDone();
      }}
    >
      <fieldset>
        <legend>How did it go?</legend>
        {OUTCOMES.map(({ value, text }) => (
          <label key={value} className="ticket">
            <input type="radio" name="outcome" checked={outcome === value} onChange={() => setOutcome(value)} />
            {text}
          </label>
        ))}
      </fieldset>
      {outcome === 'fault' && (
        <label>
          What is seen
          <select value={fault} onChange={(event) => setFault(event.target.value as TyingFault)}>
            {TYING_FAULTS.map((each) => (
              <option key={each} value={each}>
                {FAULT_WORDS[each].seen}
              </option>
            ))}
          </select>
        </label>
      )}
      <div className="row">
        <button type="submit" className="main">
          Keep this try
        </button>
        <button type="button" onClick={onDone}>
          Forget it
        </button>
      </div>
    </form>
  );
}
