import { OCCASION_WORDS, type CoachLink, type Fitting, type GivenLink } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dayjs from 'dayjs';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { giveLink, openPaperWithLink, useLinks, withdrawLink } from '../../common/api/links.ts';
import { printLabel } from '../../common/api/printer.ts';
import { copyText } from '../../common/copyText.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { LinkCode } from '../../common/LinkCode.tsx';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { COLOURS, SIZE } from '../../theme.ts';

/** Links that this page was told the keys of, by fitting: they are kept nowhere else, and are gone when it is closed. */
const told = new Map<string, GivenLink>();

/** Of many links, so many are listed at first: the latest. */
const SHOWN_LINKS = 3;

/** A link for the wearer: their own coach at home. Given, shown as a code, printed, sent, withdrawn. */
export function GiveCoach({ fitting }: { fitting: Fitting }) {
  const may = useMay();
  const rootId = fitting.revision.rootId;
  const links = useLinks(fitting.id);
  const [given, setGiven] = useState<GivenLink | null>(() => told.get(rootId) ?? null);
  // the same giving sent again, after its answer was lost, is one link
  const [nextId, setNextId] = useState(() => uuid());
  const give = useSaving(async () => {
    const next = await giveLink(nextId, fitting.id);
    told.set(rootId, next);
    setGiven(next);
    setNextId(uuid());
    notify(`Link made for ${fitting.wearer.name}.`);
  });
  useShortcuts('Fitting', may('links.give') ? [{ key: 'g', says: 'give the wearer the coach', run: () => void give.save() }] : []);
  const [isAll, setAll] = useState(false);
  const all = links.data ?? [];
  const open = all.filter(({ withdrawnAt }) => withdrawnAt === null);
  return (
    <Box component="section" aria-label="The coach at home" sx={{ mb: 2 }}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box sx={{ fontWeight: 600 }}>The coach at home</Box>
        {may('links.give') && (
          <Button variant="outlined" disabled={give.isBusy} onClick={() => void give.save()}>
            {open.length > 0 ? 'Give another link' : 'Give the coach'}
          </Button>
        )}
        <Box sx={QUIET}>{open.length === 0 && 'Opens on the wearer’s own telephone: this tie, this neck, and no other record.'}</Box>
      </Box>
      <NotSaved failure={give.failure} what="given" kept="" sx={{ mt: 1 }} />
      {given && given.link.withdrawnAt === null && <Given given={given} fitting={fitting} />}
      {all.length > 0 && (
        <Box component="ul" sx={{ ...RULED_LIST, mt: 1.5, maxWidth: '56.25rem' }}>
          {(isAll ? all : all.slice(0, SHOWN_LINKS)).map((link) => (
            <OneLink
              key={link.id}
              link={link}
              mayWithdraw={may('links.give')}
              onWithdrawn={() => {
                if (told.get(rootId)?.link.id !== link.id) return;
                told.delete(rootId);
                setGiven(null);
              }}
            />
          ))}
        </Box>
      )}
      {!isAll && all.length > SHOWN_LINKS && <Button onClick={() => setAll(true)}>All {all.length} links of this fitting</Button>}
    </Box>
  );
}

/** A link with its key: what it looks like as a code, and where it can go. */
function Given({ given: { address, key, isReachable, link }, fitting }: { given: GivenLink; fitting: Fitting }) {
  const [jobId] = useState(() => uuid());
  const paper = useSaving((what: 'A6' | 'sheet' | 'coachSheet' | 'label') =>
    what === 'label'
      ? printLabel(jobId, fitting.id, key).then(() => notify('The label is at the printer.'))
      : openPaperWithLink(fitting.id, key, what),
  );
  const words = wordsFor(fitting, address, link.endsAt);
  const copy = (): void => copyText(address, 'The link');
  useShortcuts('Fitting', [{ key: 'l', says: 'copy the link', run: copy }]);
  return (
    <Box
      sx={{
        mt: 1.5,
        p: 2,
        display: 'grid',
        gap: 2.5,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '11.25rem minmax(0, 1fr)' },
        border: `1px solid ${COLOURS.thread}`,
        backgroundColor: COLOURS.card,
        maxWidth: '56.25rem',
      }}
    >
      <LinkCode address={address} label="Code of the wearer’s coach" />
      <Box sx={{ display: 'grid', gap: 1.25, alignContent: 'start', minWidth: 0 }}>
        <Box sx={{ fontSize: SIZE.clear, overflowWrap: 'anywhere' }}>{address}</Box>
        <Box sx={QUIET_ASIDE}>
          Good until {dayjs(link.endsAt).format('D MMM YYYY')}. It is shown here and now, and kept nowhere: print it or send it before you
          leave this page.
        </Box>
        {!isReachable && (
          <Alert severity="info">This address opens on this machine alone. How telephones reach the shop stands in docs/running.md.</Alert>
        )}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          <Button variant="contained" onClick={copy}>
            Copy
          </Button>
          <Button
            variant="outlined"
            component="a"
            href={`mailto:?subject=${encodeURIComponent(words.subject)}&body=${encodeURIComponent(words.body)}`}
          >
            Mail
          </Button>
          {'share' in navigator && (
            <Button
              variant="outlined"
              onClick={() => {
                // (whoever closes the device's own dialogue has not failed)
                navigator.share({ title: words.subject, text: words.body }).catch(() => undefined);
              }}
            >
              Share
            </Button>
          )}
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
          <Box sx={QUIET}>With this code on it:</Box>
          {(
            [
              ['A6', 'card, A6'],
              ['sheet', 'sheet of eight'],
              ['label', 'label'],
              ['coachSheet', 'steps on paper'],
            ] as const
          ).map(([what, text]) => (
            <Button key={what} variant="outlined" disabled={paper.isBusy} onClick={() => void paper.save(what)}>
              {text}
            </Button>
          ))}
        </Box>
        <NotSaved failure={paper.failure} what="printed" kept="" />
      </Box>
    </Box>
  );
}

function OneLink({ link, mayWithdraw, onWithdrawn }: { link: CoachLink; mayWithdraw: boolean; onWithdrawn: () => void }) {
  const withdraw = useSaving(async () => {
    await withdrawLink(link.id, link.fittingId);
    onWithdrawn();
    notify('The link is withdrawn. It no longer works.');
  });
  return (
    <Box component="li" sx={{ ...RULED_LINE, display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, py: 0.75 }}>
      <Box sx={{ flex: '1 1 16rem', minWidth: 0 }}>
        Given {dayjs(link.givenAt).format('D MMM YYYY, HH:mm')}
        {link.givenBy !== '' && `, by ${link.givenBy}`}
        <Box sx={QUIET_ASIDE}>
          {standingOf(link)}
          {link.openedAt !== null &&
            `; last opened ${dayjs(link.openedAt).format('D MMM YYYY, HH:mm')}, ${link.openings === 1 ? 'once' : `${link.openings} times`} in all`}
          {link.openedAt === null && '; not opened yet'}
        </Box>
      </Box>
      <NotSaved failure={withdraw.failure} what="withdrawn" kept="" />
      {mayWithdraw && link.withdrawnAt === null && (
        <Button disabled={withdraw.isBusy} onClick={() => void withdraw.save()}>
          Withdraw
        </Button>
      )}
    </Box>
  );
}

/** Where a link stands. One that has run out is put down as withdrawn at its own end. */
const standingOf = ({ withdrawnAt, endsAt }: CoachLink): string =>
  withdrawnAt === endsAt || (withdrawnAt === null && Date.parse(endsAt) < Date.now())
    ? `ran out ${dayjs(endsAt).format('D MMM YYYY')}`
    : withdrawnAt !== null
      ? `withdrawn ${dayjs(withdrawnAt).format('D MMM YYYY, HH:mm')}`
      : `good until ${dayjs(endsAt).format('D MMM YYYY')}`;

function wordsFor(fitting: Fitting, address: string, endsAt: string): { subject: string; body: string } {
  const occasion = fitting.occasion === 'other' ? '' : ` (${OCCASION_WORDS[fitting.occasion].toLowerCase()})`;
  return {
    subject: `Your bow tie${occasion}, step by step`,
    body: `Here is the coach for ${fitting.tie.name}, set to your neck:\n\n${address}\n\nOpen it once while you have a network; after that it works without. It is good until ${dayjs(endsAt).format('D MMM YYYY')}, and is meant for you alone.`,
  };
}
