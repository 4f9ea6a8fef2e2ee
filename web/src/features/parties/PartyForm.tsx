import {
  DEAL_WORDS,
  DEALS,
  OCCASION_WORDS,
  PARTY_KIND_WORDS,
  PARTY_KINDS,
  party as partySchema,
  type Party,
  type PartyInput,
} from '@easytuck/contract';
import { OCCASIONS } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useCallback, useMemo } from 'react';
import { Controller, useWatch } from 'react-hook-form';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { changeParty, createParty } from '../../common/api/parties.ts';
import { currentOf } from '../../common/api/request.ts';
import { dayWords } from '../../common/dueWords.ts';
import { ClashNotice } from '../../common/forms/ClashNotice.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useRecordForm } from '../../common/forms/useRecordForm.ts';
import { LazyDayField } from '../../common/LazyDayField.tsx';
import { useUnits } from '../../common/UnitProvider.tsx';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import {
  emptyParty,
  movedDay,
  PARTY_FIELD_WORDS,
  partyResolver,
  readHour,
  toPartyForm,
  usualDays,
  type PartyForm as Form,
} from './partyForm.ts';

const GRID = {
  display: 'grid',
  columnGap: 2.5,
  rowGap: 1.5,
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))' },
} as const;

/** The form for a party: errors stand at their fields, a failed save loses nothing, and somebody else’s changes are merged. */
export function PartyForm({
  party,
  saveText,
  onSaved,
}: {
  party: Party | null;
  saveText: string;
  onSaved: (saved: Party) => void | Promise<void>;
}) {
  const { unit } = useUnits();
  const resolver = useMemo(() => partyResolver(unit, party), [unit, party]);
  const toForm = useCallback((shown: Party) => toPartyForm(shown, unit), [unit]);
  const empty = useMemo(() => emptyParty(), []);
  const { form, clashes, arrived, decide, submit, isChanged, isSaving, failure, discard } = useRecordForm<Party, Form, PartyInput>({
    name: `party.${party?.id ?? 'new'}`,
    record: party,
    schema: partySchema,
    toForm,
    empty,
    resolver,
    save: (input, base, newId) =>
      base === null
        ? createParty({ ...input, id: newId })
        : changeParty(base.id, { ...input, look: base.look, helpers: base.helpers, version: base.version }),
    onSaved,
  });
  const mayChange = useMay()('parties.change');
  const { control, register, formState, getValues, setValue } = form;
  const { errors } = formState;
  const [day, outFrom, backBy] = useWatch({ control, name: ['day', 'outFrom', 'backBy'] });
  /** What a day of the ties follows: the party’s day unless it was set. */
  const daysHint = (field: 'outFrom' | 'backBy', usual: string): string => {
    // while it is typed it is no day yet
    if (usualDays(day)[field] === '') return ' ';
    if ({ outFrom, backBy }[field] === '') return `${usual}, ${dayWords(usualDays(day)[field])}, if left empty`;
    const moved = movedDay({ day, outFrom, backBy }, field, party);
    return moved === { outFrom, backBy }[field] ? ' ' : `moves with the day to ${dayWords(moved)}`;
  };
  const text = (name: keyof Form, hint = ' ') => (
    <TextField
      label={PARTY_FIELD_WORDS[name]}
      {...register(name, {
        onBlur: (event: { target: HTMLInputElement }) => {
          if (name === 'hour') setValue('hour', readHour(event.target.value), { shouldValidate: event.target.value !== '' });
        },
      })}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? hint}
      multiline={name === 'note'}
      // a new party begins with its name
      // eslint-disable-next-line jsx-a11y/no-autofocus
      autoFocus={name === 'name' && party === null}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
    />
  );
  const choose = (name: keyof Form, options: readonly (readonly [string, string])[]) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <TextField select label={PARTY_FIELD_WORDS[name]} {...field} helperText=" ">
          {options.map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  const dayField = (name: 'day' | 'outFrom' | 'backBy', hint: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <LazyDayField
          label={PARTY_FIELD_WORDS[name]}
          value={field.value}
          onChange={field.onChange}
          onBlur={field.onBlur}
          error={errors[name]?.message}
          hint={hint}
        />
      )}
    />
  );
  return (
    <FieldsForm
      onSave={() => void submit()}
      saveKeySays={mayChange ? 'save the party' : undefined}
      sx={{ display: 'grid', gap: 1.5, maxWidth: '50rem' }}
    >
      <ClashNotice<Form>
        what="this party"
        clashes={clashes}
        arrived={arrived}
        mineOf={(field) => getValues(field)}
        nameOf={(field) => PARTY_FIELD_WORDS[field]}
        wordsOf={(_field, words) => words}
        onDecide={decide}
      />
      <NotSaved failure={currentOf(failure, partySchema) ? null : failure} />
      <Box sx={GRID}>
        {text('name')}
        {choose(
          'kind',
          PARTY_KINDS.map((kind) => [kind, PARTY_KIND_WORDS[kind]]),
        )}
        {dayField('day', ' ')}
        {text('hour', 'local time, e.g. 19:30 or 7.30 pm')}
        {text('place')}
        {choose(
          'occasion',
          OCCASIONS.map((each) => [each, OCCASION_WORDS[each]]),
        )}
        {text('leadName', 'e.g. the bride, the band sergeant, the head waiter')}
        {text('leadContact')}
        {dayField('outFrom', daysHint('outFrom', 'the day before'))}
        {dayField('backBy', daysHint('backBy', 'three days after'))}
        {choose(
          'deal',
          DEALS.map((each) => [each, DEAL_WORDS[each]]),
        )}
        {text('zone', 'e.g. Europe/London')}
        {text('arriveMinutes', 'unless set for a person')}
        {text('keepFreeMinutes', 'between the last bow and the hour')}
      </Box>
      {text('note')}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <May what="parties.change">
          <Button type="submit" variant="contained" disabled={isSaving || clashes.length > 0}>
            {saveText}
          </Button>
        </May>
        {isChanged && (
          <Button variant="outlined" onClick={discard}>
            Discard changes
          </Button>
        )}
      </Box>
    </FieldsForm>
  );
}
