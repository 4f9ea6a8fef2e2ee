import fc from 'fast-check';
import { applyPulls } from './planPulls.ts';
import { materialMm } from './bowState.ts';
import {
  bowsByEye,
  EYE_AMOUNTS_MM,
  EYE_FINDINGS,
  EYE_RANGES_MM,
  pullRangeMm,
  stepsByEye,
  type EyeAmount,
  type EyeFinding,
} from './byEye.ts';
import { bow } from './testing.ts';

const WANTED = { front: bow(62, 62), back: bow(60, 60) };
const AMOUNTS = Object.keys(EYE_AMOUNTS_MM) as EyeAmount[];
const seen = (...findings: EyeFinding[]): ReadonlySet<EyeFinding> => new Set(findings);

describe('evening out by eye', () => {
  it('describes a piece that reaches too far by as much as was said, without more cloth', () => {
    for (const amount of AMOUNTS)
      for (const finding of ['frontLoop', 'frontFlatEnd', 'backLoop', 'backFlatEnd'] as const) {
        const bows = bowsByEye(WANTED, seen(finding), amount);
        const end = finding.startsWith('front') ? 'front' : 'back';
        const { loopMm, flatEndMm } = bows[end];
        const longer = finding.endsWith('Loop') ? loopMm - flatEndMm : flatEndMm - loopMm;
        expect(longer).toBeCloseTo(EYE_AMOUNTS_MM[amount], 9);
        expect(materialMm(bows[end])).toBeCloseTo(materialMm(WANTED[end]), 9);
      }
  });

  // docs/model.md: a flat end grows by what is drawn, and its loop's two layers give it between them
  it('draws the flat end in where it reaches too far, and out where its loop does', () => {
    expect(stepsByEye(WANTED, seen('frontFlatEnd'), 'finger')).toEqual([
      { kind: 'pull', end: 'front', pull: { kind: 'drawTailSide', byMm: expect.closeTo(28 / 3, 9) as number } },
    ]);
    expect(stepsByEye(WANTED, seen('backLoop'), 'little')).toEqual([
      { kind: 'pull', end: 'back', pull: { kind: 'drawFlatEnd', byMm: expect.closeTo(10 / 3, 9) as number } },
    ]);
  });

  it('ends at the bow that is wanted, whatever was seen together', () => {
    fc.assert(
      fc.property(fc.subarray([...EYE_FINDINGS]), fc.constantFrom(...AMOUNTS), (findings, amount) => {
        const set = new Set(findings);
        const bows = bowsByEye(WANTED, set, amount);
        const steps = stepsByEye(WANTED, set, amount);
        for (const end of ['front', 'back'] as const) {
          const after = applyPulls(
            bows[end],
            steps.flatMap((step) => (step.kind === 'pull' && step.end === end ? [step.pull] : [])),
          );
          expect(Math.abs(after.loopMm - WANTED[end].loopMm)).toBeLessThan(0.3);
          expect(Math.abs(after.flatEndMm - WANTED[end].flatEndMm)).toBeLessThan(0.3);
        }
        // what concerns the whole bow is said once each, and nothing is said of what was not seen
        const whole = steps.flatMap((step) => (step.kind === 'whole' ? [step.finding] : []));
        expect([...whole].sort()).toEqual(
          findings.filter((each) => !['frontLoop', 'frontFlatEnd', 'backLoop', 'backFlatEnd', 'fatKnot'].includes(each)).sort(),
        );
      }),
    );
  });

  it('gives each pull a range: the amounts overlap as little as an eye tells them apart', () => {
    for (const amount of AMOUNTS) {
      const [least, most] = EYE_RANGES_MM[amount];
      expect(least).toBeLessThan(EYE_AMOUNTS_MM[amount]);
      expect(most).toBeGreaterThan(EYE_AMOUNTS_MM[amount]);
      // a pull of the amount itself has the range of the amount
      expect(pullRangeMm(EYE_AMOUNTS_MM[amount], amount)).toEqual([least, most]);
    }
    expect(pullRangeMm(28 / 3, 'finger')).toEqual([6, expect.closeTo(38 / 3, 9)]);
  });

  it('sets the bow on the collar first and levels it last', () => {
    const kinds = stepsByEye(WANTED, seen('tilted', 'gap', 'fatKnot', 'frontLoop'), 'little').map((step) =>
      step.kind === 'whole' ? step.finding : step.pull.kind,
    );
    expect([kinds[0], kinds.at(-1)]).toEqual(['gap', 'tilted']);
    expect(kinds.indexOf('drawFlatEnd')).toBeLessThan(kinds.indexOf('drawKnotSide'));
  });
});
