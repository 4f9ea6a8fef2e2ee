import { ROLE_WORDS, ROLES, SHORTEST_PASSWORD, type Person, type Role } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { addPerson, changePerson, resetPassword, usePeople } from '../../common/api/people.ts';
import { fieldErrorsOf } from '../../common/api/request.ts';
import { setUpOwner } from '../../common/api/session.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { NeedsPassword } from '../../common/session/NeedsPassword.tsx';
import { useNeedsPassword, useStanding } from '../../common/session/sessionStore.ts';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { SIZE } from '../../theme.ts';

/** Who works here, and what each may do; where nobody is set up, the first owner. */
export function PeoplePage() {
  const { session } = useStanding();
  const needsPassword = useNeedsPassword('people.manage');
  if (session?.state === 'open')
    return (
      <Page title="Who works here">
        <SetUp />
      </Page>
    );
  return (
    <Page
      title="Who works here"
      actions={
        <Button variant="outlined" component={Link} to="/people/deeds">
          Who did what
        </Button>
      }
    >
      <OnlyFor what="people.manage" does="manages who works here">
        {needsPassword ? <NeedsPassword /> : <Everybody />}
      </OnlyFor>
    </Page>
  );
}

/** The first owner. From then on the shop opens to those who sign in. */
function SetUp() {
  const [id] = useState(() => uuid());
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const { save, isBusy, failure } = useSaving(async () => {
    await setUpOwner({ id, name, password });
    notify(`${name} is set up, and signed in.`);
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      sx={{ display: 'grid', gap: 2, maxWidth: '28.75rem' }}
    >
      <Alert severity="info">
        Nobody is set up, so the counter is open to whoever sits at this machine, and to nobody else. Once an owner is set up, everybody who
        works here signs in.
      </Alert>
      <TextField
        label="Owner’s name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        {...errorFor(failure, 'name', 'as it stands on what you fit')}
        slotProps={{ htmlInput: { autoComplete: 'username' } }}
      />
      <PasswordField label="Password" value={password} onChange={setPassword} failure={failure} field="password" />
      <NotSaved failure={fieldErrorsOf(failure).length > 0 ? null : failure} what="set up" />
      <Button type="submit" variant="contained" disabled={isBusy} sx={{ justifySelf: 'start' }}>
        Set up the owner
      </Button>
    </Box>
  );
}

/** What is wrong with a field, or what to say below it. */
function errorFor(failure: unknown, field: string, hint = ' '): { error: boolean; helperText: string } {
  const found = fieldErrorsOf(failure).find(({ path }) => path === field);
  return { error: found !== undefined, helperText: found?.message ?? hint };
}

/** A password to be set. */
export function PasswordField({
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
  return (
    <TextField
      label={label}
      type="password"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      {...errorFor(failure, field, `${SHORTEST_PASSWORD} characters or more; four words that do not belong together are good`)}
      slotProps={{ htmlInput: { autoComplete: 'new-password' } }}
    />
  );
}

function Everybody() {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 4, md: 6 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(18.75rem, 25rem)' },
      }}
    >
      <Section title="People">
        <Loaded reading={usePeople()}>
          {(people) => (
            <Box component="ul" sx={RULED_LIST}>
              {people.map((person) => (
                <OnePerson key={person.id} person={person} />
              ))}
            </Box>
          )}
        </Loaded>
      </Section>
      <Section title="Somebody new">
        <NewPersonForm />
      </Section>
    </Box>
  );
}

function OnePerson({ person }: { person: Person }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Box component="li" sx={{ ...RULED_LINE, py: 1.25 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
        <Box sx={{ flex: '1 1 12rem', minWidth: 0 }}>
          <Box sx={{ fontSize: SIZE.field, color: person.leftAt === null ? 'text.primary' : 'text.secondary' }}>{person.name}</Box>
          <Box sx={QUIET_ASIDE}>
            {ROLE_WORDS[person.role].name}
            {person.leftAt !== null && `, left ${dayjs(person.leftAt).format('D MMM YYYY')}`}
            {person.leftAt === null && person.hasPin && ', has a PIN'}
            {person.passkeys > 0 && `, ${person.passkeys === 1 ? 'a passkey' : `${person.passkeys} passkeys`}`}
            {person.seenAt !== null && `; last signed in ${dayjs(person.seenAt).format('D MMM YYYY, HH:mm')}`}
          </Box>
        </Box>
        <Button variant="outlined" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Close' : 'Change'}
        </Button>
      </Box>
      {isOpen && <ChangePerson key={person.version} person={person} onDone={() => setOpen(false)} />}
    </Box>
  );
}

function ChangePerson({ person, onDone }: { person: Person; onDone: () => void }) {
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState<Role>(person.role);
  const [password, setPassword] = useState('');
  const change = useSaving(async (hasLeft: boolean) => {
    await changePerson(person.id, { name, role, hasLeft, version: person.version });
    notify(hasLeft ? `${name} no longer works here.` : `${name} is saved.`);
    onDone();
  });
  const reset = useSaving(async () => {
    await resetPassword(person.id, password, person.version);
    notify(`${person.name} has a new password, no PIN, and is signed out everywhere.`);
    onDone();
  });
  return (
    <Box sx={{ display: 'grid', gap: 2, pt: 2, maxWidth: '28.75rem' }}>
      <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} {...errorFor(change.failure, 'name')} />
      <RoleField role={role} onChange={setRole} />
      <NotSaved failure={fieldErrorsOf(change.failure).length > 0 ? null : change.failure} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <Button variant="contained" disabled={change.isBusy} onClick={() => void change.save(person.leftAt !== null)}>
          Save
        </Button>
        <Button variant="outlined" disabled={change.isBusy} onClick={() => void change.save(person.leftAt === null)}>
          {person.leftAt === null ? 'No longer works here' : 'Works here again'}
        </Button>
      </Box>
      <PasswordField label="New password for them" value={password} onChange={setPassword} failure={reset.failure} field="password" />
      <NotSaved failure={fieldErrorsOf(reset.failure).length > 0 ? null : reset.failure} />
      <Button variant="outlined" disabled={reset.isBusy || password === ''} onClick={() => void reset.save()} sx={{ justifySelf: 'start' }}>
        Set password
      </Button>
    </Box>
  );
}

function RoleField({ role, onChange }: { role: Role; onChange: (role: Role) => void }) {
  return (
    <TextField
      select
      label="What they do here"
      value={role}
      onChange={(event) => onChange(event.target.value as Role)}
      helperText={`May: ${ROLE_WORDS[role].may}`}
    >
      {ROLES.map((each) => (
        <MenuItem key={each} value={each}>
          {ROLE_WORDS[each].name}
        </MenuItem>
      ))}
    </TextField>
  );
}

function NewPersonForm() {
  const [id, setId] = useState(() => uuid());
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('fitter');
  const [password, setPassword] = useState('');
  const { save, isBusy, failure } = useSaving(async () => {
    const saved = await addPerson({ id, name, role, password });
    notify(`${saved.name} is set up.`);
    setId(uuid());
    setName('');
    setPassword('');
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
      <TextField
        label="Their name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        {...errorFor(failure, 'name')}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <RoleField role={role} onChange={setRole} />
      <PasswordField label="First password" value={password} onChange={setPassword} failure={failure} field="password" />
      <Box sx={QUIET}>Tell it to them; they change it under their own name, above on the right.</Box>
      <NotSaved failure={fieldErrorsOf(failure).length > 0 ? null : failure} />
      <Button type="submit" variant="contained" disabled={isBusy} sx={{ justifySelf: 'start' }}>
        Set them up
      </Button>
    </Box>
  );
}
