import { wearer, type Wearer, type WearerInput } from '@easytuck/contract';
import { estimateCollar, formatCollarSize, parseLength } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState, type ReactNode } from 'react';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { currentOf, fieldErrorsOf, sentenceOf } from '../../common/api/request.ts';
import { Choice } from '../../common/Choice.tsx';
import { useStaff } from '../../common/staff.ts';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { useFormDraft } from '../../common/useFormDraft.ts';
import { LikeNotice } from './LikeWearers.tsx';
import { WEARER_LENGTHS, wearerResolver, type WearerForm as Form } from './wearerForm.ts';
import { MEASURE_WORDS, VALUE_WORDS } from './measureWords.ts';

interface WearerFormProps {
  /** Under this name what is typed is kept in the browser until it is saved. */
  readonly draftKey: string;
  readonly initial: Form;
  /** Key of the record that is changed; null for a new one, for which likely doubles are pointed out while it is typed. */
  readonly wearerId: string | null;
  /** Saves what was typed; `onKept` is to be called once the server has it. */
  readonly onSave: (typed: WearerInput, onKept: () => void) => Promise<void>;
  readonly onTakeTheirs?: (current: Wearer) => void;
  readonly saveText: string;
}

/** A wearer's record to be typed: refused at the field, kept when saving fails, compared when somebody else was faster. */
export function WearerForm({ draftKey, initial, wearerId, onSave, onTakeTheirs, saveText }: WearerFormProps) {
  const { unit } = useUnits();
  const [staff] = useStaff();
  const resolver = useMemo(() => wearerResolver(unit), [unit]);
  const { control, register, handleSubmit, setError, formState, reset, watch } = useForm<Form, unknown, WearerInput>({
    resolver,
    defaultValues: initial,
    mode: 'onTouched',
  });
  const draft = useFormDraft(draftKey, initial, reset, watch);
  const [failure, setFailure] = useState<unknown>(null);
  const { errors, isSubmitting, isDirty } = formState;
  const theirs = currentOf(failure, wearer);

  const save = handleSubmit(async (data) => {
    setFailure(null);
    try {
      await onSave({ ...data, takenBy: staff }, draft.forget);
    } catch (error) {
      setFailure(error);
      for (const { path, message } of fieldErrorsOf(error)) setError(path as keyof Form, { message });
    }
  });
  const text = (name: 'name' | 'collar' | 'note' | (typeof WEARER_LENGTHS)[number], label: string, hint = ' ') => (
    <TextField
      key={name}
      label={label}
      {...register(name)}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? hint}
      multiline={name === 'note'}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { autoComplete: 'off', ...(name === 'name' || name === 'note' ? {} : TAPE_FIELD) },
      }}
    />
  );
  const choose = (name: 'dexterity' | 'finish' | 'fullness' | 'backKnotLayer') => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <TextField
          select
          label={MEASURE_WORDS[name]}
          {...field}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="">not asked</MenuItem>
          {Object.entries(VALUE_WORDS[name]).map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  return (
    <Box component="form" noValidate onSubmit={(event) => void save(event)} sx={{ display: 'grid', gap: 1.5 }}>
      {theirs && (
        <Alert
          severity="warning"
          action={
            <Button
              color="inherit"
              onClick={() => {
                draft.forget();
                setFailure(null);
                onTakeTheirs?.(theirs);
              }}
            >
              Take theirs
            </Button>
          }
        >
          Somebody else saved this wearer in the meantime: {theirs.name}, collar {theirs.collar.text}, long end {theirs.longEnd}
          {theirs.note ? `, “${theirs.note}”` : ''}. Yours is still here; save again to put it over theirs.
        </Alert>
      )}
      {failure !== null && !theirs && <Alert severity="error">Not saved. {sentenceOf(failure)} What you typed is kept.</Alert>}
      {text('name', MEASURE_WORDS.name)}
      <LikeWhileTyped control={control} wearerId={wearerId} />
      <Pair>
        {text('collar', MEASURE_WORDS.collar, 'as the shirt is labelled')}
        {text('bareNeckMm', MEASURE_WORDS.bareNeckMm, 'tape flat, a finger’s room')}
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
      <Pair>{WEARER_LENGTHS.slice(1, 3).map((name) => text(name, MEASURE_WORDS[name]))}</Pair>
      <Pair>
        {WEARER_LENGTHS.slice(3, 4).map((name) => text(name, MEASURE_WORDS[name]))}
        {choose('dexterity')}
      </Pair>
      <Pair>{WEARER_LENGTHS.slice(4).map((name) => text(name, MEASURE_WORDS[name]))}</Pair>
      <Pair>
        {choose('finish')}
        {choose('fullness')}
        {choose('backKnotLayer')}
      </Pair>
      {text('note', 'Note')}
      <Box sx={{ display: 'flex', gap: 2 }}>
        <Button type="submit" variant="contained" disabled={isSubmitting || (!isDirty && !draft.wasKept)}>
          {isSubmitting ? 'Saving …' : saveText}
        </Button>
        {(isDirty || draft.wasKept) && (
          <Button
            variant="outlined"
            onClick={() => {
              draft.forget();
              reset(initial);
            }}
          >
            Leave as it was
          </Button>
        )}
      </Box>
    </Box>
  );
}

function Pair({ children }: { children: ReactNode }) {
  return <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(2, minmax(0, 1fr))', columnGap: 2.5 }}>{children}</Box>;
}

/** What collar would be proposed, where only the neck was measured. */
function ProposedCollar({ control }: { control: Control<Form, unknown, WearerInput> }) {
  const { unit } = useUnits();
  const [collar, neck] = useWatch({ control, name: ['collar', 'bareNeckMm'] });
  const reading = parseLength(neck, unit);
  if (collar.trim() !== '' || reading.kind !== 'length') return null;
  const proposed = estimateCollar(reading.lengthMm, unit === 'cm' ? 'cm' : 'in');
  return (
    <Box sx={{ fontSize: '0.875rem', color: 'text.secondary' }}>
      Proposed collar ≈ <b>{formatCollarSize(proposed)}</b>, half an inch over the neck: an estimate until it is read off a shirt.
    </Box>
  );
}

function LikeWhileTyped({ control, wearerId }: { control: Control<Form, unknown, WearerInput>; wearerId: string | null }) {
  const [name, collar] = useWatch({ control, name: ['name', 'collar'] });
  return wearerId === null ? <LikeNotice name={name} collar={collar} /> : null;
}
