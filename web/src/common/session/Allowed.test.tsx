/** @jest-environment jsdom */
import type { Session } from '@easytuck/contract';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { ThemeProvider } from '@mui/material/styles';
import { fireEvent, render, screen } from '@testing-library/react';
import { theme } from '../../theme.ts';
import { Choice } from '../Choice.tsx';
import { FieldsOf } from './Allowed.tsx';
import { setSession } from './sessionStore.ts';

/** How much of a list, a text and a choice somebody of this role can change. */
function changeableBy(role: NonNullable<Session['person']>['role']): readonly [list: boolean, text: boolean, choice: boolean] {
  const person = { id: '01890000-0000-7000-8000-000000000001', name: 'Bram Ilves', role };
  setSession({ state: 'in', person, by: 'password', token: 'of-bram', endsAt: null, hands: [], shop: '' });
  const { unmount } = render(
    <ThemeProvider theme={theme}>
      <FieldsOf what="wearers.change">
        <TextField select label="Hands" value="sure">
          <MenuItem value="sure">ties with ease</MenuItem>
        </TextField>
        <TextField label="Name" />
        <Choice label="Long end" value="left" options={[{ value: 'left', text: 'left' }]} onChange={() => undefined} />
      </FieldsOf>
    </ThemeProvider>,
  );
  fireEvent.mouseDown(screen.getByRole('combobox'));
  const changeable = [
    screen.queryByRole('listbox') !== null,
    !screen.getByLabelText<HTMLInputElement>('Name').readOnly,
    !screen.getByRole<HTMLInputElement>('radio', { hidden: true }).disabled,
  ] as const;
  unmount();
  return changeable;
}

it('fields of a record are read by a reader, not changed: lists do not open, texts and choices stay', () => {
  expect(changeableBy('fitter')).toEqual([true, true, true]);
  expect(changeableBy('reader')).toEqual([false, false, false]);
});
