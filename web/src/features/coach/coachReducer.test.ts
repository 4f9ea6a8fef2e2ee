import { COACH_START, type CoachAction, coachReducer, type CoachState, inWay } from './coachReducer.ts';

const after = (...actions: CoachAction[]): CoachState =>
  actions.reduce(coachReducer, { ...COACH_START, stepCount: 12, stepCounts: { ...COACH_START.stepCounts, main: 12 } });

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
    expect(inWay({ ...COACH_START, step: 11, way: 'evenEnds' })).toMatchObject({ step: 10, stepCount: 11 });
    expect(
      coachReducer(after({ type: 'goTo', step: 5 }), { type: 'begin', stepCounts: { ...COACH_START.stepCounts, main: 14 } }),
    ).toMatchObject({ step: 0, hand: null, stepCount: 14 });
  });
});
