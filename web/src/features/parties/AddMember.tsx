import type { PartyPage } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
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

/** Puts somebody on the list: a wearer on record, found by letters, or a new name. Enter, and the next one can be written. */
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
  const searched = useDeferredValue(letters.trim());
  const found = useWearers(searched).data?.wearers ?? [];
  const there = new Set(page.members.flatMap(({ wearerId }) => wearerId ?? []));
  const options = searched === '' ? [] : found.filter(({ id }) => !there.has(id));
  const add = useSaving(async (name: string, wearerId: string | null) => {
    await addMembers(page.party.id, [{ id: nextId, name, wearerId }]);
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
        disabled={add.isBusy}
        onInputChange={(_event, text, reason) => reason !== 'reset' && setLetters(text)}
        onChange={(_event, chosen) => {
          if (typeof chosen === 'string' && chosen.trim() !== '') void add.save(chosen.trim(), null);
          else if (chosen !== null && typeof chosen !== 'string') void add.save(chosen.name, chosen.id);
        }}
        renderOption={({ key, ...props }, wearer) => (
          <li key={key} {...props}>
            {wearer.name}, {formatCollarSize(wearer.collar)}
          </li>
        )}
        renderInput={(params) => (
          <TextField
            {...params}
            label="Put on the list"
            inputRef={inputRef}
            error={refused !== undefined}
            helperText={refused ?? 'a name, then Enter; whoever is on record is offered'}
          />
        )}
      />
      <NotSaved failure={refused === undefined ? add.failure : null} what="put on the list" />
    </Box>
  );
}
