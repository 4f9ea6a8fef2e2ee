import type { Wearer } from '@easytuck/contract';
import {
  COLLAR_CHART,
  collarGirthMm,
  formatCollarLabel,
  formatLength,
  parseCollarSize,
  TYPICAL_COLLARS,
  translateCollar,
  type CollarStyle,
} from '@easytuck/core';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo, useState, type Dispatch } from 'react';
import { useWearers } from '../../../shared/api/wearers.ts';
import { Choice } from '../../../shared/Choice.tsx';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { COLLAR_STYLE_WORDS } from '../../../shared/words.ts';
import type { BenchDraft, BenchEvent, OptionalMeasure } from '../benchReducer.ts';
import type { BenchErrors } from '../benchViewModel.ts';

interface WearerFieldsProps {
  readonly draft: BenchDraft;
  readonly errors: BenchErrors;
  readonly dispatch: Dispatch<BenchEvent>;
}

const MEASURE_NAMES: Readonly<Record<OptionalMeasure, string>> = {
  collarPoints: 'Collar points apart',
  neckBreadth: 'Neck breadth',
  faceWidth: 'Face or spectacles',
};

/** Who is fitted and what he wears: name, collar size, long end, collar; further measures where they were taken. */
export const WearerFields = memo(
  function WearerFields({ draft, errors, dispatch }: WearerFieldsProps) {
    const [isAsked, ask] = useState(false);
    const isOpen = isAsked || Object.values(draft.measures).some((text) => text !== '');
    return (
      <Box
        sx={{
          display: 'grid',
          columnGap: 2.5,
          rowGap: 1,
          alignItems: 'start',
          gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', sm: 'minmax(0, 1fr) 112px auto 124px' },
        }}
      >
        <WearerName draft={draft} error={errors.name} dispatch={dispatch} />
        <TextField
          label="Collar size"
          value={draft.collarText}
          onChange={(event) => dispatch({ type: 'collarTyped', text: event.target.value })}
          error={errors.collar !== null}
          helperText={errors.collar === null ? collarHint(draft.collarText) : ' '}
          slotProps={{
            htmlInput: {
              autoComplete: 'off',
              placeholder: '15 3/4',
              ...(errors.collar === null ? {} : { 'aria-describedby': 'collar-error' }),
            },
            inputLabel: { shrink: true },
          }}
        />
        <Choice
          label="Long end on the wearer’s"
          value={draft.longEnd}
          onChange={(side) => dispatch({ type: 'longEndChosen', side })}
          options={[
            { value: 'left', text: 'left' },
            { value: 'right', text: 'right' },
          ]}
        />
        <TextField
          select
          label="Collar"
          value={draft.collarStyle}
          onChange={(event) => dispatch({ type: 'collarStyleChosen', style: event.target.value as CollarStyle })}
          helperText={
            isOpen ? (
              ' '
            ) : (
              <Link
                component="button"
                type="button"
                onClick={() => ask(true)}
                sx={{ fontSize: 'inherit', color: 'inherit', textDecoration: 'underline' }}
              >
                more measures
              </Link>
            )
          }
          slotProps={{ formHelperText: { component: 'div' } }}
        >
          {(Object.keys(COLLAR_STYLE_WORDS) as CollarStyle[]).map((style) => (
            <MenuItem key={style} value={style}>
              {COLLAR_STYLE_WORDS[style]}
            </MenuItem>
          ))}
        </TextField>
        {errors.collar !== null && (
          <Box id="collar-error" role="alert" sx={{ gridColumn: '1 / -1', color: 'error.main', mt: -2.5, mb: 0.5 }}>
            {errors.collar}
          </Box>
        )}
        {isOpen && <MeasureFields draft={draft} errors={errors} dispatch={dispatch} />}
      </Box>
    );
  },
  (before, after) => {
    const { draft: a, errors: x } = before;
    const { draft: b, errors: y } = after;
    const sameDraft =
      a.wearerId === b.wearerId &&
      a.name === b.name &&
      a.collarText === b.collarText &&
      a.longEnd === b.longEnd &&
      a.collarStyle === b.collarStyle &&
      a.measures === b.measures;
    return (
      sameDraft &&
      x.name === y.name &&
      x.collar === y.collar &&
      Object.entries(x.measures).every(([measure, error]) => y.measures[measure as OptionalMeasure] === error)
    );
  },
);

/** Measures that sharpen the bounds; each may stay empty. */
function MeasureFields({ draft, errors, dispatch }: WearerFieldsProps) {
  const { length } = useUnits();
  const hints: Readonly<Record<OptionalMeasure, string>> = {
    collarPoints: `typical of this collar: ${length(TYPICAL_COLLARS[draft.collarStyle].pointsMm)}`,
    neckBreadth: 'otherwise estimated from the collar',
    faceWidth: 'a bound where it is given',
  };
  return (
    <Box sx={{ gridColumn: '1 / -1', display: 'grid', gap: 2.5, gridTemplateColumns: 'repeat(3, minmax(0, 1fr))' }}>
      {(Object.keys(MEASURE_NAMES) as OptionalMeasure[]).map((measure) => (
        <TextField
          key={measure}
          label={MEASURE_NAMES[measure]}
          value={draft.measures[measure]}
          onChange={(event) => dispatch({ type: 'measureTyped', measure, text: event.target.value })}
          error={errors.measures[measure] !== null}
          helperText={errors.measures[measure] ?? hints[measure]}
          slotProps={{ htmlInput: { autoComplete: 'off' }, inputLabel: { shrink: true } }}
        />
      ))}
    </Box>
  );
}

/** A name: somebody on record, found by a few letters, or somebody new. */
function WearerName({ draft, error, dispatch }: { draft: BenchDraft; error: string | null; dispatch: Dispatch<BenchEvent> }) {
  const [isOpen, setOpen] = useState(false);
  const found = useWearers(draft.wearerId === null ? draft.name.trim() : '');
  const letters = draft.wearerId === null ? draft.name.trim().toLocaleLowerCase() : '';
  // Until the answer for these letters is there, the last one is shown; nobody in it who does not match may be chosen.
  const options = (found.data ?? []).filter(({ name }) => name.toLocaleLowerCase().includes(letters));
  const isNew = draft.wearerId === null && draft.name.trim() !== '';
  return (
    <Autocomplete<Wearer, false, false, true>
      freeSolo
      open={isOpen}
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      options={options}
      filterOptions={(wearers) => wearers}
      getOptionLabel={(wearer) => (typeof wearer === 'string' ? wearer : wearer.name)}
      getOptionKey={(wearer) => (typeof wearer === 'string' ? wearer : wearer.id)}
      isOptionEqualToValue={(option, value) => typeof value !== 'string' && option.id === value.id}
      value={null}
      inputValue={draft.name}
      onInputChange={(_event, name, reason) => {
        if (reason === 'input') dispatch({ type: 'nameTyped', name });
        if (reason === 'clear') dispatch({ type: 'nameTyped', name: '' });
      }}
      onChange={(_event, wearer) => {
        // Enter takes the first that was found; Tab keeps what was typed as somebody new.
        const chosen = typeof wearer === 'string' ? options[0] : wearer;
        setOpen(false);
        if (chosen) dispatch({ type: 'wearerChosen', wearer: chosen });
      }}
      autoHighlight
      renderOption={({ key, ...props }, wearer) => (
        <Box component="li" key={key} {...props} sx={{ display: 'flex', justifyContent: 'space-between !important', gap: 2 }}>
          <span>{wearer.name}</span>
          <Box component="span" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
            {formatCollarLabel(wearer.collar)} {wearer.collar.system}, long end {wearer.longEnd}
          </Box>
        </Box>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label="Wearer"
          placeholder="Name"
          error={error !== null}
          helperText={error ?? (isNew && !isOpen ? 'New: entered with this fitting' : draft.wearerId === null ? ' ' : 'On record')}
        />
      )}
    />
  );
}

/** What the typed size is otherwise called, by the size chart. */
function collarHint(text: string): string {
  const reading = parseCollarSize(text);
  if (reading.kind !== 'collar') return '15¾, 15 3/4, 40 cm';
  const { collar } = reading;
  const other = translateCollar(collar, collar.system === 'in' ? 'cm' : 'in');
  const girth =
    collar.system === 'in' ? `${(collarGirthMm(collar) / 10).toFixed(1)} cm round` : `${formatLength(collarGirthMm(collar), 'in')} round`;
  const onChart = COLLAR_CHART.some((row) => row[collar.system === 'in' ? 0 : 1] === collar.label);
  return other.by === 'chart' && onChart ? `sold as ${formatCollarLabel(other.collar)} ${other.collar.system} too` : girth;
}
