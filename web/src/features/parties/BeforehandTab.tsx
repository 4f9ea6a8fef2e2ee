import {
  longEndOfMember,
  dealOfMember,
  MISSING_WORDS,
  settingWords,
  TIE_PLACE_WORDS,
  wornByMember,
  type PartyPage,
  type Tie,
} from '@easytuck/contract';
import { GOOD_ENOUGH, parseLength, tiedTheNightBefore, TIE_PLACES, type TiePlace } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { v7 as uuid } from 'uuid';
import { changePartOf, issueCards, moveTies, printPartyLabels } from '../../common/api/parties.ts';
import { useShop } from '../../common/api/shop.ts';
import { exactLength } from '../../common/exactLength.ts';
import { dayWords } from '../../common/dueWords.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { preparedOf } from '../../common/preparedOf.ts';
import { Section } from '../../common/Section.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { useStaff } from '../../common/staff.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { FIGURES, SIZE } from '../../theme.ts';
import { focusOnce } from './byKey.ts';
import { copyText } from '../../common/copyText.ts';
import type { PartProps } from './PartyPage.tsx';
import { chanceWords, collarWords, reminderFor, type MemberLine } from './partyViewModel.ts';

/** Cards, paper, ties out and back, the night before, practice and reminders. */
export function BeforehandTab(props: PartProps) {
  return (
    <Box
      sx={{
        display: 'grid',
        columnGap: 6,
        rowGap: 4,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Box sx={{ display: 'grid', gap: 4 }}>
        <Cards {...props} />
        <Places {...props} />
        <Learning {...props} />
      </Box>
      <Box sx={{ display: 'grid', gap: 4 }}>
        <NightBefore {...props} />
        <Reminders {...props} />
      </Box>
    </Box>
  );
}

const big = { fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.figure, fontWeight: 560 } as const;

function Paper({ partyId, what, children }: { partyId: string; what: string; children: ReactNode }) {
  return (
    <Button variant="outlined" component="a" href={`/api/parties/${partyId}/paper/${what}`} target="_blank" rel="noreferrer">
      {children}
    </Button>
  );
}

function Cards({ page: { party }, view: { lines } }: PartProps) {
  const may = useMay();
  const [staff] = useStaff();
  const [jobId, setJobId] = useState(() => uuid());
  const [keys] = useState(() => new Map<string, string>());
  const [refused, setRefused] = useState<readonly string[]>([]);
  const open = lines.filter(({ missing }) => missing.includes('card'));
  const withCard = lines.filter(({ member }) => member.card !== null);
  const [isAsking, setAsking] = useState(false);
  const unconfirmed = open.filter(({ missing }) => missing.includes('collarDoubt'));
  const issue = useSaving(async (which: readonly MemberLine[]) => {
    // one key a member: sent again after a lost answer it is the same card
    const cards = which.map(({ member }) => {
      const name = `${member.id} ${member.version}`;
      const fittingId = keys.get(name) ?? uuid();
      keys.set(name, fittingId);
      return { memberId: member.id, fittingId };
    });
    const { issued, refused: not } = await issueCards(party.id, staff, cards);
    setRefused(not.map(({ memberId, why }) => `${lines.find(({ member }) => member.id === memberId)?.member.name ?? ''}: ${why}`));
    notify(issued === 1 ? 'One card issued.' : `${issued} cards issued.`);
    setAsking(false);
  });
  // a card is set for a size: one that nobody has confirmed is asked about first
  const ask = (): void => (unconfirmed.length > 0 && !isAsking ? setAsking(true) : void issue.save(open));
  const canIssue = may('fittings.giveOut') && open.length > 0 && party.calledOffAt === null;
  useShortcuts('Party', canIssue ? [{ key: 'Enter', mod: true, says: 'issue the cards', run: ask }] : []);
  const confirmed = open.filter((line) => !unconfirmed.includes(line));
  const labels = useSaving(async () => {
    await printPartyLabels(party.id, jobId);
    setJobId(uuid());
    notify('The labels are with the printer.');
  });
  return (
    <Section title="Cards and paper">
      <Box sx={big}>
        {withCard.length - open.filter(({ member }) => member.card !== null).length} of {lines.length} have a card for their tie
      </Box>
      <Box sx={{ ...QUIET, mb: 1.5 }}>In the order of the day.</Box>
      <NotSaved failure={issue.failure ?? labels.failure} what="done" kept="" sx={{ mb: 1 }} />
      {refused.length > 0 && (
        <Alert severity="warning" sx={{ mb: 1 }}>
          {refused.map((words) => (
            <div key={words}>{words}</div>
          ))}
        </Alert>
      )}
      {canIssue && isAsking && (
        <Alert severity="warning" sx={{ mb: 1 }}>
          <Box>
            {unconfirmed.length === 1 ? 'This collar size is' : 'These collar sizes are'} not confirmed:{' '}
            {unconfirmed.map(({ member, known }) => `${member.name}, ${collarWords(known)}`).join('; ')}.
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
            <Button variant="contained" disabled={issue.isBusy} onClick={() => void issue.save(open)} ref={focusOnce}>
              Issue {cardsWords(open.length)} all the same
            </Button>
            {confirmed.length > 0 && (
              <Button variant="outlined" disabled={issue.isBusy} onClick={() => void issue.save(confirmed)}>
                Issue only {confirmed.length} confirmed
              </Button>
            )}
            <Button variant="outlined" onClick={() => setAsking(false)}>
              Confirm them first
            </Button>
          </Box>
        </Alert>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {canIssue && !isAsking && (
          <Button variant="contained" disabled={issue.isBusy} onClick={ask} data-first="">
            {issue.isBusy ? 'Issuing…' : `Issue ${cardsWords(open.length)}`}
          </Button>
        )}
        {withCard.length > 0 && (
          <>
            <Paper partyId={party.id} what="cards">
              Cards, eight to a sheet
            </Paper>
            {may('printer.use') && (
              <Button variant="outlined" disabled={labels.isBusy} onClick={() => void labels.save()}>
                Print {withCard.length} labels
              </Button>
            )}
            <Paper partyId={party.id} what="coachSheets">
              Coach sheets for those who tie their own
            </Paper>
          </>
        )}
      </Box>
    </Section>
  );
}

const cardsWords = (count: number): string => (count === 1 ? 'one card' : `${count} cards`);

/** Where the ties are. */
function Places({ page: { party, members }, view: { lines, stage } }: PartProps) {
  const may = useMay();
  const shops = members.filter(({ tieId, isOwnTie }) => tieId !== null && !isOwnTie);
  const move = useSaving(async (which: readonly string[], to: TiePlace) => {
    await moveTies(party.id, which, to);
    notify(which.length === 1 ? `One tie is ${TIE_PLACE_WORDS[to]}.` : `${which.length} ties are ${TIE_PLACE_WORDS[to]}.`);
  });
  const count = (place: TiePlace): number => shops.filter((member) => member.place === place).length;
  const here = lines
    .filter(({ member, missing }) => shops.includes(member) && member.place === 'here' && !missing.includes('tieGone'))
    .map(({ member }) => member.id);
  const toComeBack = shops.filter((member) => member.place === 'out' && dealOfMember(member, party) !== 'sold').map(({ id }) => id);
  if (shops.length === 0)
    return (
      <Section title="Handing out and back">
        <Box sx={QUIET}>Nobody has a tie from the shop yet.</Box>
      </Section>
    );
  return (
    <Section title="Handing out and back">
      <Box sx={big}>
        {TIE_PLACES.filter((place) => count(place) > 0)
          .map((place) => `${count(place)} ${TIE_PLACE_WORDS[place]}`)
          .join(', ')}
      </Box>
      <Box sx={{ ...QUIET, mb: 1.5 }}>
        Out from {dayWords(party.outFrom)}, back by {dayWords(party.backBy)}. Nobody else can have them in between; stock is adjusted.
      </Box>
      <NotSaved failure={move.failure} what="done" kept="" sx={{ mb: 1 }} />
      {may('parties.day') && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {here.length > 0 && stage !== 'over' && party.calledOffAt === null && (
            <Button
              variant={stage === 'soon' ? 'contained' : 'outlined'}
              disabled={move.isBusy}
              onClick={() => void move.save(here, 'out')}
            >
              Hand out {here.length === 1 ? 'one tie' : `${here.length} ties`}
            </Button>
          )}
          {toComeBack.length > 0 && (
            <Button
              variant={stage === 'over' ? 'contained' : 'outlined'}
              disabled={move.isBusy}
              onClick={() => void move.save(toComeBack, 'back')}
            >
              Take {toComeBack.length === 1 ? 'one tie' : `${toComeBack.length} ties`} back
            </Button>
          )}
        </Box>
      )}
    </Section>
  );
}

/** One person ties all on one thigh or cylinder; the marks for it, and for each neck. */
function NightBefore({ page, view: { lines } }: PartProps) {
  const { party } = page;
  const { unit, length } = useUnits();
  const may = useMay();
  const shop = useShop();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const text = typed ?? exactLength(party.thighMm, unit);
  const save = useSaving(async () => {
    const read = text.trim() === '' ? null : parseLength(text, unit);
    if (read !== null && (read.kind !== 'length' || read.lengthMm < 250 || read.lengthMm > 900)) {
      setWrong('Write a girth between 25 and 90 cm.');
      return;
    }
    setWrong(null);
    await changePartOf(party, { thighMm: read === null ? null : read.lengthMm });
    setTyped(null);
  });
  const rows = lines.flatMap((line) =>
    line.tie ? [{ line, words: party.thighMm === null ? null : wordsOf(page, line, line.tie, shop.easeMm, length) }] : [],
  );
  return (
    <Section title="Tied the night before">
      <Box sx={{ ...QUIET, mb: 1 }}>
        One person ties all bows on a thigh or a cylinder about as thick as a collar. Each is lifted off by its hook or clasp and put on the
        day after.
      </Box>
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          void save.save();
        }}
        sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', flexWrap: 'wrap' }}
      >
        <TextField
          label="Girth of the thigh or cylinder"
          value={text}
          onChange={(event) => setTyped(event.target.value)}
          error={wrong !== null}
          helperText={wrong ?? 'lay the tape flat where you will tie'}
          disabled={!may('parties.change')}
          sx={{ width: '14rem' }}
          slotProps={{ htmlInput: { autoComplete: 'off' } }}
        />
        {typed !== null && (
          <Button type="submit" variant="outlined" disabled={save.isBusy}>
            Work out the marks
          </Button>
        )}
        {party.thighMm !== null && rows.length > 0 && (
          <Paper partyId={party.id} what="nightBefore">
            Print the list
          </Paper>
        )}
      </Box>
      <NotSaved failure={save.failure} />
      {party.thighMm !== null && rows.length > 0 && (
        <Box component="ul" sx={{ ...RULED_LIST, mt: 1.5 }}>
          {rows.map(({ line, words }) => (
            <Box
              component="li"
              key={line.member.id}
              sx={{
                ...RULED_LINE,
                display: 'grid',
                gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.4fr)',
                columnGap: 2,
                py: 0.75,
                alignItems: 'baseline',
              }}
            >
              <Box sx={{ overflowWrap: 'anywhere' }}>{line.member.name}</Box>
              <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums' }}>{words}</Box>
            </Box>
          ))}
        </Box>
      )}
    </Section>
  );
}

function wordsOf({ party }: PartyPage, { member }: MemberLine, tie: Tie, easeMm: number, length: (lengthMm: number) => string): string {
  const worn = wornByMember(member, party, { easeMm });
  if (worn === null || member.step === null || party.thighMm === null) return 'not set yet';
  const found = tiedTheNightBefore(preparedOf(tie), tie.quickClasp, worn, member.step, party.thighMm);
  switch (found.kind) {
    case 'can': {
      const off = found.easierMm < 1.5 ? '' : `, ${length(found.easierMm)} looser`;
      // the bow comes off a leg as its own mirror image
      return `tie at ${settingWords(found.onThigh, length).phrase}, wear at ${settingWords(found.onNeck, length).phrase}${off}; on the neck its front loop is on the wearer’s ${longEndOfMember(member)}`;
    }
    case 'doesNotOpen':
      return 'the band does not open: tie it on the neck';
    case 'tooThick':
      return `the band is ${length(found.byMm)} too short`;
    case 'tooThin':
      return `the band is ${length(found.byMm)} too long`;
  }
}

/** Who ties their own, and how likely they are to succeed. */
function Learning({ view }: PartProps) {
  const learners = view.lines.filter(({ member, prospect }) => member.tries.length > 0 || prospect.tiesOwn);
  return (
    <Section title="Practice before the day">
      {learners.length === 0 ? (
        <Box sx={QUIET}>
          Nobody ties their own yet. When people practise with the coach, you see here whether they are ready or need a helper.
        </Box>
      ) : (
        <Box component="ul" sx={RULED_LIST}>
          {learners.map(({ member, prospect: { forecast, tiesOwn, moreTries } }) => (
            <Box
              component="li"
              key={member.id}
              sx={{ ...RULED_LINE, display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1.4fr)', columnGap: 2, py: 0.75 }}
            >
              <Box sx={{ overflowWrap: 'anywhere' }}>{member.name}</Box>
              <Box>
                {tiesOwn ? 'ties their own' : 'a helper ties it'}
                <Box sx={QUIET_ASIDE}>
                  {member.tries.length === 0
                    ? 'no practice recorded'
                    : `on time: ${chanceWords(forecast.inTime)} after ${member.tries.length === 1 ? 'one try' : `${member.tries.length} tries`}`}
                  {moreTries !== null &&
                    moreTries > 0 &&
                    `; ${moreTries === 1 ? 'one more makes' : `${moreTries} more make`} it ${chanceWords(GOOD_ENOUGH)}`}
                </Box>
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </Section>
  );
}

/** Reminders to copy, one a person. */
function Reminders({ page: { party }, view }: PartProps) {
  const asked = view.lines.filter(({ missing }) =>
    missing.some((each) => ['collar', 'collarDoubt', 'longEnd', 'canTie', 'practice'].includes(each)),
  );
  return (
    <Section title="Reminders">
      <Box sx={{ ...QUIET, mb: 1 }}>Copy each text and send it yourself.</Box>
      {asked.length > 0 && (
        <Box component="ul" sx={RULED_LIST}>
          {asked.map((line) => (
            <Box component="li" key={line.member.id} sx={{ ...RULED_LINE, display: 'flex', gap: 1.5, alignItems: 'center', py: 0.25 }}>
              <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
                {line.member.name}
                <Box sx={QUIET_ASIDE}>{line.missing.map((each) => MISSING_WORDS[each].what).join(', ')}</Box>
              </Box>
              <Button
                onClick={() => copyText(reminderFor(view, line, dayWords(party.day)), `The reminder for ${line.member.name}`)}
                aria-label={`Copy the reminder for ${line.member.name}`}
              >
                Copy
              </Button>
            </Box>
          ))}
        </Box>
      )}
      <Box sx={{ mt: 1.5 }}>
        <Button variant="outlined" component="a" href={`/api/parties/${party.id}/calendar.ics`}>
          Download calendar
        </Button>
      </Box>
    </Section>
  );
}
