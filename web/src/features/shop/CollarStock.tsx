import {
  collarInput,
  FITTING_LENGTHS,
  lengthField,
  stockCollar,
  type CollarInput,
  type LengthLimits,
  type StockCollar,
} from '@easytuck/contract';
import { TYPICAL_COLLARS, type CollarStyle, type LengthUnit } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { Controller, type FieldErrors, type Resolver } from 'react-hook-form';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { changeCollar, createCollar, removeCollar, useCollars } from '../../common/api/collars.ts';
import { currentOf } from '../../common/api/request.ts';
import { exactLength } from '../../common/exactLength.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { ClashNotice } from '../../common/forms/ClashNotice.tsx';
import { notify } from '../../common/notices.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useRecordForm } from '../../common/forms/useRecordForm.ts';
import { LengthHint } from '../../common/forms/LengthHint.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { withUnit } from '../../common/exactLength.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLLAR_STYLE_WORDS } from '../../common/words.ts';
import { COLOURS } from '../../theme.ts';
import { RULED_LIST, WHOLE_ROW } from '../../common/looks.ts';
import { May } from '../../common/session/May.tsx';

/** Collars of the shirts in stock: each as measured, changed in place. */
export function CollarStock() {
  const [open, setOpen] = useState<string | null>(null);
  const { length } = useUnits();
  return (
    <Loaded reading={useCollars()}>
      {(collars) => (
        <>
          <Box component="ul" sx={RULED_LIST}>
            {collars.map((collar) => (
              <Box component="li" key={collar.id} sx={{ borderBottom: `1px solid ${COLOURS.rule}`, py: 0.75, px: 1 }}>
                {open === collar.id ? (
                  <CollarEditor collar={collar} onDone={() => setOpen(null)} />
                ) : (
                  <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
                    <Box sx={{ flex: 1 }}>
                      <b>{collar.name}</b>, {COLLAR_STYLE_WORDS[collar.style].toLowerCase()}: points {length(collar.pointsMm)} apart, band{' '}
                      {length(collar.standMm)} high
                    </Box>
                    <May what="collars.change">
                      <Button size="small" aria-label={`Change ${collar.name}`} onClick={() => setOpen(collar.id)}>
                        Change
                      </Button>
                    </May>
                  </Box>
                )}
              </Box>
            ))}
          </Box>
          {open === 'new' ? (
            <Box sx={{ mt: 2 }}>
              <CollarEditor collar={null} onDone={() => setOpen(null)} />
            </Box>
          ) : (
            <May what="collars.change">
              <Button variant="outlined" onClick={() => setOpen('new')} sx={{ mt: 1.5 }}>
                Add a collar
              </Button>
            </May>
          )}
        </>
      )}
    </Loaded>
  );
}

/** A collar as it is typed. */
interface CollarForm {
  name: string;
  style: CollarStyle;
  pointsMm: string;
  standMm: string;
  leafMm: string;
}

const LENGTHS = [
  ['pointsMm', FITTING_LENGTHS.collarPointsMm],
  ['standMm', FITTING_LENGTHS.standHeightMm],
  ['leafMm', FITTING_LENGTHS.leafLengthMm],
] as const satisfies readonly (readonly [keyof CollarForm, LengthLimits])[];

const LABELS: Readonly<Record<keyof CollarForm, string>> = {
  name: 'Collar’s name',
  style: 'Style',
  pointsMm: 'Collar points apart',
  standMm: 'Band height',
  leafMm: 'Leaf length',
};

const toFormIn =
  (unit: LengthUnit) =>
  ({ name, style, pointsMm, standMm, leafMm }: Omit<CollarInput, 'id'>): CollarForm => ({
    ...{ name, style, pointsMm: exactLength(pointsMm, unit) },
    ...{ standMm: exactLength(standMm, unit), leafMm: exactLength(leafMm, unit) },
  });

/** A new collar starts from what is typical of its style. */
const EMPTY: CollarForm = toFormIn('cm')({ ...TYPICAL_COLLARS.turndown, name: '', style: 'turndown' });

/** Checks what was typed by the contract; lengths without a unit are in `unit`. */
const resolverFor =
  (unit: LengthUnit): Resolver<CollarForm, unknown, CollarInput> =>
  (form) => {
    const errors: FieldErrors<CollarForm> = {};
    const [pointsMm, standMm, leafMm] = LENGTHS.map(([field, limits]) => {
      const read = lengthField(limits, unit).safeParse(form[field]);
      if (!read.success) errors[field] = { type: 'contract', message: read.error.issues[0]?.message ?? '' };
      return read.data ?? Number.NaN;
    });
    const input = collarInput.safeParse({ name: form.name, style: form.style, pointsMm, standMm, leafMm });
    for (const { path, message } of input.error?.issues ?? []) errors[path[0] as keyof CollarForm] ??= { type: 'contract', message };
    return input.success ? { values: input.data, errors: {} } : { values: {}, errors };
  };

function CollarEditor({ collar, onDone }: { collar: StockCollar | null; onDone: () => void }) {
  const { unit } = useUnits();
  const resolver = useMemo(() => resolverFor(unit), [unit]);
  const toForm = useMemo(() => toFormIn(unit), [unit]);
  const record = useRecordForm<StockCollar, CollarForm, CollarInput>({
    name: `collar.${collar?.id ?? 'new'}`,
    record: collar,
    schema: stockCollar,
    toForm,
    empty: EMPTY,
    resolver,
    save: (input, base, newId) =>
      base === null ? createCollar({ ...input, id: newId }) : changeCollar(base.id, { ...input, version: base.version }),
    onSaved: onDone,
  });
  const { form, base, clashes, arrived, decide, submit, isSaving, failure, discard } = record;
  const { control, register, formState, getValues, setValue } = form;
  const { errors } = formState;
  const removal = useSaving(async () => {
    if (base === null) return;
    await removeCollar(base);
    const { version: _version, createdAt: _created, updatedAt: _updated, ...removed } = base;
    notify(`${base.name} is removed.`, () => void createCollar(removed));
    discard();
    onDone();
  });
  const text = (name: Exclude<keyof CollarForm, 'style'>) => (
    <TextField
      key={name}
      label={LABELS[name]}
      {...register(name, {
        onBlur: (event: { target: HTMLInputElement }) => {
          if (name !== 'name') setValue(name, withUnit(event.target.value, unit));
        },
      })}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? (name === 'name' ? ' ' : <LengthHint control={control} name={name} />)}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off', ...(name === 'name' ? {} : TAPE_FIELD) } }}
    />
  );
  const chooseStyle = (style: CollarStyle): void => {
    setValue('style', style, { shouldDirty: true });
    if (collar) return;
    const typical = toForm({ ...TYPICAL_COLLARS[style], name: '', style });
    for (const [field] of LENGTHS) setValue(field, typical[field], { shouldValidate: true });
  };
  return (
    <FieldsForm
      onSave={() => void submit()}
      label={collar ? collar.name : 'A new collar'}
      sx={{
        display: 'grid',
        columnGap: 2,
        rowGap: 1,
        gridTemplateColumns: 'repeat(auto-fill, minmax(8.125rem, 1fr))',
        alignItems: 'start',
      }}
    >
      <Box sx={WHOLE_ROW}>
        <ClashNotice<CollarForm>
          what="this collar"
          clashes={clashes}
          arrived={arrived}
          mineOf={(field) => getValues(field)}
          nameOf={(field) => LABELS[field]}
          wordsOf={(field, value) => (field === 'style' ? COLLAR_STYLE_WORDS[value as CollarStyle] : value)}
          onDecide={decide}
        />
      </Box>
      {text('name')}
      <Controller
        control={control}
        name="style"
        render={({ field }) => (
          <TextField select label={LABELS.style} value={field.value} onChange={(event) => chooseStyle(event.target.value as CollarStyle)}>
            {(Object.keys(COLLAR_STYLE_WORDS) as CollarStyle[]).map((each) => (
              <MenuItem key={each} value={each}>
                {COLLAR_STYLE_WORDS[each]}
              </MenuItem>
            ))}
          </TextField>
        )}
      />
      {LENGTHS.map(([field]) => text(field))}
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1.5 }}>
        <Button type="submit" variant="contained" disabled={isSaving || clashes.length > 0}>
          Save collar
        </Button>
        <Button
          variant="outlined"
          onClick={() => {
            discard();
            onDone();
          }}
        >
          Discard changes
        </Button>
        {collar && (
          <Button color="error" disabled={removal.isBusy} onClick={() => void removal.save()}>
            Remove collar
          </Button>
        )}
      </Box>
      <NotSaved failure={currentOf(failure, stockCollar) ? null : failure} sx={WHOLE_ROW} />
      <NotSaved failure={removal.failure} what="taken out of stock" kept="" sx={WHOLE_ROW} />
    </FieldsForm>
  );
}
