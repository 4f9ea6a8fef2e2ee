/** @jest-environment jsdom */
import { formatLength, prepareTie } from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { ByEye } from './ByEye.tsx';

const WANTED = { front: { loopMm: 62, flatEndMm: 62, slackMm: 0 }, back: { loopMm: 62, flatEndMm: 62, slackMm: 0 } };
const press = (name: RegExp): void => void fireEvent.click(screen.getByRole('button', { name }));
const isPressed = (name: RegExp): string | null => screen.getByRole('button', { name }).getAttribute('aria-pressed');

describe('evening out by eye', () => {
  const done: [string, string][] = [];
  beforeEach(() => {
    done.length = 0;
    render(
      <ByEye
        tie={prepareTie(WORKED_TIE)}
        wanted={WANTED}
        frontLoopSide="right"
        reader="facing"
        isMirror={false}
        knotLayer="unknown"
        length={(mm) => `${mm.toFixed(0)} mm`}
        onDone={(...seen) => done.push(seen)}
      />,
    );
  });

  it('takes back the opposite of what is chosen: a bow cannot be both', () => {
    press(/^The front loop/);
    press(/^The front flat end/);
    expect([isPressed(/^The front loop/), isPressed(/^The front flat end/)]).toEqual(['false', 'true']);
    press(/^The bow leans/);
    expect(isPressed(/^The front flat end/)).toBe('true');
  });

  it('says between which lengths a pull lies, and what to do about each thing that made it worse', () => {
    press(/^The front loop/);
    press(/^Both sides hang down/);
    press(/^Show what to do/);
    // a loop that reaches a little too far: a third of 2 to 8 mm each for two layers
    expect(screen.getByText(/draw the front flat end, .* out by 1 mm to 5 mm/)).toBeTruthy();
    press(/^Worse/);
    expect(screen.getByRole('status').textContent).toMatch(/^Push that flat end back/);
    press(/^Better/);
    expect(screen.getByText(/^Take a loop and a flat end in each hand/)).toBeTruthy();
    press(/^Worse/);
    expect(screen.getByRole('status').textContent).toMatch(/^Turn both sides back, half as far/);
  });

  it('says of a pull that may be next to nothing how long it is at most', () => {
    cleanup();
    render(
      <ByEye
        {...{ tie: prepareTie(WORKED_TIE), wanted: WANTED, frontLoopSide: 'right', reader: 'wearer', isMirror: true, knotLayer: 'back' }}
        length={(mm) => formatLength(mm, 'in')}
        onDone={null}
      />,
    );
    press(/^The front loop/);
    press(/^Show what to do/);
    // 1.3 to 5.3 mm: to an eighth of an inch, nothing to a quarter
    expect(screen.getByText(/out by 1⁄4 in at most\./)).toBeTruthy();
  });

  it('names sides for a helper who faces the wearer, keeps the focus, and is done once under one key', () => {
    press(/^The front flat end, on the wearer’s left \(on your right\)/);
    press(/^Show what to do/);
    expect(document.activeElement).toBe(screen.getByRole('region', { name: 'What to do' }));
    expect(screen.getByText(/of the front loop, on the wearer’s right \(on your left\),/)).toBeTruthy();
    press(/^Better/);
    expect(document.activeElement).toBe(screen.getByRole('region', { name: 'Look again' }));
    press(/^It looks right/);
    expect(screen.queryByRole('button', { name: /^It looks right/ })).toBeNull();
    expect(done).toEqual([[expect.stringContaining('the front flat end'), expect.stringMatching(/^[0-9a-f-]{36}$/)]]);
    expect(document.activeElement).toBe(screen.getByRole('region', { name: 'Look again' }));
  });
});
