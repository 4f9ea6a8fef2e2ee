import { clockIn, GROUND_WORDS, type MemberForLead, type PartyByLink } from '@easytuck/contract';
import { formatCollarSize, type Side, type WhoTies } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { PartyKeyApi } from '../../../common/api/parties.ts';
import { fieldErrorsOf } from '../../../common/api/request.ts';
import { Choice } from '../../../common/Choice.tsx';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../../common/looks.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { copyText } from '../../../common/copyText.ts';
import { linkMessage } from '../linkMessage.ts';
import { chanceWords } from '../partyViewModel.ts';
import { CollarSizeField } from './CollarSizeField.tsx';

type LeadView = Extract<PartyByLink, { who: 'lead' }>;
interface LeadProps {
  readonly view: LeadView;
  readonly api: PartyKeyApi;
  readonly onView: (view: PartyByLink) => void;
}

/** From so many hours before the hour on, the list is in the order of the day. */
const DAY_HOURS = 18;

/** The lead’s list: who is on it and what is still needed; on the day also who is tied when. */
export function LeadList({ view, api, onView }: LeadProps) {
  const { members, turns, party } = view;
  const [now] = useState(() => Date.now());
  const isDay = Date.parse(party.sitsAt) - now < DAY_HOURS * 3_600_000;
  const open = members.filter(({ missing }) => missing.length > 0).length;
  const order = new Map(turns.map(({ memberId }, i) => [memberId, i]));
  const inOrder = isDay ? [...members].sort((a, b) => orderOf(a, order) - orderOf(b, order)) : members;
  const done = members.filter((member) => member.isDone).length;
  const need = open === 0 ? 'nothing needed from you' : `${open} still ${open === 1 ? 'needs' : 'need'} something`;
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Box role="status" sx={{ fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560 }}>
        {isDay ? `${done} of ${members.length} tied` : `${members.length} on the list: ${need}`}
        {isDay && (
          <Box sx={{ fontSize: SIZE.text, fontWeight: 400, color: (view.spareMinutes ?? 0) < 0 ? 'error.main' : 'text.secondary' }}>
            {view.spareMinutes !== null && done < members.length && `${spareWords(view.spareMinutes, view.ready)}. `}
            {open > 0 && `${need}.`}
          </Box>
        )}
      </Box>
      {members.length > 0 && <CopyAllLinks view={view} api={api} />}
      <AddName api={api} onView={onView} />
      <Box component="ul" aria-label="The list" sx={RULED_LIST}>
        {inOrder.map((member) => (
          <OneMember key={member.id} member={member} view={view} api={api} onView={onView} isDay={isDay} />
        ))}
      </Box>
    </Box>
  );
}

const spareWords = (spareMinutes: number, ready: number | null): string =>
  `${spareMinutes < 0 ? `Too late by ${Math.round(-spareMinutes)} min` : `${Math.round(spareMinutes)} min to spare`}${ready === null ? '' : `; everyone on time: ${chanceWords(ready)}`}`;

/** The next turn first; people whose bow is tied come last. */
const orderOf = (member: MemberForLead, order: ReadonlyMap<string, number>): number =>
  member.isDone ? 10_000 : (order.get(member.id) ?? 5_000);

/** One message with everybody’s own link, so that the lead pastes once instead of once a person. */
function CopyAllLinks({ view: { members, party }, api }: Pick<LeadProps, 'view' | 'api'>) {
  const [text, setText] = useState('');
  const copy = useSaving(async () => {
    const links = await api.giveOn(members.map(({ id }) => ({ id: uuid(), memberId: id })));
    const message = linkMessage(party, links, (memberId) => members.find(({ id }) => id === memberId)?.name ?? '');
    setText(message);
    copyText(message, 'The message with everybody’s link');
  });
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      <Box sx={QUIET}>Everybody can send their own size by their link. Or enter what they tell you.</Box>
      <Button variant="contained" disabled={copy.isBusy} onClick={() => void copy.save()}>
        {copy.isBusy ? 'Making the links…' : 'Copy one message with everybody’s link'}
      </Button>
      <NotSaved failure={copy.failure} what="copied" kept="" />
      {text !== '' && (
        <TextField multiline maxRows={8} fullWidth label="The message" value={text} slotProps={{ input: { readOnly: true } }} />
      )}
    </Box>
  );
}

function AddName({ api, onView }: Omit<LeadProps, 'view'>) {
  const [name, setName] = useState('');
  const [id, setId] = useState(() => uuid());
  const field = useRef<HTMLInputElement>(null);
  const add = useSaving(async () => {
    onView(await api.add(id, name.trim()));
    setId(uuid());
    setName('');
    field.current?.focus();
  });
  const refused = fieldErrorsOf(add.failure)[0]?.message;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') void add.save();
      }}
      sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', flexWrap: 'wrap' }}
    >
      <TextField
        label="Add a person"
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={refused !== undefined}
        helperText={refused}
        inputRef={field}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <Button type="submit" variant="outlined" disabled={add.isBusy}>
        Add
      </Button>
      <NotSaved failure={refused === undefined ? add.failure : null} />
    </Box>
  );
}

function OneMember({ member, view, api, onView, isDay }: LeadProps & { member: MemberForLead; isDay: boolean }) {
  const [isOpen, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const tick = useSaving(async () => onView(await api.onTheDay(member.id, { isDone: !member.isDone })));
  const turn = view.turns.find(({ memberId }) => memberId === member.id);
  const by = turn ? (turn.by === null ? 'ties their own' : `tied by ${turn.by}`) : '';
  const size = member.collar ? formatCollarSize(member.collar) : '';
  const known = [size === '' ? '' : `${size}${member.ground === null ? '' : `, ${GROUND_WORDS[member.ground]}`}`, isDay ? by : ''];
  const needs = member.missing.join(', ');
  return (
    <Box component="li" sx={RULED_LINE}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, py: 0.5 }}>
        {isDay && turn && !member.isDone && (
          <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.head, fontWeight: 560 }}>
            {clockIn(view.party.zone, turn.beginsAt)}
          </Box>
        )}
        <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
          <Box sx={{ fontSize: SIZE.clear, fontWeight: 560 }}>{member.name}</Box>
          <Box sx={QUIET_ASIDE}>
            {member.isDone ? 'tied' : known.filter((words) => words !== '').join('; ')}
            {needs !== '' && !member.isDone && (
              <Box component="span" sx={{ color: 'error.main', display: 'block' }}>
                {needs}
              </Box>
            )}
            {needs === '' && !isDay && size === '' && 'nothing needed'}
          </Box>
        </Box>
        {!member.isDone && (
          <Button
            ref={button}
            aria-expanded={isOpen}
            aria-label={isOpen ? `Close ${member.name}` : `Size or link of ${member.name}`}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? 'Close' : 'Size or link'}
          </Button>
        )}
        {isDay && (
          <Checkbox
            checked={member.isDone}
            disabled={tick.isBusy}
            onChange={() => void tick.save()}
            slotProps={{ input: { 'aria-label': `${member.name}: tied` } }}
            sx={{ '& .MuiSvgIcon-root': { fontSize: '2.1rem' } }}
          />
        )}
      </Box>
      <NotSaved failure={tick.failure} what="ticked" kept="" />
      {isOpen && !member.isDone && (
        <ForMember
          member={member}
          api={api}
          onView={onView}
          onDone={() => {
            setOpen(false);
            button.current?.focus();
          }}
        />
      )}
    </Box>
  );
}

/** What the lead does for a member: copies their link, or enters the size, the hand and who ties. */
function ForMember({
  member,
  api,
  onView,
  onDone,
}: {
  member: MemberForLead;
  api: PartyKeyApi;
  onView: (view: PartyByLink) => void;
  onDone: () => void;
}) {
  const [collar, setCollar] = useState(member.collar?.text ?? '');
  const [longEnd, setLongEnd] = useState<Side | ''>(member.longEnd ?? '');
  const [whoTies, setWhoTies] = useState<WhoTies | ''>(member.whoTies ?? '');
  const [address, setAddress] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const link = useSaving(async () => {
    const [made] = await api.giveOn([{ id: uuid(), memberId: member.id }]);
    if (!made) return;
    setAddress(made.address);
    copyText(made.address, `The link for ${member.name}`);
  });
  const enter = useSaving(async () => {
    try {
      onView(
        await api.enterFor(member.id, {
          collar: collar.trim() === '' ? null : collar,
          longEnd: longEnd === '' ? null : longEnd,
          whoTies: whoTies === '' ? null : whoTies,
        }),
      );
    } catch (error) {
      field.current?.focus();
      throw error;
    }
    onDone();
  });
  const refused = fieldErrorsOf(enter.failure)[0]?.message;
  return (
    <Box sx={{ display: 'grid', gap: 2, p: 1.5, mb: 1.5, border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.card }}>
      <Box
        component="form"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void enter.save();
        }}
        sx={{ display: 'grid', gap: 1.5, justifyItems: 'start' }}
      >
        <CollarSizeField
          label="Collar size they told you"
          value={collar}
          onChange={(text) => {
            setCollar(text);
            enter.forget();
          }}
          error={refused}
          hint="e.g. 15 1/2 or 39 cm"
          inputRef={field}
        />
        <Choice<Side | ''>
          label="Their long end starts on their own"
          value={longEnd}
          onChange={setLongEnd}
          options={[
            { value: 'left', text: 'left' },
            { value: 'right', text: 'right' },
          ]}
        />
        <Choice<WhoTies | ''>
          label="On the day"
          value={whoTies}
          onChange={setWhoTies}
          options={[
            { value: 'self', text: 'ties it themselves' },
            { value: 'ask', text: 'is learning' },
            { value: 'helper', text: 'a helper ties it' },
          ]}
        />
        <Button type="submit" variant="contained" disabled={enter.isBusy}>
          Save
        </Button>
        <NotSaved failure={refused === undefined ? enter.failure : null} />
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="outlined" disabled={link.isBusy} onClick={() => void link.save()}>
          Copy their link
        </Button>
        {address !== '' && <Box sx={{ overflowWrap: 'anywhere', fontSize: SIZE.aside }}>{address}</Box>}
      </Box>
      <NotSaved failure={link.failure} what="copied" kept="" />
    </Box>
  );
}
