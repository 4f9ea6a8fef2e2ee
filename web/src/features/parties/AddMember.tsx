import { WHO_TIES_WORDS, type PartyPage } from '@easytuck/contract';
import { formatCollarSize, parseCollarSize } from '@easytuck/core';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState, type Ref } from 'react';
import { v7 as uuid } from 'uuid';
import { addMembers } from '../../common/api/parties.ts';
import { fieldErrorsOf } from '../../common/api/request.ts';
import { useWearers } from '../../common/api/wearers.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { readQuickEntry, type QuickEntry } from './quickEntry.ts';

/** Adds a person: a wearer on record, found by letters, or a new name with what is known of them. Enter adds; then the next can be typed. */
export function AddMember({
  page,
  inputRef,
  onAdded,
}: {
  page: PartyPage;
  inputRef: Ref<HTMLInputElement>;
  onAdded: (id: string) => void;
}) {
  const [letters, setLetters] = useState('');
  const [nextId, setNextId] = useState(() => uuid());
  const entry = readQuickEntry(letters);
  const searched = useDeferredValue(entry.name);
  const found = useWearers(searched).data?.wearers ?? [];
  const there = new Set(page.members.flatMap(({ wearerId }) => wearerId ?? []));
  const options = searched === '' ? [] : found.filter(({ id }) => !there.has(id));
  const add = useSaving(async (typed: QuickEntry, wearerId: string | null) => {
    const { name, collar, longEnd, whoTies } = typed;
    await addMembers(page.party.id, [{ id: nextId, name, wearerId, collar, longEnd, whoTies, ground: collar === null ? null : 'told' }]);
    onAdded(nextId);
    setNextId(uuid());
    setLetters('');
  });
  const refused = fieldErrorsOf(add.failure)[0]?.message;
  return (
    <Box sx={{ flex: '1 1 14rem', minWidth: 0 }}>
      <Autocomplete
        freeSolo
        options={options}
        filterOptions={(all) => all}
        getOptionLabel={(option) => (typeof option === 'string' ? option : option.name)}
        getOptionKey={(option) => (typeof option === 'string' ? option : option.id)}
        inputValue={letters}
        value={null}
        readOnly={add.isBusy}
        onInputChange={(_event, text, reason) => reason !== 'reset' && setLetters(text)}
        onChange={(_event, chosen) => {
          if (typeof chosen === 'string' && chosen.trim() !== '') void add.save(readQuickEntry(chosen), null);
          else if (chosen !== null && typeof chosen !== 'string') void add.save({ ...entry, name: chosen.name }, chosen.id);
        }}
        renderOption={({ key, ...props }, wearer) => (
          <li key={key} {...props}>
            {wearer.name}, {formatCollarSize(wearer.collar)}
          </li>
        )}
        renderInput={(params) => (
          <TextField
            {...params}
            label="Add a person"
            inputRef={inputRef}
            error={refused !== undefined}
            helperText={refused ?? (readWords(entry) || 'e.g. Ansel Reeve 15 1/2, then Enter')}
            slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, 'data-first': '' } }}
          />
        )}
      />
      <NotSaved failure={refused === undefined ? add.failure : null} what="added" />
    </Box>
  );
}

/** How a line is read, as far as it is more than a name. */
const readWords = ({ name, collar, longEnd, whoTies }: QuickEntry): string =>
  collar === null && longEnd === null && whoTies === null
    ? ''
    : [
        name,
        ...(collar === null ? [] : [`collar ${sizeWords(collar)}`]),
        ...(longEnd === null ? [] : [`long end on their ${longEnd}`]),
        ...(whoTies === null ? [] : [WHO_TIES_WORDS[whoTies]]),
      ].join(', ');

function sizeWords(text: string): string {
  const reading = parseCollarSize(text);
  return reading.kind === 'collar' ? formatCollarSize(reading.collar) : text;
}
