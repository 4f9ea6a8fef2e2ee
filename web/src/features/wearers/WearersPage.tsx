import type { Wearer, WearerList as FoundList, WearerSort } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import dayjs from 'dayjs';
import { useDeferredValue, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { latestCardOf } from '../../common/api/fittings.ts';
import { addMembers, useParties } from '../../common/api/parties.ts';
import { printLabel } from '../../common/api/printer.ts';
import { putWearerAway, useWearerList } from '../../common/api/wearers.ts';
import { Choice } from '../../common/Choice.tsx';
import { dueWords } from '../../common/dueWords.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { notify } from '../../common/notices.tsx';
import {
  ArchiveChosen,
  ExportChosen,
  OrderChoice,
  SelectBox,
  SelectionBar,
  useOrder,
  useSelection,
  type Selection,
} from '../../common/selection.tsx';
import { SearchField } from '../../common/forms/SearchField.tsx';
import { Page } from '../../common/Page.tsx';
import { CalendarDialog } from './CalendarDialog.tsx';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';

const PAGE = 50;
const SHOWN = ['current', 'due', 'away'] as const;
type Shown = (typeof SHOWN)[number];
const SHOWN_WORDS = [
  { value: 'current', text: 'everybody' },
  { value: 'due', text: 'due next' },
  { value: 'away', text: 'archived' },
] as const satisfies readonly { value: Shown; text: string }[];

/** Everybody on record, a page at a time, found by letters of the name; what is looked for stands in the address. */
export function WearersPage() {
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const may = useMay();
  useShortcuts('Wearers', may('wearers.change') ? [{ key: 'n', says: 'new wearer', run: () => void navigate('/wearers/new') }] : []);
  const letters = search.get('q') ?? '';
  const show = SHOWN.find((each) => each === search.get('show')) ?? 'current';
  const page = Math.max(0, Math.floor(Number(search.get('page') ?? 1)) - 1) || 0;
  const change = (changes: Readonly<Record<string, string>>, replace = true): void => {
    const next = new URLSearchParams(search);
    for (const [name, value] of Object.entries({ page: '', ...changes })) {
      if (value === '') next.delete(name);
      else next.set(name, value);
    }
    setSearch(next, { replace });
  };
  const searched = useDeferredValue(letters.trim());
  const [sort, setSort] = useOrder('wearers', SORTS);
  const [isCalendarOpen, setCalendarOpen] = useState(false);
  const reading = useWearerList({ letters: show === 'current' ? searched : '', show, sort, offset: page * PAGE, limit: PAGE });
  const selection = useSelection(reading.data?.wearers ?? NOBODY_LISTED);
  return (
    <Page
      title="Wearers"
      actions={
        <>
          <Box sx={{ width: '15rem', maxWidth: '100%' }}>
            <SearchField label="Find by name" value={letters} onChange={(q) => change({ q, show: '' })} />
          </Box>
          <May what="tables.import">
            <Button variant="outlined" component={Link} to="/exchange/wearers">
              Import or export
            </Button>
          </May>
          <May what="wearers.change">
            <Button variant="contained" component={Link} to="/wearers/new">
              Enter a wearer
            </Button>
          </May>
        </>
      }
    >
      <Box data-tour="page" sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, mb: 1.5 }}>
        <Choice<Shown>
          label="Listed"
          hideLabel
          value={show}
          onChange={(next) => change({ show: next === 'current' ? '' : next, q: '' })}
          options={SHOWN_WORDS}
          small
        />
        {show === 'due' && selection.shown.length > 0 && (
          <Button variant="outlined" aria-haspopup="dialog" onClick={() => setCalendarOpen(true)} sx={{ minHeight: 36 }}>
            Calendar
          </Button>
        )}
        {show === 'current' && searched === '' && (
          <OrderChoice
            order={sort}
            orders={SORTS}
            onChange={(next) => {
              setSort(next);
              change({});
            }}
          />
        )}
        <Box role="status">{reading.data && countWords(reading.data, page)}</Box>
        <SelectionBar selection={selection}>
          <WithWearers selection={selection} />
        </SelectionBar>
      </Box>
      {isCalendarOpen && <CalendarDialog onClose={() => setCalendarOpen(false)} />}
      <Loaded reading={reading}>
        {({ wearers, total, isTotalExact }) =>
          wearers.length > 0 ? (
            <>
              <WearerList wearers={wearers} selection={selection} />
              <Pager
                page={page}
                isMore={!isTotalExact || (total ?? 0) > (page + 1) * PAGE}
                onPage={(next) => change({ page: next === 0 ? '' : String(next + 1) }, false)}
              />
            </>
          ) : (
            <Nobody letters={searched} show={show} />
          )
        }
      </Loaded>
    </Page>
  );
}

const NOBODY_LISTED: readonly Wearer[] = [];
const SORTS: readonly (readonly [WearerSort, string])[] = [
  ['seen', 'last seen first'],
  ['name', 'name'],
  ['collar', 'collar size'],
  ['day', 'day it is for'],
];

/** What can be done with several wearers at once. */
function WithWearers({ selection }: { selection: Selection<Wearer> }) {
  const parties = useParties('coming').data?.parties ?? [];
  const { chosen, end } = selection;
  const add = useSaving(async (party: { readonly id: string; readonly name: string }) => {
    const members = chosen.map(({ id, name }) => ({ id: uuid(), name, wearerId: id }));
    const { members: listed } = await addMembers(party.id, members);
    const added = members.filter(({ id }) => listed.some((each) => each.id === id)).length;
    const before = members.length - added;
    notify(`${countOf(added)} added to ${party.name}.${before === 0 ? '' : ` ${countOf(before)} on its list already.`}`);
    end();
  });
  // labels sent again, after some were not answered, are printed once
  const jobIds = useRef(new Map<string, string>());
  const labels = useSaving(async () => {
    const cards = (await Promise.all(chosen.map(({ id }) => latestCardOf(id)))).filter((card) => card !== null);
    for (const { id } of cards) {
      const jobId = jobIds.current.get(id) ?? uuid();
      jobIds.current.set(id, jobId);
      await printLabel(jobId, id);
    }
    jobIds.current.clear();
    const without = chosen.length - cards.length;
    notify(
      `${cards.length === 1 ? '1 label' : `${cards.length} labels`} sent to the printer.${without === 0 ? '' : ` ${countOf(without)} without a card.`}`,
    );
    end();
  });
  return (
    <>
      <May what="printer.use">
        <Button variant="outlined" disabled={labels.isBusy} onClick={() => void labels.save()}>
          Print labels
        </Button>
        <NotSaved failure={labels.failure} what="printed" kept="" />
      </May>
      <May what="wearers.change">
        <ArchiveChosen selection={selection} archive={putWearerAway} count={countOf} />
      </May>
      {parties.length > 0 && (
        <May what="parties.change">
          <TextField
            select
            label="Add to a party"
            value=""
            disabled={add.isBusy}
            onChange={(event) => {
              const party = parties.find(({ id }) => id === event.target.value);
              if (party) void add.save(party);
            }}
            sx={{ width: '13rem' }}
          >
            {parties.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <NotSaved failure={add.failure} what="added" kept="" />
        </May>
      )}
      <ExportChosen kind="wearers" selection={selection} />
    </>
  );
}

const countOf = (count: number): string => (count === 1 ? '1 wearer' : `${count} wearers`);

/** Which of how many are shown: `1–50 of 5,012`. */
function countWords({ wearers, total, isTotalExact }: FoundList, page: number): string {
  if (total === null || wearers.length === 0) return '';
  const all = `${isTotalExact ? '' : 'more than '}${total.toLocaleString('en-GB')}`;
  if (total <= PAGE && isTotalExact) return total === 1 ? '1 wearer' : `${all} wearers`;
  return `${page * PAGE + 1}–${page * PAGE + wearers.length} of ${all}`;
}

function Pager({ page, isMore, onPage }: { page: number; isMore: boolean; onPage: (page: number) => void }) {
  if (page === 0 && !isMore) return null;
  return (
    <Box sx={{ display: 'flex', gap: 2, mt: 2 }}>
      {page > 0 && (
        <Button variant="outlined" onClick={() => onPage(page - 1)}>
          Page before
        </Button>
      )}
      {isMore && (
        <Button variant="outlined" onClick={() => onPage(page + 1)}>
          Next page
        </Button>
      )}
    </Box>
  );
}

function WearerList({ wearers, selection }: { wearers: readonly Wearer[]; selection: Selection<Wearer> }) {
  return (
    <Box component="ul" sx={RULED_LIST}>
      {wearers.map((wearer) => (
        <Box component="li" key={wearer.id} sx={{ ...RULED_LINE, display: 'flex' }}>
          <SelectBox selection={selection} record={wearer} />
          <Box
            component={Link}
            to={`/wearers/${wearer.id}`}
            sx={{
              flex: 1,
              minWidth: 0,
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr) 5.625rem', md: 'minmax(0, 1fr) 6.875rem 16.25rem minmax(0, 1.2fr)' },
              alignItems: 'baseline',
              gap: 2,
              px: 1,
              py: 1.25,
              color: 'text.primary',
              textDecoration: 'none',
              '&:hover': { backgroundColor: COLOURS.card },
            }}
          >
            <Box sx={{ fontSize: SIZE.clear, fontWeight: 560 }}>{wearer.name}</Box>
            <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.head, fontWeight: 560 }}>
              {wearer.collarEstimated ? '≈ ' : ''}
              {formatCollarSize(wearer.collar)}
            </Box>
            <Box sx={{ display: { xs: 'none', md: 'block' }, color: 'text.secondary' }}>
              {wearer.eventOn === null
                ? `long end, the wearer’s ${wearer.longEnd}`
                : `${wearer.eventName === '' ? '' : `${wearer.eventName}, `}${dueWords(wearer.eventOn, dayjs())}`}
            </Box>
            <Box
              sx={{
                display: { xs: 'none', md: 'block' },
                color: 'text.secondary',
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: 'nowrap',
              }}
            >
              {wearer.note}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Nobody({ letters, show }: { letters: string; show: Shown }) {
  if (show === 'due') return <Face title="Nobody is due">A wearer’s record has room for what the tie is for, and the day.</Face>;
  if (show === 'away') return <Face title="Nobody is archived">Archive a record that you no longer need on its own page.</Face>;
  return letters === '' ? (
    <Face title="Nobody on record yet">A wearer is entered with the first fitting, on the Bench, or here.</Face>
  ) : (
    <Face title={`Nobody named “${letters}”`}>Fewer letters may find more; or enter the name as a new wearer.</Face>
  );
}
