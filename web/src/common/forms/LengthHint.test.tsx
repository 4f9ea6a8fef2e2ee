/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import { UnitProvider, useUnits } from '../UnitProvider.tsx';
import { LengthHint } from './LengthHint.tsx';

/** A field for a length with its hint, and the switch of units. */
function Field({ text }: { text: string }) {
  const { control } = useForm<{ neck: string }>({ values: { neck: text } });
  const { unit, setUnit } = useUnits();
  return (
    <>
      <button type="button" onClick={() => setUnit(unit === 'in' ? 'cm' : 'in')}>
        the other unit
      </button>
      <p role="status">
        <LengthHint control={control} name="neck" hint="tape flat" />
      </p>
    </>
  );
}
const shown = (): string => screen.getByRole('status').textContent;

describe('the hint below a length', () => {
  it('says what it comes to where it is written in the unit that is not switched on, and follows the switch', () => {
    render(
      <UnitProvider>
        <Field text="394 mm" />
      </UnitProvider>,
    );
    // a shop starts in inches: 394 mm are 15½ in
    expect(shown()).toMatch(/^= 15.*in; tape flat$/);
    act(() => screen.getByRole('button').click());
    expect(shown()).toBe('tape flat');
  });

  it('says nothing of what cannot be read yet', () => {
    render(
      <UnitProvider>
        <Field text="394 m" />
      </UnitProvider>,
    );
    expect(shown()).toBe('tape flat');
  });
});
