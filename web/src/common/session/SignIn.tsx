import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import { canUsePasskeys, signIn, signInByPasskey, takeOver } from '../api/session.ts';
import { fieldErrorsOf } from '../api/request.ts';
import { NotSaved } from '../forms/NotSaved.tsx';
import { useSaving } from '../forms/useSaving.ts';
import { usePageTitle } from '../pageTitle.ts';
import { QUIET } from '../looks.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { leaveSignIn, useStanding } from './sessionStore.ts';

/** Signing in as a page of its own: nothing of the shop is shown beside it. */
export function SignInPage() {
  usePageTitle('Sign in');
  const { session } = useStanding();
  const isAway = session?.state === 'away';
  return (
    <Box sx={{ display: 'grid', justifyItems: 'center', px: 2, py: { xs: 3, md: 8 } }}>
      <Box sx={{ width: 'min(100%, 25rem)' }}>
        <Typography variant="h1" sx={{ mb: 0.5 }}>
          {isAway ? 'Who is at the counter?' : 'Sign in'}
        </Typography>
        <Box sx={{ ...QUIET, mb: 3 }}>
          {isAway ? 'Nothing is shown until somebody takes over.' : 'The shop’s records open to those who work here.'}
        </Box>
        <SignInForm />
      </Box>
    </Box>
  );
}

/** Signing in over what is open: all that is typed below stays as it is. */
export function SignInOver() {
  return (
    <Dialog
      open
      aria-labelledby="sign-in-over"
      transitionDuration={0}
      maxWidth="xs"
      fullWidth
      // what is below may be somebody else's by now
      slotProps={{
        backdrop: { sx: { backgroundColor: `color-mix(in srgb, ${COLOURS.paper} 90%, transparent)`, backdropFilter: 'blur(14px)' } },
      }}
    >
      <Box sx={{ p: { xs: 2, sm: 3 }, backgroundColor: COLOURS.card }}>
        <Box id="sign-in-over" component="h2" sx={{ fontFamily: FIGURES, fontSize: SIZE.large, m: 0, mb: 0.5 }}>
          Sign in to go on
        </Box>
        <Box sx={{ ...QUIET, mb: 2 }}>Your time here has run out. What you typed is kept, and goes on where it stood.</Box>
        <SignInForm more={<Button onClick={leaveSignIn}>Leave it</Button>} />
      </Box>
    </Dialog>
  );
}

/** Name and password, a passkey where the address allows one, or a PIN at a counter that somebody has signed in at today. */
function SignInForm({ more }: { more?: ReactNode }) {
  const { session } = useStanding();
  const hands = session?.hands ?? [];
  const [isByPassword, setByPassword] = useState(false);
  return hands.length > 0 && !isByPassword ? (
    <PinForm hands={hands} more={more} onPassword={() => setByPassword(true)} />
  ) : (
    <PasswordForm more={more} />
  );
}

function PasswordForm({ more }: { more: ReactNode }) {
  const first = useFocus();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const { save, isBusy, failure } = useSaving(() => signIn({ name, password }));
  const passkey = useSaving(signInByPasskey);
  const missing = fieldErrorsOf(failure);
  const errorOf = (path: string): string | undefined => missing.find((each) => each.path === path)?.message;
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <TextField
        label="Your name here"
        inputRef={first}
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={errorOf('name') !== undefined}
        helperText={errorOf('name')}
        slotProps={{ htmlInput: { autoComplete: 'username', name: 'username' } }}
      />
      <TextField
        label="Password"
        type="password"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
        error={errorOf('password') !== undefined}
        helperText={errorOf('password')}
        slotProps={{ htmlInput: { autoComplete: 'current-password', name: 'password' } }}
      />
      {missing.length === 0 && <NotSaved failure={failure} what="signed in" kept="" />}
      <NotSaved failure={passkey.failure === null ? null : new Error(passkeyRefused(passkey.failure))} what="signed in" kept="" />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <Button type="submit" variant="contained" disabled={isBusy}>
          {isBusy ? 'Signing in…' : 'Sign in'}
        </Button>
        {canUsePasskeys() && (
          <Button variant="outlined" disabled={passkey.isBusy} onClick={() => void passkey.save()}>
            With a passkey
          </Button>
        )}
        {more}
      </Box>
    </Box>
  );
}

/** Puts the keyboard where it is wanted: there is nothing else to do here. */
function useFocus(): RefObject<HTMLInputElement | null> {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  return input;
}

/** The device's own words for a passkey that was not given are for programmers. */
const passkeyRefused = (failure: unknown): string =>
  failure instanceof DOMException || (failure instanceof Error && failure.name === 'NotAllowedError')
    ? 'The device gave no passkey.'
    : failure instanceof Error
      ? failure.message
      : 'The device gave no passkey.';

function PinForm({ hands, more, onPassword }: { hands: readonly { id: string; name: string }[]; more: ReactNode; onPassword: () => void }) {
  const [personId, setPersonId] = useState(hands.length === 1 ? (hands[0]?.id ?? null) : null);
  const first = useFocus();
  const [pin, setPin] = useState('');
  const { save, isBusy, failure } = useSaving(async () => {
    if (personId === null) return;
    await takeOver(personId, pin).finally(() => setPin(''));
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Box component="legend" sx={{ p: 0, mb: 0.75, color: 'text.secondary', fontSize: SIZE.label }}>
          Who
        </Box>
        {hands.map(({ id, name }) => (
          <Box
            key={id}
            component="label"
            sx={{
              position: 'relative',
              minHeight: 48,
              px: 2,
              display: 'flex',
              alignItems: 'center',
              border: `1px solid ${COLOURS.thread}`,
              backgroundColor: COLOURS.card,
              cursor: 'pointer',
              fontSize: SIZE.field,
              '&:has(:checked)': { backgroundColor: COLOURS.ink, color: COLOURS.card },
              '&:has(:focus-visible)': { outline: `3px solid ${COLOURS.long}`, outlineOffset: 2 },
              '@media (forced-colors: active)': {
                '&:has(:checked)': { forcedColorAdjust: 'none', backgroundColor: 'Highlight', color: 'HighlightText' },
              },
            }}
          >
            <input
              type="radio"
              name="hands"
              checked={personId === id}
              onChange={() => setPersonId(id)}
              style={{ position: 'absolute', opacity: 0, inset: 0, pointerEvents: 'none' }}
            />
            {name}
          </Box>
        ))}
      </Box>
      <TextField
        label="PIN"
        type="password"
        inputRef={first}
        value={pin}
        onChange={(event) => setPin(event.target.value.replace(/\D/g, '').slice(0, 8))}
        slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off' } }}
      />
      <NotSaved failure={failure} what="taken over" kept="" />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <Button type="submit" variant="contained" disabled={isBusy || personId === null || pin === ''}>
          Take over
        </Button>
        <Button variant="outlined" onClick={onPassword}>
          With a password
        </Button>
        {more}
      </Box>
    </Box>
  );
}
