import type { PocketCoach } from '@easytuck/contract';
import { settingWords } from '@easytuck/contract';
import { formatLength, settingAt } from '@easytuck/core';
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { useCoach, type Coach } from '../features/coach/useCoach.ts';
import { usePractice, type PracticeClock } from '../features/coach/usePractice.ts';
import { clock, practisedMs } from '../features/coach/practice.ts';
import type { CoachSubject } from '../features/coach/coachSubject.ts';
import type { CoachState } from '../features/coach/coachReducer.ts';
import { useOffered } from './offered.ts';
import { usePocketCoach } from './pocketCoach.ts';
import { subjectOfPocket } from './pocketSubject.ts';
import { FaultsTab } from './FaultsTab.tsx';
import { FirstPicture } from './FirstPicture.tsx';
import { PracticeTab, useNow } from './PracticeTab.tsx';
import { SetDetails } from './SetDetails.tsx';
import { SideNames } from './Sides.tsx';
import { TyingTab } from './TyingTab.tsx';
import { Words } from './Words.tsx';

/** The coach on the wearer's own telephone: what a link opens, and nothing else. */
export function Pocket({ linkKey }: { linkKey: string }) {
  const reading = usePocketCoach(linkKey);
  switch (reading.state) {
    case 'waiting':
      return <Face title="One moment">Your coach is loading.</Face>;
    case 'gone':
      return <Face title="This link no longer works">{reading.why}</Face>;
    case 'older':
      return <Face title="Open this page again">There is a newer version. Close this page, then open your link again.</Face>;
    case 'away':
      return (
        <Face title="No network">
          Open your link once while there is a network. After that the coach works without one. This page tries again by itself.
        </Face>
      );
    case 'ready':
      return <Known key={reading.coach.fitting.id} coach={reading.coach} linkKey={linkKey} isKept={reading.isKept} />;
  }
}

function Face({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <div className="face" role="status">
      <h1>{title}</h1>
      <p>{children}</p>
    </div>
  );
}

type Tab = 'set' | 'tying' | 'wrong' | 'practice';
const TABS: readonly (readonly [Tab, string])[] = [
  ['set', 'Before'],
  ['tying', 'Tying'],
  ['wrong', 'Mistakes'],
  ['practice', 'Practice'],
];

const HELPED: Partial<CoachState> = { way: 'helper' };

function Known({ coach: pocket, linkKey, isKept }: { coach: PocketCoach; linkKey: string; isKept: boolean }) {
  const { tie, fitting, collar, longEnd, wearer } = pocket;
  const subject = useMemo(() => subjectOfPocket({ tie, fitting, collar, longEnd, wearer }), [tie, fitting, collar, longEnd, wearer]);
  const length = useCallback((lengthMm: number) => formatLength(lengthMm, pocket.unit), [pocket.unit]);
  const [before] = useState(readPlace);
  const start = useMemo(() => ({ ...(pocket.isHelped ? HELPED : {}), step: before.step }), [pocket.isHelped, before]);
  const coach = useCoach(subject, length, start, pocket.isHelped ? 'facing' : 'wearer');
  const { steps } = coach;
  const practice = usePractice(steps, coach.playhead);
  const [tab, setTab] = useState<Tab>(before.tab);
  const [wasTying, setWasTying] = useState(false);
  if (tab === 'tying' && !wasTying) setWasTying(true);
  usePlace(tab, coach.state.step);
  const take = useOffered();
  const isOnline = useOnline();
  useEffect(() => {
    // (newer browsers answer with a promise, which is no way to end an effect)
    window.scrollTo(0, 0);
  }, [tab]);
  usePresenterKeys(tab === 'tying', coach.dispatch);
  useEffect(() => {
    document.title = `Coach: ${pocket.tie.name}`;
  }, [pocket.tie.name]);
  const begin = (): void => {
    coach.dispatch({ type: 'goTo', step: 0, view: 'best' });
    setTab('tying');
  };
  return (
    <div className="pocket" data-tab={tab}>
      <header className="head">
        <h1>{pocket.tie.name}</h1>
        <Running practice={practice} onStop={() => setTab('practice')} />
      </header>
      {take && (
        <div className="bar" role="status">
          A newer version is ready.
          <button type="button" onClick={take}>
            Update
          </button>
        </div>
      )}
      {(!isOnline || isKept) && (
        <div className="bar quiet" role="status">
          {isOnline ? 'The shop does not answer at the moment.' : 'No network.'} Everything here works; your tries are sent later.
        </div>
      )}
      <main className="room">
        {tab === 'set' && <SetTab pocket={pocket} subject={subject} coach={coach} linkKey={linkKey} length={length} onBegin={begin} />}
        {/* kept once it was shown, and with it the stage’s WebGL context */}
        {(tab === 'tying' || wasTying) && (
          <div style={{ display: tab === 'tying' ? 'contents' : 'none' }}>
            <TyingTab coach={coach} subject={subject} pocket={pocket} length={length} onPractice={() => setTab('practice')} />
          </div>
        )}
        {tab === 'wrong' && (
          <FaultsTab
            coach={coach}
            subject={subject}
            linkKey={linkKey}
            length={length}
            steps={steps}
            onGoBack={(step) => {
              coach.dispatch({ type: 'goTo', step: Math.max(0, steps.indexOf(step)), view: 'best' });
              setTab('tying');
            }}
          />
        )}
        {tab === 'practice' && <PracticeTab linkKey={linkKey} subject={subject} coach={coach} practice={practice} onBegin={begin} />}
      </main>
      <nav className="tabs" aria-label="Parts of the coach">
        {TABS.map(([name, text]) => (
          <button key={name} type="button" aria-current={tab === name ? 'page' : undefined} onClick={() => setTab(name)}>
            {text}
          </button>
        ))}
      </nav>
    </div>
  );
}

const PLACE = 'easytuck.pocket.place';

/** Where the coach stood before this page was loaded again. */
function readPlace(): { readonly tab: Tab; readonly step: number } {
  try {
    const { tab, step } = JSON.parse(sessionStorage.getItem(PLACE) ?? '{}') as { tab?: unknown; step?: unknown };
    const known = TABS.find(([name]) => name === tab);
    return { tab: known?.[0] ?? 'set', step: typeof step === 'number' ? step : 0 };
  } catch {
    return { tab: 'set', step: 0 }; // a browser that keeps nothing
  }
}

/** Keeps where the coach stands, for when this page is loaded again. */
function usePlace(tab: Tab, step: number): void {
  useEffect(() => {
    try {
      sessionStorage.setItem(PLACE, JSON.stringify({ tab, step }));
    } catch {
      // then it begins anew
    }
  }, [tab, step]);
}

/** A presenter or a keyboard turns the steps: Page Down and the right arrow go on, Page Up and the left arrow go back. */
function usePresenterKeys(isTying: boolean, dispatch: Coach['dispatch']): void {
  useEffect(() => {
    if (!isTying) return undefined;
    const onKeyDown = (event: KeyboardEvent): void => {
      const isTyped = event.target instanceof HTMLSelectElement || event.target instanceof HTMLInputElement;
      if (isTyped || event.ctrlKey || event.altKey || event.metaKey) return;
      if (event.key === 'PageDown' || event.key === 'ArrowRight') dispatch({ type: 'next' });
      else if (event.key === 'PageUp' || event.key === 'ArrowLeft') dispatch({ type: 'back' });
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [isTying, dispatch]);
}

/** The clock of a try that is under way. */
function Running({ practice: { practice, stop }, onStop }: { practice: PracticeClock; onStop: () => void }) {
  const isRunning = practice !== null && practice.stoppedAt === null;
  const now = useNow(isRunning);
  if (!isRunning) return null;
  return (
    <button
      type="button"
      className="stop"
      onClick={() => {
        stop();
        onStop();
      }}
    >
      {clock(practisedMs(practice, now))} <b>Stop</b>
    </button>
  );
}

/** What is looked at before anything is tied: the band's set, the lead, and how the strip hangs. */
function SetTab({
  pocket,
  subject,
  coach,
  linkKey,
  length,
  onBegin,
}: {
  pocket: PocketCoach;
  linkKey: string;
  subject: CoachSubject;
  coach: Coach;
  length: (lengthMm: number) => string;
  onBegin: () => void;
}) {
  const { set, lead, sides, picture } = pocket.first;
  const mark = settingWords(settingAt(subject.tie.hardware, pocket.fitting.step), length);
  return (
    <div className="split">
      <div className="stage">
        <FirstPicture picture={picture} />
        <SideNames names={sides} />
      </div>
      <Words name="Before you start">
        <h2>Before you start</h2>
        <dl className="figures">
          <div>
            <dt>{set.label}</dt>
            <dd>
              <b>{set.figure}</b> {set.of}
            </dd>
          </div>
          <div>
            <dt>Lead</dt>
            <dd>
              <b>{lead.figure}</b> {lead.of}
            </dd>
          </div>
        </dl>
        {coach.tied.leadMm === 0 && pocket.fitting.leadMm > 0 && <p>Your way of tying starts with both ends level.</p>}
        {subject.late && <p>Once tied, take it in again to {mark.phrase}.</p>}
        <p>
          Collar {pocket.collar.text}. The finished bow is about {length(pocket.fitting.spreadMm)} wide.
          {pocket.eventOn !== null && ` For ${pocket.eventName === '' ? '' : `${pocket.eventName} on `}${dayOf(pocket.eventOn)}.`}
        </p>
        <p className="caution">
          One finger must fit between band and throat. Never draw it so tight that it presses the throat. If you feel dizzy, short of breath
          or have a headache, loosen it at once, and ask a doctor if it does not pass.
        </p>
        <SetDetails pocket={pocket} subject={subject} linkKey={linkKey} length={length} />
        <Keep />
        <p className="quiet">
          From {pocket.shop}. This link works until {dayOf(pocket.endsAt.slice(0, 10))} and is only for you.
        </p>
      </Words>
      <div className="controls">
        <button type="button" className="main" onClick={onBegin}>
          Start tying
        </button>
      </div>
    </div>
  );
}

const dayOf = (day: string): string =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

interface InstallPrompt extends Event {
  readonly prompt: () => Promise<unknown>;
}

let install: InstallPrompt | null = null;
const installListeners = new Set<() => void>();
window.addEventListener('beforeinstallprompt', (event) => {
  event.preventDefault();
  install = event as InstallPrompt;
  for (const listener of installListeners) listener();
});

/** Offers to keep the coach among the telephone's programs, where the browser can. */
function Keep() {
  const prompt = useSyncExternalStore(
    (listener) => {
      installListeners.add(listener);
      return () => installListeners.delete(listener);
    },
    () => install,
  );
  if (prompt === null) return null;
  return (
    <button type="button" onClick={() => void prompt.prompt()}>
      Add to this phone
    </button>
  );
}

function useOnline(): boolean {
  return useSyncExternalStore(
    (listener) => {
      window.addEventListener('online', listener);
      window.addEventListener('offline', listener);
      return () => {
        window.removeEventListener('online', listener);
        window.removeEventListener('offline', listener);
      };
    },
    () => navigator.onLine,
  );
}
