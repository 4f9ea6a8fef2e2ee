import type { PartyByLink } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import useSWR from 'swr';
import { byPartyKey } from '../../../common/api/parties.ts';
import { ApiProblem, isAway, isWorthRetrying, sentenceOf } from '../../../common/api/request.ts';
import { keepFocus } from '../../../common/focusKeeper.ts';
import { dayWords } from '../../../common/dueWords.ts';
import { Face } from '../../../common/faces/Face.tsx';
import { QUIET } from '../../../common/looks.ts';
import { Notices } from '../../../common/notices.tsx';
import { usePageTitle } from '../../../common/pageTitle.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { LeadList } from './LeadList.tsx';
import { OwnEntry } from './OwnEntry.tsx';

const READ_AGAIN_MS = 20_000;

/** What a link to a party opens: a member’s own entry, or the lead’s list, without the shop’s pages around it. */
export function PartyGuestPage() {
  const [key, setKey] = useState(() => window.location.hash.slice(1));
  useEffect(() => {
    const changed = (): void => setKey(window.location.hash.slice(1));
    window.addEventListener('hashchange', changed);
    return () => window.removeEventListener('hashchange', changed);
  }, []);
  useEffect(() => keepFocus(() => document.querySelector('main')), []);
  const api = useMemo(() => byPartyKey(key), [key]);
  const { data, error, mutate } = useSWR<PartyByLink, unknown>(key === '' ? null : ['party-key', key], () => api.open(), {
    refreshInterval: (view) => (view?.who === 'lead' ? READ_AGAIN_MS : 0),
    shouldRetryOnError: isWorthRetrying,
  });
  usePageTitle(data ? data.party.name : 'A party');
  const showView = (view: PartyByLink): void => void mutate(view, { revalidate: false });
  return (
    <Box component="main" tabIndex={-1} sx={{ maxWidth: '44rem', mx: 'auto', px: { xs: 2, sm: 3 }, py: 3 }}>
      {data ? (
        <>
          <Box sx={{ ...QUIET, mb: 0.5 }}>{data.party.shop}</Box>
          <Box
            component="h1"
            sx={{ m: 0, fontFamily: FIGURES, fontSize: SIZE.title, fontWeight: 560, lineHeight: 1.2, overflowWrap: 'anywhere' }}
          >
            {data.party.name}
          </Box>
          <Box sx={{ fontFamily: FIGURES, fontSize: SIZE.head, pb: 1.5, mb: 2.5, borderBottom: `1px solid ${COLOURS.rule}` }}>
            {dayWords(data.party.day)}, {data.party.hour}
            {data.party.place !== '' && `, ${data.party.place}`}
          </Box>
          {error !== undefined && (
            <Box sx={{ color: 'warning.main', mb: 2 }}>
              {isAway(error) ? 'The shop does not answer at the moment. You see the last version.' : sentenceOf(error)}
            </Box>
          )}
          {data.who === 'member' ? (
            <OwnEntry view={data} api={api} onView={showView} />
          ) : (
            <LeadList view={data} api={api} onView={showView} />
          )}
        </>
      ) : key === '' ? (
        <Face title="This link is incomplete">The link has a part after the # sign. Copy all of it, or scan the code again.</Face>
      ) : error === undefined ? null : error instanceof ApiProblem && !isAway(error) ? (
        <Face title={error.problem.code === 'noSuchLink' ? 'This link no longer works' : 'The page could not be loaded'}>
          {sentenceOf(error)}
        </Face>
      ) : (
        <Face
          title="The shop does not answer"
          action={
            <Button variant="contained" onClick={() => void mutate()}>
              Try again
            </Button>
          }
        >
          This page tries again by itself.
        </Face>
      )}
      <Notices />
    </Box>
  );
}
