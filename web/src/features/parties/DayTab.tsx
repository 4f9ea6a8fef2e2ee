import { clockIn, settingWords, sparesOf, type Party, type PartyHelper } from '@easytuck/contract';
import { ARMS_REST, HELPER_MINUTES, settingAt } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { changePartOf, onTheDay } from '../../common/api/parties.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { Section } from '../../common/Section.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { readHour, wholeOf } from './partyForm.ts';
import { focusFirst, focusOnce } from './byKey.ts';
import type { PartProps } from './PartyPage.tsx';
import { chanceWords, dayView, minutesBefore, type DayTurn, type MemberLine } from './partyViewModel.ts';

const figure = { fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontWeight: 560 } as const;

/** The run sheet: who ties whom, when, and who is done. */
export function DayTab({ page, view, drawer, now }: PartProps) {
  const { party } = page;
  const day = useMemo(() => dayView(view, now), [view, now]);
  const done = view.lines.filter(({ member }) => member.doneAt !== null);
  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 3, md: 5 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.7fr) minmax(17rem, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        {day.kind === 'noHelper' ? (
          <Alert severity="warning">
            {day.lines.length === 1 ? `${day.lines[0]?.member.name ?? ''} needs` : `${day.lines.length} people need`} a helper, and there is
            none yet. Add a helper to get the run sheet.
          </Alert>
        ) : (
          <>
            <Standing
              party={party}
              turns={day.turns}
              spareMinutes={day.spareMinutes}
              ready={day.ready}
              done={done.length}
              all={view.lines.length}
            />
            <Box component="ol" aria-label="Run sheet" sx={RULED_LIST}>
              {day.turns.map((turn, i) => (
                <Turn key={turn.line.member.id} party={party} turn={turn} isFirst={i === 0} />
              ))}
            </Box>
          </>
        )}
        {done.length > 0 && (
          <Box sx={{ mt: 3 }}>
            <Section title="Done">
              <Box component="ul" sx={RULED_LIST}>
                {done.map((line) => (
                  <Done key={line.member.id} party={party} line={line} />
                ))}
              </Box>
            </Section>
          </Box>
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 3 }}>
        <Helpers party={party} />
        <Spares page={page} drawer={drawer} />
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          <Button variant="outlined" component="a" href={`/api/parties/${party.id}/paper/runSheet`} target="_blank" rel="noreferrer">
            Print run sheet
          </Button>
          <Button variant="outlined" component="a" href={`/api/parties/${party.id}/calendar.ics`}>
            Download calendar
          </Button>
        </Box>
        <Box sx={QUIET_ASIDE}>
          Before you touch anybody’s collar, ask, say what you will do, and stop when asked. Leave a finger’s room at the throat. If they
          feel dizzy, short of breath or have a headache, loosen it at once.
        </Box>
      </Box>
    </Box>
  );
}

function Standing({
  party,
  turns,
  spareMinutes,
  ready,
  done,
  all,
}: {
  party: Party;
  turns: readonly DayTurn[];
  spareMinutes: number;
  ready: number;
  done: number;
  all: number;
}) {
  const [first] = turns;
  const short = spareMinutes < -0.5;
  const cells: readonly (readonly [string, string, boolean])[] = [
    first ? ['first bow', clockIn(party.zone, first.beginsAt), false] : ['bows', 'all tied', false],
    ['tied', `${done} of ${all}`, false],
    [short ? 'too late by' : 'to spare', `${Math.abs(Math.round(spareMinutes))} min`, short],
    ['everyone on time', chanceWords(ready), ready < 0.8],
  ];
  return (
    <Box role="status" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 1, mb: 2 }}>
      {(all === 0 ? [] : cells).map(([label, words, isBad]) => (
        <Box key={label}>
          <Box sx={QUIET_ASIDE}>{label}</Box>
          <Box sx={{ ...figure, fontSize: SIZE.big, lineHeight: 1.1, color: isBad ? 'error.main' : 'text.primary' }}>{words}</Box>
        </Box>
      ))}
    </Box>
  );
}

function Turn({ party, turn: { line, helper, beginsAt, ready }, isFirst }: { party: Party; turn: DayTurn; isFirst: boolean }) {
  const { member, tie } = line;
  const { length } = useUnits();
  const may = useMay();
  const mayTick = may('parties.day');
  const [isLate, setLate] = useState(false);
  const tick = useSaving(async () => {
    await onTheDay(party.id, member.id, { isDone: true });
    notify(`${member.name}: tied.`, () => void onTheDay(party.id, member.id, { isDone: false }));
  });
  const set = tie && member.step !== null ? settingWords(settingAt(tie.hardware, member.step), length).phrase : '';
  const by = helper === null ? (member.isTiedBefore ? 'fastens it' : 'ties their own') : `tied by ${helper}`;
  return (
    <Box component="li" sx={RULED_LINE}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '4.25rem minmax(0, 1fr) auto', sm: '4.75rem minmax(0, 1fr) minmax(0, 1fr) auto auto' },
          columnGap: 1.5,
          alignItems: 'center',
          py: 0.5,
        }}
      >
        <Box sx={{ ...figure, fontSize: SIZE.figure }}>{clockIn(party.zone, beginsAt)}</Box>
        <Box sx={{ minWidth: 0 }}>
          <Box sx={{ fontSize: SIZE.clear, fontWeight: 560, overflowWrap: 'anywhere' }}>{member.name}</Box>
          <Box sx={QUIET}>
            {by}
            {ready < 0.9 && (
              <Box component="span" sx={{ color: 'warning.main' }}>
                , on time: {chanceWords(ready)}
              </Box>
            )}
          </Box>
        </Box>
        <Box sx={{ ...QUIET_ASIDE, minWidth: 0, gridColumn: { xs: '2 / 3', sm: 'auto' }, gridRow: { xs: 2, sm: 'auto' } }}>
          {tie ? `${tie.name}${set === '' ? '' : `, ${set}`}` : member.isOwnTie ? 'their own tie' : 'no tie yet'}
          {(member.alsoAt[0]?.hour ?? '') !== '' && (
            <Box sx={{ color: 'warning.main' }}>also {member.alsoAt.map(({ name, hour }) => `${hour} ${name}`).join(', ')}</Box>
          )}
        </Box>
        {mayTick && (
          <Button
            onClick={() => setLate(!isLate)}
            aria-expanded={isLate}
            aria-label={`Running late: ${member.name}`}
            sx={{ gridColumn: { xs: 1, sm: 'auto' }, gridRow: { xs: 2, sm: 'auto' }, px: 1, minWidth: 0 }}
          >
            Running late
          </Button>
        )}
        <Checkbox
          checked={false}
          disabled={!mayTick || tick.isBusy}
          onChange={({ target }) => {
            // the row leaves the list: on to the next one
            focusNextTick(target);
            void tick.save();
          }}
          slotProps={{ input: { 'aria-label': `${member.name}: tied`, ...(isFirst ? { 'data-first': '' } : {}) } }}
          sx={{
            gridColumn: { xs: 3, sm: 'auto' },
            gridRow: { xs: 1, sm: 'auto' },
            '& .MuiSvgIcon-root': { fontSize: '2.1rem' },
            color: COLOURS.pencil,
          }}
        />
      </Box>
      <NotSaved failure={tick.failure} what="ticked" kept="" />
      {isLate && <Late party={party} line={line} onDone={() => setLate(false)} />}
    </Box>
  );
}

/** Moves the focus to the tick of the next row; of the row before where there is none after it. */
function focusNextTick(tick: Element): void {
  const row = tick.closest('li');
  const next = row?.nextElementSibling ?? row?.previousElementSibling;
  next?.querySelector<HTMLElement>('input[type="checkbox"]')?.focus();
}

/** When somebody arrives, by the clock; the run sheet is recalculated. */
function Late({ party, line: { member }, onDone }: { party: Party; line: MemberLine; onDone: () => void }) {
  const comesAt = clockIn(
    party.zone,
    new Date(Date.parse(party.sitsAt) - (member.arriveMinutes ?? party.arriveMinutes) * 60_000).toISOString(),
  );
  const [text, setText] = useState(comesAt);
  const [wrong, setWrong] = useState<string | null>(null);
  const save = useSaving(async () => {
    const minutes = minutesBefore(party.hour, readHour(text));
    if (minutes === null) {
      setWrong('Write the time as 19:10.');
      return;
    }
    await onTheDay(party.id, member.id, { arriveMinutes: minutes });
    notify(`${member.name} arrives at ${readHour(text)}. The run sheet is recalculated.`);
    onDone();
  });
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void save.save();
      }}
      sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', pb: 1, pl: { sm: '6.25rem' }, flexWrap: 'wrap' }}
    >
      <TextField
        label={`${member.name} arrives at`}
        value={text}
        onChange={(event) => setText(event.target.value)}
        error={wrong !== null}
        helperText={wrong ?? ' '}
        sx={{ width: '11rem' }}
        inputRef={focusOnce}
        slotProps={{ htmlInput: { autoComplete: 'off', inputMode: 'numeric' } }}
      />
      <Button type="submit" variant="contained" disabled={save.isBusy} sx={{ mb: 2.5 }}>
        Recalculate
      </Button>
      <NotSaved failure={save.failure} />
    </Box>
  );
}

function Done({ party, line: { member } }: { party: Party; line: MemberLine }) {
  const may = useMay();
  const undo = useSaving(() => onTheDay(party.id, member.id, { isDone: false }));
  return (
    <Box component="li" sx={{ ...RULED_LINE, display: 'flex', alignItems: 'center', gap: 1.5 }}>
      <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
        {member.name}{' '}
        <Box component="span" sx={QUIET}>
          {member.doneAt !== null && `at ${clockIn(party.zone, member.doneAt)}`}
        </Box>
      </Box>
      <NotSaved failure={undo.failure} what="undone" kept="" />
      <Checkbox
        checked
        disabled={!may('parties.day') || undo.isBusy}
        onChange={() => void undo.save()}
        slotProps={{ input: { 'aria-label': `${member.name}: tied` } }}
        sx={{ '& .MuiSvgIcon-root': { fontSize: '2.1rem' } }}
      />
    </Box>
  );
}

/** What to take along in case a tie is stained or lost. */
function Spares({ page, drawer }: Pick<PartProps, 'page' | 'drawer'>) {
  const { length } = useUnits();
  const spares = sparesOf(page.members, page.offers).flatMap(({ kindId, count, step }) => {
    const tie = drawer.find(({ id }) => id === kindId);
    return tie ? [{ tie, count, step }] : [];
  });
  if (spares.length === 0) return null;
  return (
    <Section title="Spare ties to bring">
      <Box component="ul" sx={RULED_LIST}>
        {spares.map(({ tie, count, step }) => (
          <Box component="li" key={tie.id} sx={{ ...RULED_LINE, py: 0.5 }}>
            {count} {tie.name}
            <Box sx={QUIET_ASIDE}>set at {settingWords(settingAt(tie.hardware, step), length).phrase}, the middle of all who wear it</Box>
          </Box>
        ))}
      </Box>
    </Section>
  );
}

/** Who ties for others. */
function Helpers({ party }: { party: Party }) {
  const may = useMay();
  const mayChange = may('parties.change');
  const [name, setName] = useState('');
  const save = useSaving(async (helpers: readonly PartyHelper[]) => {
    await changePartOf(party, { helpers: [...helpers] });
  });
  return (
    <Section title="Helpers">
      <Box component="ul" sx={{ ...RULED_LIST, mb: 1.5 }}>
        {party.helpers.map((helper) => (
          <OneHelper
            key={`${helper.id} ${party.version}`}
            helper={helper}
            mayChange={mayChange}
            onChange={(next) => void save.save(party.helpers.flatMap((each) => (each.id === helper.id ? (next ?? []) : each)))}
          />
        ))}
      </Box>
      <NotSaved failure={save.failure} />
      {mayChange && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() === '') return;
            const helper = {
              id: uuid(),
              name: name.trim(),
              minutesEach: HELPER_MINUTES.usual,
              fromMinutes: party.arriveMinutes,
              restAfter: ARMS_REST.after,
              restMinutes: ARMS_REST.minutes,
            };
            void save.save([...party.helpers, helper]).then(() => {
              setName('');
              // with a helper there is a run sheet: on to its first tick
              if (party.helpers.length === 0) setTimeout(focusFirst);
            });
          }}
          sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end' }}
        >
          <TextField
            label="Add a helper"
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { autoComplete: 'off', ...(party.helpers.length === 0 ? { 'data-first': '' } : {}) } }}
          />
          <Button type="submit" variant="outlined" disabled={save.isBusy}>
            Add
          </Button>
        </Box>
      )}
    </Section>
  );
}

function OneHelper({
  helper,
  mayChange,
  onChange,
}: {
  helper: PartyHelper;
  mayChange: boolean;
  onChange: (next: PartyHelper | null) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [each, setEach] = useState(String(helper.minutesEach));
  const [from, setFrom] = useState(String(helper.fromMinutes));
  const [rest, setRest] = useState(helper.restAfter === null ? '' : String(helper.restAfter));
  const numbers = { each: Number(each.replace(',', '.')), from: wholeOf(from), rest: rest.trim() === '' ? null : wholeOf(rest) };
  const isRight =
    numbers.each >= 0.5 &&
    numbers.each <= 30 &&
    numbers.from >= 0 &&
    numbers.from <= 1440 &&
    (numbers.rest === null || (numbers.rest >= 1 && numbers.rest <= 50));
  return (
    <Box component="li" sx={{ ...RULED_LINE, py: 0.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
          {helper.name}
          <Box sx={QUIET_ASIDE}>
            {helper.minutesEach} min a bow, from {helper.fromMinutes} min before the hour
            {helper.restAfter !== null && `, rests after ${helper.restAfter} bows`}
          </Box>
        </Box>
        {mayChange && (
          <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)} aria-label={`Change ${helper.name}`}>
            {isOpen ? 'Close' : 'Change'}
          </Button>
        )}
      </Box>
      {isOpen && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            if (isRight) onChange({ ...helper, minutesEach: numbers.each, fromMinutes: numbers.from, restAfter: numbers.rest });
          }}
          sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'repeat(3, minmax(0, 1fr))', pb: 1 }}
        >
          <TextField
            label="Minutes a bow"
            value={each}
            onChange={(event) => setEach(event.target.value)}
            error={!(numbers.each >= 0.5 && numbers.each <= 30)}
          />
          <TextField
            label="From, minutes before"
            value={from}
            onChange={(event) => setFrom(event.target.value)}
            error={!(numbers.from >= 0 && numbers.from <= 1440)}
          />
          <TextField
            label="Bows before a rest"
            value={rest}
            onChange={(event) => setRest(event.target.value)}
            helperText="no rest if left empty"
          />
          <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1 }}>
            <Button type="submit" variant="contained" disabled={!isRight}>
              Save
            </Button>
            <Button variant="outlined" onClick={() => onChange(null)}>
              Remove helper
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}
