import {
  CHOICE_MEASURES,
  LENGTH_MEASURES,
  wearer as wearerSchema,
  type LengthMeasureKey,
  type MeasureRow,
  type Wearer,
  type WearerInput,
} from '@easytuck/contract';
import { estimateCollar, formatCollarSize, parseLength } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useCallback, useMemo, type ReactNode } from 'react';
import { Controller, useWatch, type Control } from 'react-hook-form';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { currentOf } from '../../common/api/request.ts';
import { changeWearer, createWearer } from '../../common/api/wearers.ts';
import { Choice } from '../../common/Choice.tsx';
import { ClashNotice } from '../../common/forms/ClashNotice.tsx';
import { LazyDayField } from '../../common/LazyDayField.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useRecordForm } from '../../common/forms/useRecordForm.ts';
import { LengthHint } from '../../common/forms/LengthHint.tsx';
import { useStaff } from '../../common/staff.ts';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { withUnit } from '../../common/exactLength.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { LikeNotice } from './LikeWearers.tsx';
import { choiceWords, MEASURE_WORDS } from './measureWords.ts';
import { EMPTY_WEARER, toWearerForm, wearerResolver, type WearerForm as Form } from './wearerForm.ts';
import { QUIET_ASIDE } from '../../common/looks.ts';
import { FieldsOf } from '../../common/session/Allowed.tsx';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';

interface WearerFormProps {
  /** Under this name what is typed is kept in the browser until it is saved. */
  readonly name: string;
  /** The record that is changed; null for a new one, for which likely doubles are pointed out while it is typed. */
  readonly wearer: Wearer | null;
  readonly onSaved: (saved: Wearer) => void | Promise<void>;
  readonly saveText: string;
}

/** A wearer's record to be typed: refused at the field, kept when saving fails, merged with what somebody else changed meanwhile. */
export function WearerForm({ name: draftName, wearer, onSaved, saveText }: WearerFormProps) {
  const { unit } = useUnits();
  const [staff] = useStaff();
  const resolver = useMemo(() => wearerResolver(unit), [unit]);
  const toForm = useCallback((shown: Wearer) => toWearerForm(shown, unit), [unit]);
  const record = useRecordForm<Wearer, Form, WearerInput>({
    name: draftName,
    record: wearer,
    schema: wearerSchema,
    toForm,
    empty: EMPTY_WEARER,
    resolver,
    save: (input, base, newId) =>
      base === null
        ? createWearer({ ...input, takenBy: staff, id: newId })
        : changeWearer(base.id, { ...input, takenBy: staff, version: base.version }),
    onSaved,
  });
  const { form, clashes, arrived, decide, submit, isChanged, isSaving, failure, discard } = record;
  const mayChange = useMay()('wearers.change');
  const { control, register, formState, getValues, setValue } = form;
  const { errors } = formState;
  const text = (name: 'name' | 'collar' | 'note' | 'contact' | 'eventName' | LengthMeasureKey, label: string, hint = ' ') => (
    <TextField
      key={name}
      label={label}
      {...register(name, {
        onBlur: (event: { target: HTMLInputElement }) => {
          if (LENGTHS.has(name)) setValue(name, withUnit(event.target.value, unit));
        },
      })}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? (LENGTHS.has(name) ? <LengthHint control={control} name={name} hint={hint} /> : hint)}
      multiline={name === 'note'}
      // a new record begins with its name
      // eslint-disable-next-line jsx-a11y/no-autofocus
      autoFocus={name === 'name' && wearer === null}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { autoComplete: 'off', ...(NO_TAPE.has(name) ? {} : TAPE_FIELD) },
      }}
    />
  );
  const choose = ({ key, name: label, values, words }: (typeof CHOICE_MEASURES)[number]) => (
    <Controller
      key={key}
      control={control}
      name={key}
      render={({ field }) => (
        <TextField select label={label} {...field} slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}>
          <MenuItem value="">not asked</MenuItem>
          {values.map((value) => (
            <MenuItem key={value} value={value}>
              {(words as Readonly<Record<string, string>>)[value]}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  const measures = (row: MeasureRow) => [
    ...LENGTH_MEASURES.filter((measure) => measure.row === row).map(({ key, name: label, hint }) => text(key, label, hint)),
    ...CHOICE_MEASURES.filter((measure) => measure.row === row).map(choose),
  ];
  return (
    <FieldsForm onSave={() => void submit()} saveKeySays={mayChange ? 'save the wearer' : undefined} sx={{ display: 'grid', gap: 1.5 }}>
      <ClashNotice<Form>
        what="this wearer"
        clashes={clashes}
        arrived={arrived}
        mineOf={(field) => getValues(field)}
        nameOf={(field) => MEASURE_WORDS[field]}
        wordsOf={(field, text) => choiceWords(field, text)}
        onDecide={decide}
      />
      <NotSaved failure={currentOf(failure, wearerSchema) ? null : failure} />
      <FieldsOf what="wearers.change">
        {text('name', MEASURE_WORDS.name)}
        <LikeWhileTyped control={control} wearerId={wearer?.id ?? null} />
        <Pair>
          {text('collar', MEASURE_WORDS.collar, 'as the shirt is labelled')}
          {measures('collar')}
        </Pair>
        <ProposedCollar control={control} />
        <Controller
          control={control}
          name="longEnd"
          render={({ field }) => (
            <Choice
              label="Long end starts on the wearer’s"
              value={field.value}
              onChange={field.onChange}
              options={[
                { value: 'left', text: 'left' },
                { value: 'right', text: 'right' },
              ]}
            />
          )}
        />
        <Pair>{measures('neck')}</Pair>
        <Pair>{measures('face')}</Pair>
        <Pair>{measures('buttons')}</Pair>
        <Pair>{measures('wishes')}</Pair>
        <Pair leastRem={12}>
          {text('eventName', MEASURE_WORDS.eventName, 'dinner, wedding, concert')}
          <Controller
            control={control}
            name="eventOn"
            render={({ field }) => (
              <LazyDayField
                label={MEASURE_WORDS.eventOn}
                value={field.value}
                onChange={field.onChange}
                onBlur={field.onBlur}
                error={errors.eventOn?.message}
              />
            )}
          />
        </Pair>
        {text('contact', MEASURE_WORDS.contact, 'telephone, address, whom to ask for')}
        {text('note', MEASURE_WORDS.note)}
      </FieldsOf>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <May what="wearers.change">
          <Button type="submit" variant="contained" disabled={isSaving || clashes.length > 0 || !isChanged}>
            {isSaving ? 'Saving…' : saveText}
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

const LENGTHS: ReadonlySet<string> = new Set(LENGTH_MEASURES.map(({ key }) => key));
const NO_TAPE: ReadonlySet<string> = new Set(['name', 'note', 'contact', 'eventName']);

function Pair({ leastRem = 10, children }: { leastRem?: number; children: ReactNode }) {
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: `repeat(auto-fit, minmax(min(100%, ${leastRem}rem), 1fr))`, columnGap: 2.5, rowGap: 1.5 }}
    >
      {children}
    </Box>
  );
}

/** What collar would be proposed, where only the neck was measured. */
function ProposedCollar({ control }: { control: Control<Form, unknown, WearerInput> }) {
  const { unit } = useUnits();
  const [collar, neck] = useWatch({ control, name: ['collar', 'bareNeckMm'] });
  const reading = parseLength(neck, unit);
  if (collar.trim() !== '' || reading.kind !== 'length') return null;
  const proposed = estimateCollar(reading.lengthMm, unit === 'cm' ? 'cm' : 'in');
  return (
    <Box sx={QUIET_ASIDE}>
      Proposed collar ≈ <b>{formatCollarSize(proposed)}</b>, half an inch over the neck: an estimate until it is read off a shirt.
    </Box>
  );
}

function LikeWhileTyped({ control, wearerId }: { control: Control<Form, unknown, WearerInput>; wearerId: string | null }) {
  const [name, collar] = useWatch({ control, name: ['name', 'collar'] });
  return wearerId === null ? <LikeNotice name={name} collar={collar} /> : null;
}
