import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import dayjs from 'dayjs';
import { useState } from 'react';
import useSWR from 'swr';
import {
  addPasskey,
  canUsePasskeys,
  changePassword,
  changePin,
  dropPasskey,
  passkeysKey,
  readPasskeys,
  signOutEverywhere,
} from '../../common/api/session.ts';
import { fieldErrorsOf } from '../../common/api/request.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { NeedsPassword } from '../../common/session/NeedsPassword.tsx';
import { useNeedsPassword, usePerson } from '../../common/session/sessionStore.ts';
import { PasswordField } from './PeoplePage.tsx';

/** One's own password, PIN and passkeys. */
export function OwnPage() {
  const person = usePerson();
  const needsPassword = useNeedsPassword('own.change');
  if (person === null)
    return (
      <Page title="Password, PIN, passkeys">
        <Face title="Nobody is signed in">This shop is open to everybody at its computer, so there is no password to change.</Face>
      </Page>
    );
  return (
    <Page
      title={person.name}
      name="Password, PIN, passkeys"
      actions={
        <Button
          variant="outlined"
          onClick={() => {
            signOutEverywhere().catch(() => notify('Not done. The shop’s server does not answer.'));
          }}
        >
          Sign out everywhere
        </Button>
      }
    >
      {needsPassword ? (
        <NeedsPassword />
      ) : (
        <Box sx={{ display: 'grid', gap: { xs: 4, md: 6 }, gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 18.75rem), 1fr))' }}>
          <Section title="Password">
            <OwnPassword />
          </Section>
          <Section title="PIN">
            <OwnPin />
          </Section>
          <Section title="Passkeys">
            <Passkeys />
          </Section>
        </Box>
      )}
    </Page>
  );
}

function OwnPassword() {
  const [current, setCurrent] = useState('');
  const [next, setNext] = useState('');
  const { save, isBusy, failure } = useSaving(async () => {
    await changePassword(current, next);
    setCurrent('');
    setNext('');
    notify('Your password is changed. Elsewhere you are signed out.');
  });
  return (
    <Fields onSave={() => void save()} isBusy={isBusy} failure={failure} text="Change password">
      <Current label="Password so far" value={current} onChange={setCurrent} failure={failure} field="current" />
      <PasswordField label="New password" value={next} onChange={setNext} failure={failure} field="next" />
    </Fields>
  );
}

function OwnPin() {
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const set = useSaving(async (isWanted: boolean) => {
    await changePin(password, isWanted ? pin : null);
    setPassword('');
    setPin('');
    notify(isWanted ? 'Your PIN is set.' : 'Your PIN is gone.');
  });
  const pinError = fieldErrorsOf(set.failure).find(({ path }) => path === 'pin');
  return (
    <>
      <Box sx={{ ...QUIET, mb: 2 }}>
        Six to eight digits, to take over a counter at which somebody has signed in with a password that day.
      </Box>
      <Fields onSave={() => void set.save(true)} isBusy={set.isBusy} failure={set.failure} text="Set PIN">
        <Current label="Your password" value={password} onChange={setPassword} failure={set.failure} field="password" />
        <TextField
          label="PIN"
          type="password"
          value={pin}
          onChange={(event) => setPin(event.target.value.replace(/\D/g, '').slice(0, 8))}
          error={pinError !== undefined}
          helperText={pinError?.message ?? ' '}
          slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off' } }}
        />
      </Fields>
      <Button disabled={set.isBusy || password === ''} onClick={() => void set.save(false)} sx={{ mt: 1 }}>
        Do without a PIN
      </Button>
    </>
  );
}

function Current({
  label,
  value,
  onChange,
  failure,
  field,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  failure: unknown;
  field: string;
}) {
  const error = fieldErrorsOf(failure).find(({ path }) => path === field);
  return (
    <TextField
      label={label}
      type="password"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      error={error !== undefined}
      helperText={error?.message ?? ' '}
      slotProps={{ htmlInput: { autoComplete: 'current-password' } }}
    />
  );
}

function Fields({
  onSave,
  isBusy,
  failure,
  text,
  children,
}: {
  onSave: () => void;
  isBusy: boolean;
  failure: unknown;
  text: string;
  children: React.ReactNode;
}) {
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        onSave();
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      {children}
      <NotSaved failure={fieldErrorsOf(failure).length > 0 ? null : failure} what="changed" />
      <Button type="submit" variant="contained" disabled={isBusy} sx={{ justifySelf: 'start' }}>
        {text}
      </Button>
    </Box>
  );
}

function Passkeys() {
  const reading = useSWR(passkeysKey, readPasskeys);
  const [name, setName] = useState('');
  const add = useSaving(async () => {
    await addPasskey(name);
    setName('');
    notify('The passkey is set up.');
  });
  const drop = useSaving(dropPasskey);
  return (
    <>
      <Box sx={{ ...QUIET, mb: 2 }}>
        {canUsePasskeys()
          ? 'Sign in by the lock of your telephone or of this machine. Nothing is typed, and nothing can be read off.'
          : 'Passkeys work where the shop is opened over https, or on this machine as localhost.'}
      </Box>
      <Loaded reading={reading}>
        {(passkeys) => (
          <Box component="ul" sx={{ ...RULED_LIST, borderTop: passkeys.length === 0 ? 0 : undefined, mb: 2 }}>
            {passkeys.map((passkey) => (
              <Box component="li" key={passkey.id} sx={{ ...RULED_LINE, display: 'flex', alignItems: 'center', gap: 1.5, py: 0.75 }}>
                <Box sx={{ flex: 1, minWidth: 0 }}>
                  {passkey.name}
                  <Box sx={QUIET_ASIDE}>
                    {passkey.usedAt === null ? 'not used yet' : `last used ${dayjs(passkey.usedAt).format('D MMM YYYY, HH:mm')}`}
                  </Box>
                </Box>
                <Button disabled={drop.isBusy} onClick={() => void drop.save(passkey.id)} aria-label={`Remove ${passkey.name}`}>
                  Remove
                </Button>
              </Box>
            ))}
          </Box>
        )}
      </Loaded>
      <NotSaved failure={drop.failure} what="removed" kept="" />
      {canUsePasskeys() && (
        <Fields onSave={() => void add.save()} isBusy={add.isBusy} failure={add.failure} text="Set up a passkey">
          <TextField
            label="Call it"
            placeholder="my telephone"
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={fieldErrorsOf(add.failure).length > 0}
            helperText={fieldErrorsOf(add.failure)[0]?.message ?? ' '}
          />
        </Fields>
      )}
    </>
  );
}
