import { RIGHTS, ROLE_WORDS, type Action } from '@easytuck/contract';
import { ThemeProvider, type Theme } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { Face } from '../faces/Face.tsx';
import { ReadOnly } from './readOnly.ts';
import { useMay, usePerson } from './sessionStore.ts';

const readOnly = (theme: Theme): Theme => ({
  ...theme,
  components: { ...theme.components, MuiInputBase: { ...theme.components?.MuiInputBase, defaultProps: { readOnly: true } } },
});

/** Fields that everybody may read: people who may not change them cannot type in them. */
export function FieldsOf({ what, children }: { what: Action; children: ReactNode }) {
  if (useMay()(what)) return <>{children}</>;
  return (
    <ReadOnly value={true}>
      <ThemeProvider theme={readOnly}>{children}</ThemeProvider>
    </ReadOnly>
  );
}

/** Who does something here, as a sentence: "Only an owner or a fitter does this." */
export const whoMay = (what: Action, does: string): string =>
  `Only ${RIGHTS[what].map((role) => `${role === 'owner' ? 'an' : 'a'} ${ROLE_WORDS[role].name.toLowerCase()}`).join(' or ')} ${does}.`;

/** A page, or part of one, that is useful only to people who may do something; anybody else reads who does it. */
export function OnlyFor({ what, does, children }: { what: Action; does: string; children: ReactNode }) {
  const person = usePerson();
  if (useMay()(what)) return <>{children}</>;
  return (
    <Face title="This is not part of your work here">
      {whoMay(what, does)} {person !== null && `You are signed in as ${ROLE_WORDS[person.role].name.toLowerCase()}.`}
    </Face>
  );
}
