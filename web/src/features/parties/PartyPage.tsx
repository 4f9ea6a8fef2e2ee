import { OCCASION_WORDS, type PartyPage as Page_, type Tie } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import dayjs from 'dayjs';
import { useEffect, useMemo, useState } from 'react';
import { NavLink, useLocation, useNavigate, useParams } from 'react-router';
import { useParty } from '../../common/api/parties.ts';
import { useTies } from '../../common/api/ties.ts';
import { dueWords } from '../../common/dueWords.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { NoSuchPage } from '../../common/faces/NoSuchPage.tsx';
import { QUIET } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { BY_KEY, focusFirst } from './byKey.ts';
import { BeforehandTab } from './BeforehandTab.tsx';
import { DayTab } from './DayTab.tsx';
import { LookTab } from './LookTab.tsx';
import { PartyTab } from './PartyTab.tsx';
import { partyView, type PartyView } from './partyViewModel.ts';
import { PeopleTab } from './PeopleTab.tsx';

/** Parts of a party's page, in the order of the work. */
const PARTS = [
  { part: 'people', name: 'People', Part: PeopleTab },
  { part: 'look', name: 'One look', Part: LookTab },
  { part: 'beforehand', name: 'Beforehand', Part: BeforehandTab },
  { part: 'day', name: 'The day', Part: DayTab },
  { part: 'party', name: 'The party', Part: PartyTab },
] as const;

/** A party: its people, its look, the preparation and the day. */
export function PartyPage() {
  const { id = '' } = useParams();
  const [reading, ties] = [useParty(id), useTies()];
  return (
    <Loaded reading={reading}>{(page) => <Loaded reading={ties}>{(drawer) => <TheParty page={page} drawer={drawer} />}</Loaded>}</Loaded>
  );
}

/** What each part is given. */
export interface PartProps {
  readonly page: Page_;
  readonly view: PartyView;
  readonly drawer: readonly Tie[];
  readonly now: Date;
}

/** Now, to the minute. */
function useMinute(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

function TheParty({ page, drawer }: { page: Page_; drawer: readonly Tie[] }) {
  const { part = 'people' } = useParams();
  const now = useMinute();
  const view = useMemo(() => partyView(page, drawer, now), [page, drawer, now]);
  const { party } = page;
  const navigate = useNavigate();
  useFocusOnFirst(part);
  useShortcuts(
    'Party',
    PARTS.map((each, i) => ({
      key: String(i + 1),
      says: each.name,
      run: () => void navigate(`/parties/${party.id}/${each.part}`, { state: BY_KEY }),
    })),
  );
  const shown = PARTS.find((each) => each.part === part);
  if (!shown) return <NoSuchPage />;
  const { Part } = shown;
  const missing = view.lines.length - view.ready;
  const about = [party.place, party.occasion === 'other' ? '' : OCCASION_WORDS[party.occasion].toLowerCase()].filter(
    (words) => words !== '',
  );
  return (
    <Page title={party.name} name={`${party.name}: ${shown.name}`}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2.5, rowGap: 0.25, mt: -1.5, mb: 1 }}>
        <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.figure, fontWeight: 560 }}>
          {dueWords(party.day, dayjs(now))}, {party.hour}
        </Box>
        {about.length > 0 && <Box sx={QUIET}>{about.join(', ')}</Box>}
        <Box role="status" sx={QUIET}>
          {standingWords(view, missing)}
        </Box>
      </Box>
      <Box
        component="nav"
        aria-label="Parts of the party"
        sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 0.5, borderBottom: `1px solid ${COLOURS.rule}`, mb: 2 }}
      >
        {PARTS.map((each) => (
          <Box
            key={each.part}
            component={NavLink}
            to={`/parties/${party.id}/${each.part}`}
            aria-current={each.part === part ? 'page' : undefined}
            sx={{
              px: { xs: 1, sm: 1.5 },
              lineHeight: '41px',
              height: 43,
              color: 'text.primary',
              textDecoration: 'none',
              borderBottom: '3px solid transparent',
              ...(each.part === part ? { borderBottomColor: COLOURS.long, fontWeight: 600 } : {}),
              '&:hover': { backgroundColor: COLOURS.card },
            }}
          >
            {each.name}
          </Box>
        ))}
      </Box>
      {party.calledOffAt !== null && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          This party was called off on {dayjs(party.calledOffAt).format('D MMM YYYY')}. Its ties are released and its links no longer work.
        </Alert>
      )}
      <Part page={page} view={view} drawer={drawer} now={now} />
    </Page>
  );
}

/** Moves the focus to the control marked `data-first` once a part was opened by a key. */
function useFocusOnFirst(part: string): void {
  const { state } = useLocation() as { state: typeof BY_KEY | null };
  useEffect(() => {
    if (state?.isByKey === true) focusFirst();
  }, [part, state]);
}

function standingWords({ lines, ready, done, stage }: PartyView, missing: number): string {
  if (lines.length === 0) return 'nobody on the list yet';
  if (stage === 'over') return missing === 0 ? 'Over; everything is back' : `Over; ${missing} still to sort out`;
  const people = `${lines.length} ${lines.length === 1 ? 'person' : 'people'}`;
  if (done > 0) return `${people}: ${done} tied`;
  return missing === 0
    ? `${people}: all ready`
    : `${people}: ${ready} ready, ${missing} still ${missing === 1 ? 'needs' : 'need'} something`;
}
