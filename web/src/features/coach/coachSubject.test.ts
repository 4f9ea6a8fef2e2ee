import { letOutFor, letOutMm, settingForGirth, settingOnLeg, type Fitting, type Wearer } from '@easytuck/contract';
import { stepCountsOf, subjectOfFitting, subjectOfTie, tiedBy } from './coachSubject.ts';
import { TIE } from './testing.ts';

const WEARER = {
  id: 'w',
  name: 'Corin Attleby',
  collar: { text: '16', system: 'in', label: 16 },
  easeMm: 6.35,
  longEnd: 'right',
} as unknown as Wearer;

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

  it('lets the band out for the way with even ends, whatever the house style, and never on a leg', () => {
    const subject = subjectOfTie(TIE, WEARER);
    expect(letOutFor(subject, 'main')).toBeNull();
    expect(letOutFor(subject, 'evenEnds')).toMatchObject({ longest: { step: 8 }, mark: { step: 4 } });
    expect(letOutFor({ ...subject, tie: { ...TIE, hardware: { kind: 'fixed', lengthMm: 842 } } }, 'evenEnds')).toBeNull();
    // set at its longest already, there is nothing to let out
    expect(letOutFor({ ...subject, setMm: 791.5 + 8 * 12.7 }, 'evenEnds')).toBeNull();
    const late = { ...subject, late: letOutFor(subject, 'evenEnds') };
    expect(letOutMm(letOutFor(late, 'main'))).toBeCloseTo(4 * 12.7, 9);
    expect(letOutFor(late, 'onThigh')).toBeNull();
    // the step in which it is taken in
    expect(stepCountsOf(late).main - stepCountsOf(subject).main).toBe(1);
    expect(tiedBy(late, 'main', null).measures.letOutMm).toBeCloseTo(4 * 12.7, 9);
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
    // at a throat nothing is rounded to the tighter side: 8 mm more is nearer to the next mark, 12.7 mm up, and stays below it
    expect(settingOnLeg(subject, subject.collarGirthMm + 8)).toMatchObject({ step: 4, tighterMm: 0 });
    expect(settingOnLeg(subject, subject.collarGirthMm + 12.2)).toMatchObject({ step: 5, tighterMm: 0 });
    // at the shortest setting there is none below
    expect(settingOnLeg(subject, subject.collarGirthMm - 54)).toMatchObject({ step: 0, tighterMm: expect.closeTo(3.2, 1) as number });
  });
});
