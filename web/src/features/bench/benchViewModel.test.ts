import { fittingInput } from '@easytuck/contract';
import { neckPathMm } from '@easytuck/core';
import { type BenchEvent, benchReducer, emptyDraft } from './benchReducer.ts';
import { after, benchView, FIXED, IDS, TIE, view, viewer, WORKED } from './testing.ts';

describe('benchView', () => {
  it('answers the worked case: mark 16, lead 38.05 mm, 124 mm', () => {
    const { fit, missing } = view();
    expect(missing).toEqual([]);
    expect(fit?.worn.setting.position).toEqual({ kind: 'mark', mark: { system: 'in', label: 16 } });
    expect(fit?.worn.fit.leadMm).toBeCloseTo(38.05, 9);
    expect(fit?.worn.fit.spreadMm).toBeCloseTo(124, 9);
    expect([fit?.shorter?.fit.spreadMm, fit?.longer?.fit.spreadMm].map((mm) => mm?.toFixed(1))).toEqual(['119.8', '128.2']);
  });

  it('sends what it shows, in a form that the contract takes', () => {
    const { input } = view({ type: 'stepSet', step: 5 }, { type: 'leadSet', leadMm: 44 });
    expect(fittingInput.parse(input)).toMatchObject({
      step: 5,
      leadMm: 44,
      school: 'own',
      wearer: { kind: 'new', name: 'Corin Attleby' },
      collar: { label: 16 },
    });
  });

  it('goes by the wearer’s own ease and buttons, and sends them', () => {
    const { fit, input } = view(
      { type: 'measureTyped', measure: 'ease', text: '1/2 in' },
      { type: 'measureTyped', measure: 'firstButton', text: '40 mm' },
      { type: 'measureTyped', measure: 'buttonSpacing', text: '45 mm' },
    );
    expect(fit?.worn.fit.neckPathMm).toBeCloseTo(neckPathMm({ system: 'in', label: 16 }, 12.7, TIE.cloth), 9);
    // the nose hangs about 71 mm down: below the second button (40), above the third (85)
    expect(fit?.hang.between).toEqual([2, 3]);
    expect(view().fit?.hang.between).toEqual([2, 3]);
    expect(view({ type: 'measureTyped', measure: 'firstButton', text: '80 mm' }).fit?.hang.between).toEqual([1, 2]);
    expect(fittingInput.parse(input)).toMatchObject({ easeMm: expect.closeTo(12.7, 6) as number, firstButtonMm: 40, buttonSpacingMm: 45 });
  });

  it('answers the same whether or not it was asked before, and works fields and schools out once while a set is dragged', () => {
    const events: BenchEvent[][] = [
      [],
      [{ type: 'stepSet', step: 2 }],
      [{ type: 'collarTyped', text: '15' }],
      [{ type: 'leadSet', leadMm: 60 }],
      [{ type: 'nameTyped', name: '' }],
    ];
    for (const some of [...events, ...events]) expect(view(...some)).toEqual(viewer()(after(...WORKED, ...some)));
    const dragged = after(...WORKED, { type: 'stepSet', step: 2 });
    const before = benchView(dragged);
    const afterwards = benchView(benchReducer(dragged, { type: 'stepSet', step: 3 }));
    expect(afterwards.errors).toBe(before.errors);
    expect(afterwards.fit?.schools).toBe(before.fit?.schools);
    expect(afterwards.missing).toBe(before.missing);
    expect(afterwards.fit?.worn.fit.spreadMm).not.toBe(before.fit?.worn.fit.spreadMm);
  });

  it('lists what is missing in the page’s order and has nothing to send', () => {
    const empty = benchView(emptyDraft(IDS));
    expect(empty.missing).toEqual(['the wearer’s name', 'the collar size', 'a tie']);
    expect(empty.input).toBeNull();
    expect(empty.fit).toBeNull();
    expect(empty.errors).toMatchObject({ name: null, collar: null });
  });

  it('refuses a mixed-up unit at its field and keeps the rest', () => {
    expect(view({ type: 'collarTyped', text: '16 cm' }).errors.collar).toContain('write 16 in');
    const measured = view({ type: 'measureTyped', measure: 'neckBreadth', text: '5 mm' });
    expect(measured.errors.measures.neckBreadth).toContain('out of range');
    expect(measured.fit).not.toBeNull();
    expect(measured.input).toBeNull();
  });

  it('says how far a school asks past the band, and lets nothing be given out until a set is chosen', () => {
    const past = view({ type: 'collarTyped', text: '19' });
    expect(past.fit?.schoolBeyondMm).toBeCloseTo(25.4, 9);
    expect(past.input).toBeNull();
    expect(view({ type: 'collarTyped', text: '19' }, { type: 'stepSet', step: 8 }).input).not.toBeNull();
  });

  it('says by how much a strip does not reach', () => {
    const short = view({ type: 'collarTyped', text: '24' }, { type: 'stepSet', step: 0 }, { type: 'leadSet', leadMm: 80 });
    expect(short.fit?.outOfReach).toMatch(/Let the band out by at least .* in/);
    expect(short.input).toBeNull();
  });

  it('offers no neighbours and no school for a band that is sewn to length', () => {
    const { fit, input } = view({ type: 'tieChosen', tieId: FIXED.id });
    expect([fit?.shorter, fit?.longer, fit?.schoolBeyondMm]).toEqual([null, null, 0]);
    expect(input?.step).toBe(0);
  });

  it('holds the bow to the measures that were taken', () => {
    const { fit } = view({ type: 'measureTyped', measure: 'faceWidth', text: '12 cm' });
    expect(fit?.worn.fit.binding.id).toBe('faceWidth');
    expect(fit?.worn.fit.binding.roomMm).toBeCloseTo(-12, 6);
  });
});

describe('the late school on the bench', () => {
  it('hangs by the longest band before tying, and is the set of the mark in everything else', () => {
    const [own, late] = [view(), view({ type: 'schoolChosen', school: 'late' })];
    expect(late.fit?.worn.fit).toEqual(own.fit?.worn.fit);
    // two inches of band hang one inch lower
    expect((late.fit?.hang.noseMm ?? 0) - (own.fit?.hang.noseMm ?? 0)).toBeCloseTo(25.4, 6);
  });
});
