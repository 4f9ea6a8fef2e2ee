import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import { useState, type ReactNode } from 'react';
import { COLOURS } from '../theme.ts';

/** Records that are chosen in a list, to do something with all of them. */
export interface Selection {
  /** Whether the list shows its boxes. */
  readonly isOn: boolean;
  readonly ids: ReadonlySet<string>;
  readonly begin: () => void;
  readonly end: () => void;
  readonly toggle: (id: string) => void;
  readonly choose: (ids: readonly string[]) => void;
}

export function useSelection(): Selection {
  const [ids, setIds] = useState<ReadonlySet<string> | null>(null);
  return {
    isOn: ids !== null,
    ids: ids ?? new Set(),
    begin: () => setIds(new Set()),
    end: () => setIds(null),
    toggle: (id) =>
      setIds((before) => {
        const next = new Set(before);
        if (!next.delete(id)) next.add(id);
        return next;
      }),
    choose: (chosen) => setIds(new Set(chosen)),
  };
}

/** The box of one record; takes no room while nothing is chosen. */
export function SelectBox({ selection, id, name }: { selection: Selection; id: string; name: string }) {
  if (!selection.isOn) return null;
  return (
    <Checkbox
      checked={selection.ids.has(id)}
      onChange={() => selection.toggle(id)}
      slotProps={{ input: { 'aria-label': `Select ${name}` } }}
      sx={{ alignSelf: 'center' }}
    />
  );
}

/** Above a list: begins to choose, says how many are chosen, and what can be done with them. */
export function SelectionBar({ selection, all, children }: { selection: Selection; all: readonly string[]; children: ReactNode }) {
  if (!selection.isOn)
    return (
      <Button variant="outlined" onClick={selection.begin} sx={{ minHeight: 36 }}>
        Select several
      </Button>
    );
  const isAll = all.length > 0 && all.every((id) => selection.ids.has(id));
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
      <Box role="status">{selection.ids.size} selected</Box>
      <Button onClick={() => selection.choose(isAll ? [] : all)}>{isAll ? 'Select none' : 'Select all shown'}</Button>
      {selection.ids.size > 0 && children}
      <Button onClick={selection.end} sx={{ ml: 'auto' }}>
        Done
      </Button>
    </Box>
  );
}
