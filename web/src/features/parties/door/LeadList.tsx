import { clockIn, type GivenPartyLink, type MemberForLead, type PartyByLink } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { PartyKeyApi } from '../../../common/api/parties.ts';
import { fieldErrorsOf } from '../../../common/api/request.ts';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../../common/looks.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { copyText } from '../copyText.ts';
import { chanceWords } from '../partyViewModel.ts';

type ToldLead = Extract<PartyByLink, { who: 'lead' }>;
interface LeadProps {
  readonly told: ToldLead;
  readonly api: PartyKeyApi;
  readonly onTold: (told: PartyByLink) => void;
}

/** On this day, and from so many hours before the hour, the list is the run sheet. */
const DAY_HOURS = 18;

/** The lead’s list: who is on it, what is missing, and on the day who is tied when. */
export function LeadList({ told, api, onTold }: LeadProps) {
  const { members, turns, party } = told;
  const [now] = useState(() => Date.now());
  const isDay = Date.parse(party.sitsAt) - now < DAY_HOURS * 3_600_000;
  const open = members.filter(({ missing }) => missing.length > 0);
  const places = new Map(turns.map(({ memberId }, i) => [memberId, i]));
  const inOrder = isDay ? [...members].sort((a, b) => placeOf(a, places) - placeOf(b, places)) : members;
  const done = members.filter((member) => member.isDone).length;
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Box role="status" sx={{ fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560 }}>
        {isDay
          ? `${done} of ${members.length} ${done === 1 ? 'sits' : 'sit'}`
          : open.length === 0
            ? `${members.length} on the list, nothing missing from you`
            : `${members.length} on the list, something missing of ${open.length}`}
        {isDay && told.spareMinutes !== null && done < members.length && (
          <Box sx={{ fontSize: SIZE.text, fontWeight: 400, color: told.spareMinutes < 0 ? 'error.main' : 'text.secondary' }}>
            {told.spareMinutes < 0 ? `too late by ${Math.round(-told.spareMinutes)} min` : `${Math.round(told.spareMinutes)} min to spare`}
            {told.ready !== null && `, all in time ${chanceWords(told.ready)}`}
          </Box>
        )}
      </Box>
      {!isDay && <Box sx={QUIET}>Pass each their own link, and they enter their size themselves; or enter what they tell you.</Box>}
      <AddName api={api} onTold={onTold} />
      <Box component="ul" aria-label="The list" sx={RULED_LIST}>
        {inOrder.map((member) => (
          <OneMember key={member.id} member={member} told={told} api={api} onTold={onTold} isDay={isDay} />
        ))}
      </Box>
    </Box>
  );
}

/** Those whose turn is next come first; whose bow sits, last. */
const placeOf = (member: MemberForLead, places: ReadonlyMap<string, number>): number =>
  member.isDone ? 10_000 : (places.get(member.id) ?? 5_000);

function AddName({ api, onTold }: { api: PartyKeyApi; onTold: (told: PartyByLink) => void }) {
  const [name, setName] = useState('');
  const [id, setId] = useState(() => uuid());
  const add = useSaving(async () => {
    onTold(await api.add(id, name.trim()));
    setId(uuid());
    setName('');
  });
  const refused = fieldErrorsOf(add.failure)[0]?.message;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') void add.save();
      }}
      sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end' }}
    >
      <TextField
        label="Put a name on the list"
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={refused !== undefined}
        helperText={refused}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <Button type="submit" variant="outlined" disabled={add.isBusy || name.trim() === ''}>
        Enter
      </Button>
      <NotSaved failure={refused === undefined ? add.failure : null} />
    </Box>
  );
}

function OneMember({ member, told, api, onTold, isDay }: LeadProps & { member: MemberForLead; isDay: boolean }) {
  const [isOpen, setOpen] = useState(false);
  const tick = useSaving(async () => onTold(await api.onTheDay(member.id, { isDone: !member.isDone })));
  const turn = told.turns.find(({ memberId }) => memberId === member.id);
  const by = turn ? (turn.by === null ? 'ties alone' : `by ${turn.by}`) : '';
  return (
    <Box component="li" sx={RULED_LINE}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, py: 0.5 }}>
        {isDay && turn && !member.isDone && (
          <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.head, fontWeight: 560 }}>
            {clockIn(told.party.zone, turn.beginsAt)}
          </Box>
        )}
        <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
          <Box sx={{ fontSize: SIZE.clear, fontWeight: 560 }}>{member.name}</Box>
          <Box sx={{ ...QUIET_ASIDE, ...(member.missing.length > 0 && !isDay ? { color: 'error.main' } : {}) }}>
            {isDay
              ? member.isDone
                ? 'the bow sits'
                : by
              : member.missing.length > 0
                ? member.missing.join(', ')
                : `all known${member.collar ? `, ${formatCollarSize(member.collar)}` : ''}`}
          </Box>
        </Box>
        {isDay ? (
          <Checkbox
            checked={member.isDone}
            disabled={tick.isBusy}
            onChange={() => void tick.save()}
            slotProps={{ input: { 'aria-label': `The bow of ${member.name} sits` } }}
            sx={{ '& .MuiSvgIcon-root': { fontSize: '2.1rem' } }}
          />
        ) : (
          <Button
            aria-expanded={isOpen}
            aria-label={isOpen ? `Close ${member.name}` : `Link or size of ${member.name}`}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? 'Close' : 'Link or size'}
          </Button>
        )}
      </Box>
      <NotSaved failure={tick.failure} what="ticked" kept="" />
      {isOpen && !isDay && <ForMember member={member} api={api} onTold={onTold} onDone={() => setOpen(false)} />}
    </Box>
  );
}

/** What the lead does for a member: their link passed on, or a size entered that was told. */
function ForMember({
  member,
  api,
  onTold,
  onDone,
}: {
  member: MemberForLead;
  api: PartyKeyApi;
  onTold: (told: PartyByLink) => void;
  onDone: () => void;
}) {
  const [collar, setCollar] = useState(member.collar?.text ?? '');
  const [linkId, setLinkId] = useState(() => uuid());
  const [given, setGiven] = useState<GivenPartyLink | null>(null);
  const link = useSaving(async () => {
    const next = await api.giveOn(member.id, linkId);
    setLinkId(uuid());
    setGiven(next);
    copyText(next.address, `The link for ${member.name}`);
  });
  const enter = useSaving(async () => {
    onTold(await api.enterFor(member.id, { collar }));
    onDone();
  });
  const refused = fieldErrorsOf(enter.failure)[0]?.message;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, p: 1.5, mb: 1.5, border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.card }}>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="contained" disabled={link.isBusy} onClick={() => void link.save()}>
          Copy their link
        </Button>
        {given && <Box sx={{ overflowWrap: 'anywhere', fontSize: SIZE.aside }}>{given.address}</Box>}
      </Box>
      <NotSaved failure={link.failure} what="given" kept="" />
      <Box
        component="form"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void enter.save();
        }}
        sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', flexWrap: 'wrap' }}
      >
        <TextField
          label="Collar size they told you"
          value={collar}
          onChange={(event) => setCollar(event.target.value)}
          error={refused !== undefined}
          helperText={refused ?? 'as 15 1/2 or 39 cm'}
          sx={{ flex: '1 1 12rem', maxWidth: '18rem' }}
          slotProps={{ htmlInput: { autoComplete: 'off' } }}
        />
        <Button type="submit" variant="outlined" disabled={enter.isBusy}>
          Enter it
        </Button>
      </Box>
      <NotSaved failure={refused === undefined ? enter.failure : null} />
    </Box>
  );
}
