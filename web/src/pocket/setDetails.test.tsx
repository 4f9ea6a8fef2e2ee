/** @jest-environment jsdom */
import type { PocketCoach } from '@easytuck/contract';
import { lastStep, neckPathMm } from '@easytuck/core';
import { render, screen } from '@testing-library/react';
import { TIE } from '../features/coach/testing.ts';
import { writeStored } from '../common/stored.ts';
import { subjectOfPocket } from './pocketSubject.ts';
import { otherSizes, SetDetails } from './SetDetails.tsx';

const inches = (lengthMm: number): string => `${(lengthMm / 25.4).toFixed(2)} in`;
const COLLAR = { text: '16', system: 'in', label: 16 } as const;
const STEP = 4;

/** A wearer of a 16 in shirt, whose band stands at a mark. */
const pocketOf = (change: Partial<PocketCoach> = {}): PocketCoach =>
  ({
    ...{ form: 1, shop: 'Larkin Quay Outfitters', unit: 'in', wearer: 'Zora', eventName: '', eventOn: null },
    ...{ endsAt: '2099-01-01T00:00:00.000Z', collar: COLLAR, longEnd: 'left', isHelped: false, tie: TIE },
    fitting: {
      ...{ id: 'f', easeMm: 6.35, step: STEP, leadMm: 44, school: 'true', drawInMm: 0, spreadMm: 120, revision: 1 },
      setMm: TIE.hardware.kind === 'slots' ? TIE.hardware.shortestMm + STEP * TIE.hardware.pitchMm : 0,
    },
    ...change,
  }) as PocketCoach;

describe('a shirt of another size', () => {
  it('moves the set by as much as the necks differ, within the band’s range and no further', () => {
    const subject = subjectOfPocket(pocketOf());
    const sizes = otherSizes(subject);
    expect(sizes.length).toBeGreaterThan(4);
    expect(sizes.map(({ collar }) => collar.label)).not.toContain(16);
    for (const { collar, setting } of sizes) {
      const further = neckPathMm(collar, 6.35, TIE.cloth) - neckPathMm(COLLAR, 6.35, TIE.cloth);
      // the hook takes steps: nearest to what the neck asks
      const pitchMm = TIE.hardware.kind === 'slots' ? TIE.hardware.pitchMm : 0;
      expect(Math.abs(setting.lengthMm - (subject.setMm + further))).toBeLessThanOrEqual(pitchMm / 2 + 0.01);
      expect(setting.step).toBeGreaterThanOrEqual(0);
      expect(setting.step).toBeLessThanOrEqual(lastStep(TIE.hardware));
    }
  });

  it('is offered for no band that is sewn to one length', () => {
    const tie = { ...TIE, hardware: { kind: 'fixed', lengthMm: 880 } as const };
    expect(otherSizes(subjectOfPocket(pocketOf({ tie })))).toEqual([]);
  });
});

describe('what a wearer finds before tying', () => {
  const show = (pocket: PocketCoach): void => {
    render(<SetDetails pocket={pocket} subject={subjectOfPocket(pocket)} linkKey="own" length={inches} />);
  };

  it('says how this band is set, with a picture of it', () => {
    show(pocketOf());
    expect(screen.getByRole('img', { name: /^The back of the band, set at / })).toBeTruthy();
    expect(screen.getByText(/Push the hook flat through .* from the back/)).toBeTruthy();
  });

  it('names the party’s hour and who ties, and the shop’s telephone to be rung with one tap', () => {
    show(
      pocketOf({
        telephone: '+44 1632 960 011',
        party: {
          ...{ name: 'Centenary dinner', place: 'the old hall', zone: 'Europe/London', helper: 'Maud' },
          ...{ tiedBy: '2026-12-05T19:30:00.000Z', beginsAt: '2026-12-05T18:50:00.000Z' },
        },
      }),
    );
    expect(screen.getByText(/all bows are tied by 19:30.*Maud ties yours at 18:50/).textContent).toContain(
      'Centenary dinner, the old hall',
    );
    expect(screen.getByRole('link', { name: '+44 1632 960 011' }).getAttribute('href')).toBe('tel:+441632960011');
  });

  it('leads to the other ties that were opened on this phone, and to none whose link has ended', () => {
    writeStored('easytuck.pocket.coach.own', pocketOf());
    writeStored('easytuck.pocket.coach.other', pocketOf({ tie: { ...TIE, name: 'Quayside check' } }));
    writeStored('easytuck.pocket.coach.ended', pocketOf({ tie: { ...TIE, name: 'Long ago' }, endsAt: '2020-01-01T00:00:00.000Z' }));
    show(pocketOf());
    expect(screen.getByRole('link', { name: 'Quayside check' }).getAttribute('href')).toBe('#other');
    expect(screen.queryByText('Long ago')).toBeNull();
  });
});
