import { MOST_CHOSEN, type ExchangeKind } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { COLOURS } from '../theme.ts';
import { exportAddress } from './api/exchange.ts';
import { NotSaved } from './forms/NotSaved.tsx';
import { useSaving } from './forms/useSaving.ts';
import { notify } from './notices.tsx';
import { May } from './session/May.tsx';
import { readStored, writeStored } from './stored.ts';

/** Records that are chosen in a list, to do something with all of them. */
export interface Selection<R> {
  /** Whether the list shows its boxes. */
  readonly isOn: boolean;
  /** Those of the shown ones that are chosen. */
  readonly chosen: readonly R[];
  readonly shown: readonly R[];
  readonly begin: () => void;
  readonly end: () => void;
  readonly toggle: (id: string) => void;
  readonly chooseAll: (isAll: boolean) => void;
}

/** Lets several records of a list be chosen. @param shown what the list shows now. */
export function useSelection<R extends { readonly id: string }>(shown: readonly R[]): Selection<R> {
  const [ids, setIds] = useState<ReadonlySet<string> | null>(null);
  return {
    isOn: ids !== null,
    chosen: shown.filter(({ id }) => ids?.has(id) === true),
    shown,
    begin: () => setIds(new Set()),
    end: () => setIds(null),
    toggle: (id) =>
      setIds((before) => {
        const next = new Set(before);
        if (!next.delete(id)) next.add(id);
        return next;
      }),
    chooseAll: (isAll) => setIds(new Set(isAll ? shown.map(({ id }) => id) : [])),
  };
}

/** The box of one record; takes no room while nothing is chosen. */
export function SelectBox<R extends { readonly id: string; readonly name: string }>({
  selection,
  record: { id, name },
}: {
  selection: Selection<R>;
  record: R;
}) {
  if (!selection.isOn) return null;
  return (
    <Checkbox
      checked={selection.chosen.some((each) => each.id === id)}
      onChange={() => selection.toggle(id)}
      slotProps={{ input: { 'aria-label': `Select ${name}` } }}
      sx={{ alignSelf: 'center' }}
    />
  );
}

/** Above a list: begins to choose, says how many are chosen, and what can be done with them. */
export function SelectionBar<R>({ selection, children }: { selection: Selection<R>; children: ReactNode }) {
  const { isOn, chosen, shown } = selection;
  if (shown.length === 0) return null;
  if (!isOn)
    return (
      <Button variant="outlined" onClick={selection.begin} sx={{ minHeight: 36 }}>
        Select several
      </Button>
    );
  const isAll = chosen.length === shown.length;
  return (
    <Box
      role="toolbar"
      aria-label="With the selected ones"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1.5,
        flexBasis: '100%',
        p: 1,
        border: `1px solid ${COLOURS.thread}`,
        backgroundColor: COLOURS.card,
      }}
    >
      <Box role="status">{chosen.length} selected</Box>
      <Button onClick={() => selection.chooseAll(!isAll)}>{isAll ? 'Select none' : 'Select all shown'}</Button>
      {chosen.length > 0 && children}
      <Button onClick={selection.end} sx={{ ml: 'auto' }}>
        Done
      </Button>
    </Box>
  );
}

interface Archivable {
  readonly id: string;
  readonly awayAt: string | null;
}

/**
 * Archives the chosen records, or takes them out of the archive if all are in it. What was done before a failure can be undone.
 * @param count writes how many there are: "3 wearers".
 */
export function ArchiveChosen<R extends Archivable>({
  selection: { chosen, end },
  archive,
  count,
}: {
  selection: Selection<R>;
  archive: (record: R, isArchived: boolean) => Promise<R>;
  count: (records: number) => string;
}) {
  const isArchiving = chosen.some(({ awayAt }) => awayAt === null);
  const { save, isBusy, failure } = useSaving(async () => {
    const done: R[] = [];
    try {
      for (const record of chosen) done.push(await archive(record, isArchiving));
      end();
    } finally {
      if (done.length > 0)
        notify(`${count(done.length)} ${isArchiving ? 'archived' : 'taken out of the archive'}.`, () => {
          void Promise.all(done.map((record) => archive(record, !isArchiving)));
        });
    }
  });
  return (
    <>
      <Button variant="outlined" disabled={isBusy} onClick={() => void save()}>
        {isArchiving ? 'Archive' : 'Take out of the archive'}
      </Button>
      <NotSaved failure={failure} what="done for all" kept="" />
    </>
  );
}

/** Saves the chosen records as a table. */
export function ExportChosen({ kind, selection: { chosen } }: { kind: ExchangeKind; selection: Selection<{ readonly id: string }> }) {
  const ids = chosen.map(({ id }) => id);
  if (ids.length > MOST_CHOSEN) return <Box>To export, select {MOST_CHOSEN} at most.</Box>;
  return (
    <May what="tables.export">
      <Button variant="outlined" component="a" href={exportAddress(kind, 'csv', ids)} download>
        CSV
      </Button>
      <Button variant="outlined" component="a" href={exportAddress(kind, 'xlsx', ids)} download>
        Excel
      </Button>
    </May>
  );
}

/** The order of a list, which this browser remembers. @param orders each with what it is called; the first is the usual one. */
export function useOrder<O extends string>(list: string, orders: readonly (readonly [O, string])[]): readonly [O, (order: O) => void] {
  const key = `easytuck.${list}.sort`;
  const [order, setOrder] = useState<O>(() =>
    readStored<O>(key, (value) => orders.find(([each]) => each === value)?.[0] ?? null, orders[0]?.[0] as O),
  );
  const choose = (next: O): void => {
    setOrder(next);
    writeStored(key, next);
  };
  return [order, choose];
}

/** Chooses the order of a list. */
export function OrderChoice<O extends string>({
  order,
  orders,
  onChange,
}: {
  order: O;
  orders: readonly (readonly [O, string])[];
  onChange: (order: O) => void;
}) {
  return (
    <TextField select label="Sorted by" value={order} onChange={(event) => onChange(event.target.value as O)} sx={{ width: '11rem' }}>
      {orders.map(([value, words]) => (
        <MenuItem key={value} value={value}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}
