import { tieInput, type Fitting, type Tie, type Told, type Wearer } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { choreograph, poseStep, type TyingStep } from '@easytuck/core';
import { bakeStep, momentAt, NODE_NUMBERS, packPose, unpackPose, type BakedPoses } from './bakedPoses.ts';
import { keepResults } from './keptResults.ts';
import { drawerCloth, schemeCloth } from './clothColours.ts';
import { COACH_START, coachReducer, type CoachAction, type CoachState } from './coachReducer.ts';
import { lateFor, settingForGirth, subjectOfFitting, subjectOfTie, tiedBy } from './coachSubject.ts';
import { createPlayhead } from './playhead.ts';
import { beginPractice, clock, enterStep, practisedMs, readPractice, stopPractice, type PracticeOf } from './practice.ts';
import { bestView, viewOf, VIEW_NAMES } from './views.ts';

const TIE: Tie = {
  ...tieInput.parse(sampleTie),
  id: '01a20b94-353d-7204-b92c-7f530cb63fe4',
  awayAt: null,
  version: 1,
  createdAt: '2026-11-24T03:00:00.000Z',
  updatedAt: '2026-11-24T03:00:00.000Z',
  note: '',
};
const WEARER = {
  id: 'w',
  name: 'Corin Attleby',
  collar: { text: '16', system: 'in', label: 16 },
  easeMm: 6.35,
  longEnd: 'right',
} as unknown as Wearer;

const after = (...actions: CoachAction[]): CoachState => actions.reduce(coachReducer, { ...COACH_START, stepCount: 12 });

describe('coachReducer', () => {
  it('goes from step to step, each shown moving from its beginning, and stops at both ends', () => {
    expect(after({ type: 'next' }, { type: 'next' })).toMatchObject({ step: 2, moving: true, restarts: 2 });
    expect(after({ type: 'back' }).step).toBe(0);
    const last = after({ type: 'goTo', step: 99 });
    expect(last.step).toBe(11);
    expect(coachReducer(last, { type: 'next' })).toBe(last);
  });

  it('holds where a step ends, or shows it again where it is to be shown over and over', () => {
    expect(after({ type: 'arrived' }).moving).toBe(false);
    const looped = after({ type: 'next' }, { type: 'toggleLoop' }, { type: 'arrived' });
    expect(looped).toMatchObject({ step: 1, moving: true, looping: true });
    expect(looped.restarts).toBeGreaterThan(after({ type: 'next' }, { type: 'toggleLoop' }).restarts);
    expect(coachReducer(looped, { type: 'toggleLoop' }).looping).toBe(false);
  });

  it('holds while it is scrubbed, and moves on when asked', () => {
    const scrubbed = after({ type: 'scrubbed', step: 7 });
    expect(scrubbed).toMatchObject({ step: 7, moving: false });
    expect(coachReducer(scrubbed, { type: 'holdOrMove' }).moving).toBe(true);
  });

  it('has four speeds and no more', () => {
    expect(after({ type: 'faster' }, { type: 'faster' }, { type: 'faster' }).speed).toBe(2);
    expect(after({ type: 'slower' }, { type: 'slower' }, { type: 'slower' }, { type: 'slower' }).speed).toBe(0.25);
  });

  it('begins anew in another way or hand, and stays where it is for everything else', () => {
    const third = after({ type: 'goTo', step: 3 });
    expect(coachReducer(third, { type: 'choose', chosen: { hand: 'right' } }).step).toBe(0);
    expect(coachReducer(third, { type: 'choose', chosen: { way: 'evenEnds' } }).step).toBe(0);
    expect(coachReducer(third, { type: 'choose', chosen: { seeThrough: true, view: 'side', speed: 0.5 } })).toMatchObject({
      step: 3,
      seeThrough: true,
    });
  });

  it('keeps within a way that has fewer steps', () => {
    expect(coachReducer(after({ type: 'goTo', step: 11 }), { type: 'steps', count: 10 })).toMatchObject({ step: 9, stepCount: 10 });
  });
});

const OF: PracticeOf = {
  wearer: { id: 'w', name: 'Corin' },
  tie: { id: 't', name: 'Harbour Night' },
  fittingId: null,
  way: 'main',
  tiedWith: null,
};

describe('practice', () => {
  it('puts down the time of each step as it is left, and of the last one when it is stopped', () => {
    const begun = beginPractice('try', OF, 'prepare', 1000);
    const led = enterStep(enterStep(begun, 'lead', 4000), 'cross', 9000);
    const stopped = stopPractice(led, 21_000);
    expect(stopped.steps).toEqual([
      { step: 'prepare', ms: 3000 },
      { step: 'lead', ms: 5000 },
      { step: 'cross', ms: 12_000 },
    ]);
    expect(practisedMs(stopped, 99_000)).toBe(20_000);
    expect(stopped.steps.reduce((sum, { ms }) => sum + ms, 0)).toBe(20_000);
    // once it is stopped nothing changes it, and a step that is still shown is not left
    expect(enterStep(stopped, 'lead', 50_000)).toBe(stopped);
    expect(stopPractice(stopped, 50_000)).toBe(stopped);
    expect(enterStep(begun, 'prepare', 2000)).toBe(begun);
  });

  it('shows minutes and seconds', () => {
    expect([0, 999, 61_000, 600_500].map(clock)).toEqual(['0:00', '0:01', '1:01', '10:01']);
  });

  it('is read back as it was kept, or not at all', () => {
    const practice = beginPractice('try', OF, 'lead', 5);
    expect(readPractice(JSON.parse(JSON.stringify(practice)))).toEqual(practice);
    expect([readPractice(null), readPractice(7), readPractice({ startedAt: 'x' })]).toEqual([null, null, null]);
    // one that was begun before it was kept whose it is belongs to nobody
    const { of: _of, ...old } = practice;
    expect(readPractice(old)).toBeNull();
  });
});

describe('the coach’s subject', () => {
  it('is a tie at the setting next to its natural set, with the even lead, in the wearer’s own hand', () => {
    const subject = subjectOfTie(TIE, WEARER);
    expect(subject).toMatchObject({ setMm: 842.3, longEnd: 'right', wearer: { name: 'Corin Attleby' } });
    // the worked case of docs/model.md: 16 in, lead 38.05 mm, a spread of 124 mm
    expect(subject.leadMm).toBeCloseTo(38.05, 2);
    const { fit } = tiedBy(subject, 'main', null);
    expect(fit.front.spreadMm).toBeCloseTo(124, 0);
    expect(subjectOfTie(TIE, null)).toMatchObject({ wearer: null, longEnd: 'left' });
  });

  it('is a fitting’s own finished set and lead, in the late school too, with where to tie it', () => {
    const fitting = {
      id: 'f',
      tie: TIE,
      step: 4,
      wearer: { id: 'w', name: 'W' },
      collar: { text: '16', system: 'in', label: 16 },
      easeMm: 6.35,
      leadMm: 30,
      longEnd: 'left',
      result: { setMm: 842.3, drawInMm: 50.8 },
    };
    const subject = subjectOfFitting(fitting as unknown as Fitting);
    expect(subject).toMatchObject({ setMm: 842.3, leadMm: 30, fittingId: 'f', late: { longest: { step: 8 }, mark: { step: 4 } } });
    // worked case of docs/model.md: the bow on the card is 124 mm wide, and so is the coach's with the even lead
    expect(tiedBy({ ...subject, leadMm: 38.05 }, 'main', null).fit.spreadMm).toBeCloseTo(124, 1);
  });

  it('lets the band out for the way with even ends, whatever the school', () => {
    const subject = subjectOfTie(TIE, WEARER);
    expect(lateFor(subject, 'main')).toBeNull();
    expect(lateFor(subject, 'evenEnds')).toMatchObject({ longest: { step: 8 }, mark: { step: 4 } });
    expect(lateFor({ ...subject, tie: { ...TIE, hardware: { kind: 'fixed', lengthMm: 842 } } }, 'evenEnds')).toBeNull();
  });

  it('has no lead where the way has none: the back bow then comes out narrower by two thirds of it', () => {
    const subject = subjectOfTie(TIE, WEARER);
    const even = tiedBy(subject, 'evenEnds', null);
    expect(even.leadMm).toBe(0);
    expect(even.fit.front.spreadMm - even.fit.back.spreadMm).toBeCloseTo((2 / 3) * subject.leadMm, 6);
  });

  it('gives the same bow on a thigh, with the band let out by the difference of the girths, or says what the band lacks', () => {
    const subject = subjectOfTie(TIE, WEARER);
    const girth = subject.collarGirthMm + 25.4;
    expect(tiedBy(subject, 'main', girth).fit.front.spreadMm).toBeCloseTo(tiedBy(subject, 'main', null).fit.front.spreadMm, 6);
    expect(settingForGirth(subject, girth).setting.nearest.lengthMm).toBeCloseTo(842.3 + 25.4, 6);
    expect(settingForGirth(subject, 520).setting.beyondMm).toBeGreaterThan(0);
    // a place as thick as the collar wants the set of the neck
    expect(settingForGirth(subject, subject.collarGirthMm).setting).toMatchObject({ nearest: { step: 4 }, beyondMm: 0 });
  });
});

describe('baked poses', () => {
  const choreography = choreograph(tiedBy(subjectOfTie(TIE, null), 'main', null).measures, 'left');
  const stepAt = (index: number) => {
    const step = choreography.steps[index];
    if (!step) throw new Error(`no step ${index}`);
    return step;
  };
  const { pose } = poseStep(choreography, stepAt(0), 0);
  const baked: BakedPoses = {
    nodeCount: pose.nodeCount,
    backNode: pose.backNode,
    spacingMm: pose.spacingMm,
    way: 'main',
    longEnd: 'left',
    collarRadiusMm: 60,
    steps: [2, 3].map((index) => bakeStep(choreography, index)),
  };

  it('are the poses themselves at their moments, and near them between', () => {
    const into = new Float32Array(NODE_NUMBERS * baked.nodeCount);
    for (const [time, index, share, withinMm] of [
      [0, 2, 0, 1e-3],
      [0.5, 2, 0.5, 1e-3],
      [1.5125, 3, 0.5125, 1.5],
    ] as const) {
      momentAt(baked, time, into);
      const exact = packPose(poseStep(choreography, stepAt(index), share).pose);
      let worst = 0;
      for (let node = 0; node < baked.nodeCount; node += 1)
        for (let k = 0; k < 3; k += 1)
          worst = Math.max(worst, Math.abs((into[NODE_NUMBERS * node + k] ?? 0) - (exact[NODE_NUMBERS * node + k] ?? 0)));
      expect(worst).toBeLessThan(withinMm);
    }
  });

  it('unpack to what was packed', () => {
    const back = unpackPose(packPose(pose), baked);
    for (const name of ['centreMm', 'across', 'outward', 'halfWidthMm', 'gather'] as const) expect(back[name]).toEqual(pose[name]);
  });
});

describe('views', () => {
  it('look from the other side in the other hand, where they look from a side at all', () => {
    for (const name of VIEW_NAMES) {
      const [left, right] = [viewOf(name, 'left'), viewOf(name, 'right')];
      expect(right.towards.x).toBeCloseTo(-left.towards.x, 12);
      expect(right.awayMm).toBe(left.awayMm);
    }
  });

  it('show the passage from above, and all that a mirror shows in the mirror, or facing where somebody helps', () => {
    const views = (reader: Told): string[] =>
      (['lead', 'passage', 'backBow', 'halfKnot', 'balance'] as TyingStep[]).map((step) => bestView(step, reader));
    expect(views('wearer')).toEqual(['mirror', 'passage', 'passage', 'side', 'mirror']);
    expect(views('behind')).toEqual(views('wearer'));
    expect(views('facing')).toEqual(['facing', 'passage', 'passage', 'side', 'facing']);
    expect([viewOf('mirror', 'left').onTheLeft, viewOf('facing', 'left').onTheLeft]).toEqual(['left', 'right']);
  });
});

describe('the playhead', () => {
  it('tells of each move, and of none where nothing moved', () => {
    const playhead = createPlayhead();
    const told: number[] = [];
    const stop = playhead.subscribe(() => told.push(playhead.time()));
    playhead.set(1);
    playhead.set(1);
    playhead.set(1.5);
    stop();
    playhead.set(2);
    expect(told).toEqual([1, 1.5]);
  });
});

describe('cloth', () => {
  it('is of the two ends’ colours, or of the drawer’s, with its own inner face', () => {
    expect(schemeCloth().long).not.toBe(schemeCloth().short);
    const black = drawerCloth({ faces: { outer: { name: '', look: 'black' }, inner: { name: '', look: 'white' } } });
    expect(black.long).toBe(black.short);
    expect(black.longLining).toBe(drawerCloth({ faces: { outer: { name: '', look: 'white' }, inner: null } }).long);
    expect(drawerCloth({ faces: { outer: { name: '', look: 'patterned' }, inner: null } }).stripe).not.toBeNull();
  });
});

describe('the results that are kept', () => {
  it('are the last few, and the one that is shown however old it is', () => {
    const kept = keepResults<number>(2);
    kept.put('shown', 0);
    kept.show('shown');
    for (const [key, result] of [
      ['a', 1],
      ['b', 2],
      ['c', 3],
    ] as const)
      kept.put(key, result);
    expect(['shown', 'a', 'b', 'c'].map(kept.get)).toEqual([0, undefined, 2, 3]);
    kept.show('c');
    kept.put('d', 4);
    expect(['shown', 'b', 'c', 'd'].map(kept.get)).toEqual([undefined, undefined, 3, 4]);
  });
});
