import { wearer, wearerInput, type Wearer, type WearerData, type WearerInput } from '@easytuck/contract';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { currentOf, fieldErrorsOf, sentenceOf } from '../../shared/api/request.ts';
import { Choice } from '../../shared/Choice.tsx';
import { useFormDraft } from '../../shared/useFormDraft.ts';

interface WearerFormProps {
  /** Under this name what is typed is kept in the browser until it is saved. */
  readonly draftKey: string;
  readonly initial: WearerInput;
  /** Saves what was typed; `onKept` is to be called once the server has it. */
  readonly onSave: (typed: WearerInput, onKept: () => void) => Promise<void>;
  readonly onTakeTheirs?: (current: Wearer) => void;
  readonly saveText: string;
}

/** A wearer's record to be typed: refused at the field, kept when saving fails, compared when somebody else was faster. */
export function WearerForm({ draftKey, initial, onSave, onTakeTheirs, saveText }: WearerFormProps) {
  const { control, register, handleSubmit, setError, formState, reset, watch } = useForm<WearerInput, unknown, WearerData>({
    resolver: zodResolver(wearerInput),
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
      await onSave({ ...data, collar: data.collar.text }, draft.forget);
    } catch (error) {
      setFailure(error);
      for (const { path, message } of fieldErrorsOf(error)) setError(path as keyof WearerInput, { message });
    }
  });
  const text = (name: 'name' | 'collar' | 'note', label: string, hint: string) => (
    <TextField
      label={label}
      {...register(name)}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? hint}
      multiline={name === 'note'}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
    />
  );
  return (
    <Box component="form" noValidate onSubmit={(event) => void save(event)} sx={{ display: 'grid', gap: 2 }}>
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
      {text('name', 'Name', ' ')}
      {text('collar', 'Collar size', 'As the shirt is labelled: 15¾, 15 3/4, 40 cm')}
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
      {text('note', 'Note', ' ')}
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
