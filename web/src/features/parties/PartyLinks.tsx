import type { GivenPartyLink, PartyLink, PartyPage } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import dayjs from 'dayjs';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { givePartyLink, givePartyLinks, usePartyLinks, withdrawPartyLink } from '../../common/api/parties.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { LinkCode } from '../../common/LinkCode.tsx';
import { QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { Section } from '../../common/Section.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { COLOURS } from '../../theme.ts';
import { copyText } from '../../common/copyText.ts';
import { linkMessage } from './linkMessage.ts';

const SHOWN_LINKS = 4;

/** Links to the party: one for its lead, one for each member. They are made here, shown as a code, copied and withdrawn. */
export function PartyLinks({ page: { party, members } }: { page: PartyPage }) {
  const may = useMay();
  const links = usePartyLinks(party.id);
  const [whose, setWhose] = useState('');
  const [given, setGiven] = useState<GivenPartyLink | null>(null);
  const [nextId, setNextId] = useState(() => uuid());
  const [isAll, setAll] = useState(false);
  const nameOf = (memberId: string | null): string =>
    memberId === null
      ? party.leadName === ''
        ? 'the lead'
        : party.leadName
      : (members.find(({ id }) => id === memberId)?.name ?? 'somebody no longer on the list');
  const give = useSaving(async () => {
    setGiven(await givePartyLink(party.id, nextId, whose === '' ? null : whose));
    setNextId(uuid());
    notify(`Link made for ${nameOf(whose === '' ? null : whose)}.`);
  });
  const [message, setMessage] = useState('');
  const copyAll = useSaving(async () => {
    const made = await givePartyLinks(
      party.id,
      members.map(({ id }) => ({ id: uuid(), memberId: id })),
    );
    const text = linkMessage(party, made, nameOf);
    setMessage(text);
    copyText(text, 'The message with everybody’s link');
  });
  const all = links.data ?? [];
  return (
    <Section title="Links">
      <Box sx={{ ...QUIET_ASIDE, mb: 1 }}>
        The lead’s link opens this list: who is on it, whose size is missing, and ticking off on the day. A member’s link opens only their
        own entry.
      </Box>
      {may('links.give') && party.calledOffAt === null && (
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', flexWrap: 'wrap' }}>
          <TextField
            select
            label="For"
            value={whose}
            onChange={(event) => setWhose(event.target.value)}
            sx={{ flex: '1 1 10rem' }}
            slotProps={{ select: { displayEmpty: true } }}
          >
            <MenuItem value="">{nameOf(null)}</MenuItem>
            {members.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <Button variant="outlined" disabled={give.isBusy} onClick={() => void give.save()}>
            Make a link
          </Button>
          {members.length > 0 && (
            <Button variant="outlined" disabled={copyAll.isBusy} onClick={() => void copyAll.save()}>
              {copyAll.isBusy ? 'Making the links…' : 'Copy one message with everybody’s link'}
            </Button>
          )}
        </Box>
      )}
      <NotSaved failure={copyAll.failure} what="copied" kept="" sx={{ mt: 1 }} />
      {message !== '' && (
        <TextField
          multiline
          maxRows={8}
          fullWidth
          label="The message"
          value={message}
          sx={{ mt: 1.5 }}
          slotProps={{ input: { readOnly: true } }}
        />
      )}
      <NotSaved failure={give.failure} what="given" kept="" sx={{ mt: 1 }} />
      {given && <Given given={given} whose={nameOf(given.link.memberId)} />}
      {all.length > 0 && (
        <Box component="ul" sx={{ ...RULED_LIST, mt: 1.5 }}>
          {(isAll ? all : all.slice(0, SHOWN_LINKS)).map((link) => (
            <OneLink
              key={link.id}
              partyId={party.id}
              link={link}
              whose={nameOf(link.memberId)}
              onWithdrawn={() => given?.link.id === link.id && setGiven(null)}
            />
          ))}
        </Box>
      )}
      {!isAll && all.length > SHOWN_LINKS && <Button onClick={() => setAll(true)}>All {all.length} links</Button>}
    </Section>
  );
}

/** A new link with its key, which is never shown again. */
export function Given({ given: { address, link, isReachable }, whose }: { given: GivenPartyLink; whose: string }) {
  return (
    <Box sx={{ mt: 1.5, p: 2, display: 'grid', gap: 1.25, border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.card }}>
      <Box sx={{ fontWeight: 600 }}>For {whose}</Box>
      <LinkCode address={address} label={`Code of the link for ${whose}`} />
      <Box sx={{ overflowWrap: 'anywhere' }}>{address}</Box>
      <Box sx={QUIET_ASIDE}>Good until {dayjs(link.endsAt).format('D MMM YYYY')}. Copy it now: it is shown only this once.</Box>
      {!isReachable && (
        <Alert severity="info">This link works only on this computer. Ask whoever set up Easy Tuck to open it to phones.</Alert>
      )}
      <Button variant="contained" onClick={() => copyText(address, 'The link')} sx={{ justifySelf: 'start' }}>
        Copy the link
      </Button>
    </Box>
  );
}

function OneLink({ partyId, link, whose, onWithdrawn }: { partyId: string; link: PartyLink; whose: string; onWithdrawn: () => void }) {
  const may = useMay();
  const withdraw = useSaving(async () => {
    await withdrawPartyLink(partyId, link.id);
    onWithdrawn();
    notify(`The link for ${whose} is withdrawn. It no longer works.`);
  });
  const [now] = useState(() => Date.now());
  const isOver = link.withdrawnAt !== null || Date.parse(link.endsAt) < now;
  return (
    <Box component="li" sx={{ ...RULED_LINE, display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, py: 0.75 }}>
      <Box sx={{ flex: '1 1 10rem', minWidth: 0 }}>
        {whose}
        <Box sx={QUIET_ASIDE}>
          {isOver ? 'no longer works' : `made ${dayjs(link.givenAt).format('D MMM, HH:mm')}`}
          {link.openings > 0 ? `, opened ${link.openings === 1 ? 'once' : `${link.openings} times`}` : ', not opened'}
        </Box>
      </Box>
      <NotSaved failure={withdraw.failure} what="withdrawn" kept="" />
      {!isOver && may('links.give') && (
        <Button disabled={withdraw.isBusy} onClick={() => void withdraw.save()} aria-label={`Withdraw the link for ${whose}`}>
          Withdraw
        </Button>
      )}
    </Box>
  );
}
