import { BOW_POSITION_WORDS, FIRMNESS_WORDS, type BowPosition, type StockCollar, type Wearer } from '@easytuck/contract';
import {
  FIRMNESSES,
  COLLAR_CHART,
  collarGirthMm,
  doubtedCollar,
  formatCollarLabel,
  formatCollarSize,
  formatLength,
  OCCASIONS,
  parseCollarSize,
  TYPICAL_BUTTONS,
  TYPICAL_COLLARS,
  translateCollar,
  type CollarStyle,
  type Occasion,
  type WingSchool,
} from '@easytuck/core';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import MenuItem from '@mui/material/MenuItem';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { memo, useEffect, useRef, useState, type Dispatch, type ReactNode } from 'react';
import { useWearers } from '../../../common/api/wearers.ts';
import { Choice } from '../../../common/Choice.tsx';
import { fold, holds } from '../../../common/foldName.ts';
import { useSettledError } from '../../../common/forms/useSettledError.ts';
import { inSwitchedUnit, withUnit } from '../../../common/exactLength.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { TAPE_FIELD } from '../../../common/tape/tapeMeasure.ts';
import { COLLAR_STYLE_WORDS, OCCASION_WORDS } from '../../../common/words.ts';
import { OPTIONAL_MEASURES, type BenchDraft, type BenchEvent, type OptionalMeasure } from '../benchReducer.ts';
import type { BenchErrors } from '../benchViewModel.ts';
import { MEASURE_NAMES } from './measureNames.ts';
import { WHOLE_ROW } from '../../../common/looks.ts';

interface WearerFieldsProps {
  readonly draft: BenchDraft;
  readonly errors: BenchErrors;
  readonly collars: readonly StockCollar[];
  readonly houseEaseMm: number;
  /** True where the collar is only proposed from the bare neck. */
  readonly isEstimate: boolean;
  readonly dispatch: Dispatch<BenchEvent>;
}

const focusOn = (name: string): void => document.querySelector<HTMLElement>(`[data-bench="${name}"]`)?.focus();

/** Who is fitted and what they wear: name, collar size, long end, collar; further measures where they were taken. */
export const WearerFields = memo(
  function WearerFields({ draft, errors, collars, houseEaseMm, isEstimate, dispatch }: WearerFieldsProps) {
    const [isAsked, ask] = useState(false);
    const collarError = useSettledError(errors.collar);
    const isOpen = isAsked || OPTIONAL_MEASURES.some((measure) => errors.measures[measure] !== null);
    const taken = OPTIONAL_MEASURES.filter((measure) => draft.measures[measure] !== '').length;
    useShortcuts('Bench', [
      { key: 'w', says: 'find or enter the wearer', run: () => focusOn('wearer') },
      { key: 'k', says: 'the collar size', run: () => focusOn('collar') },
      { key: 'm', says: 'more measures, shown or put away', run: () => ask((now) => !now) },
    ]);
    return (
      <Box
        data-tour="wearer"
        sx={{
          display: 'grid',
          columnGap: 2.5,
          rowGap: 1,
          alignItems: 'start',
          // on a tablet: wearer, size and long end in one row, collar and occasion in the next
          '& > :nth-child(1), & > :nth-child(4), & > :nth-child(5)': { gridColumn: { sm: 'span 2', md: 'auto' } },
          gridTemplateColumns: {
            xs: 'repeat(auto-fit, minmax(min(100%, 8.75rem), 1fr))',
            sm: 'repeat(4, minmax(0, 1fr))',
            md: 'minmax(0, 1fr) 6.5rem auto 9.5rem 9rem',
          },
        }}
      >
        <WearerName draft={draft} error={errors.name} dispatch={dispatch} />
        <TextField
          label="Collar size"
          value={draft.collarText}
          onChange={(event) => dispatch({ type: 'collarTyped', text: event.target.value })}
          error={collarError !== null}
          helperText={collarError !== null ? ' ' : isEstimate ? '≈ from the neck' : collarHint(draft.collarText)}
          slotProps={{
            htmlInput: {
              autoComplete: 'off',
              placeholder: '15 3/4',
              'data-bench': 'collar',
              ...TAPE_FIELD,
              ...(collarError === null ? {} : { 'aria-describedby': 'collar-error' }),
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
        <CollarChoice draft={draft} collars={collars} dispatch={dispatch}>
          <Link
            component="button"
            type="button"
            aria-expanded={isOpen}
            onClick={() => ask(!isAsked)}
            sx={{ fontSize: 'inherit', color: 'inherit', textDecoration: 'underline', minHeight: 24 }}
          >
            {isOpen ? 'fewer measures' : taken > 0 ? `${taken} more ${taken === 1 ? 'measure' : 'measures'}` : 'more measures'}
          </Link>
        </CollarChoice>
        <TextField
          select
          label="Occasion"
          value={draft.occasion}
          onChange={(event) => dispatch({ type: 'occasionChosen', occasion: event.target.value as Occasion })}
          helperText=" "
        >
          {OCCASIONS.map((occasion) => (
            <MenuItem key={occasion} value={occasion}>
              {OCCASION_WORDS[occasion]}
            </MenuItem>
          ))}
        </TextField>
        {collarError !== null && (
          <Box id="collar-error" role="alert" sx={{ gridColumn: '1 / -1', color: 'error.main', mt: -2.5, mb: 0.5 }}>
            {collarError}
          </Box>
        )}
        {isOpen && <MeasureFields draft={draft} errors={errors} houseEaseMm={houseEaseMm} dispatch={dispatch} />}
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
      a.collarId === b.collarId &&
      a.occasion === b.occasion &&
      a.wings === b.wings &&
      a.bowPosition === b.bowPosition &&
      a.firmness === b.firmness &&
      a.measures === b.measures;
    return (
      sameDraft &&
      before.collars === after.collars &&
      before.houseEaseMm === after.houseEaseMm &&
      before.isEstimate === after.isEstimate &&
      x.name === y.name &&
      x.collar === y.collar &&
      Object.entries(x.measures).every(([measure, error]) => y.measures[measure as OptionalMeasure] === error)
    );
  },
);

const STYLE_PREFIX = 'style:';

/** The collar worn: one of the shop's stock, or any of a style, with typical measures. */
function CollarChoice({
  draft,
  collars,
  dispatch,
  children,
}: Pick<WearerFieldsProps, 'draft' | 'collars' | 'dispatch'> & { children: ReactNode }) {
  const known = collars.some(({ id }) => id === draft.collarId);
  return (
    <TextField
      select
      label="Collar"
      value={known ? draft.collarId : STYLE_PREFIX + draft.collarStyle}
      onChange={(event) => {
        const collar = collars.find(({ id }) => id === event.target.value);
        if (collar) dispatch({ type: 'stockCollarChosen', collar });
        else dispatch({ type: 'collarStyleChosen', style: event.target.value.slice(STYLE_PREFIX.length) as CollarStyle });
      }}
      helperText={children}
      slotProps={{ formHelperText: { component: 'div' } }}
    >
      {(Object.keys(COLLAR_STYLE_WORDS) as CollarStyle[]).map((style) => (
        <MenuItem key={style} value={STYLE_PREFIX + style}>
          {COLLAR_STYLE_WORDS[style]}
        </MenuItem>
      ))}
      {collars.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

const DRAWN_UP = FIRMNESSES.map((value) => ({ value, text: FIRMNESS_WORDS[value] }));

const POSITIONS = [
  { value: 'onLeaf', text: BOW_POSITION_WORDS.onLeaf },
  { value: 'underLeaf', text: BOW_POSITION_WORDS.underLeaf },
] as const satisfies readonly { value: BowPosition; text: string }[];
const WINGS = [
  { value: 'behind', text: 'behind the bow' },
  { value: 'over', text: 'over it' },
] as const satisfies readonly { value: WingSchool; text: string }[];

/** Measures that sharpen the bounds and the hang check; each may stay empty. */
function MeasureFields({ draft, errors, houseEaseMm, dispatch }: Omit<WearerFieldsProps, 'collars' | 'isEstimate'>) {
  const { unit, length } = useUnits();
  const hints: Readonly<Record<OptionalMeasure, string>> = {
    ease: `the house’s: ${length(houseEaseMm)}`,
    collarPoints: `typical: ${length(TYPICAL_COLLARS[draft.collarStyle].pointsMm)}`,
    neckBreadth: 'or worked out from the collar',
    faceWidth: 'a limit, if measured',
    firstButton: `typical: ${length(TYPICAL_BUTTONS.firstMm)}`,
    buttonSpacing: `typical: ${length(TYPICAL_BUTTONS.spacingMm)}`,
  };
  return (
    <Box
      sx={{
        gridColumn: '1 / -1',
        display: 'grid',
        columnGap: 2,
        rowGap: 1,
        gridTemplateColumns: { xs: 'repeat(auto-fit, minmax(8.125rem, 1fr))', md: 'repeat(6, minmax(0, 1fr))' },
      }}
    >
      {OPTIONAL_MEASURES.map((measure) => (
        <SettledField
          key={measure}
          label={MEASURE_NAMES[measure]}
          value={draft.measures[measure]}
          onChange={(event) => dispatch({ type: 'measureTyped', measure, text: event.target.value })}
          onBlur={() => {
            const text = withUnit(draft.measures[measure], unit);
            if (text !== draft.measures[measure]) dispatch({ type: 'measureTyped', measure, text });
          }}
          wrong={errors.measures[measure]}
          hint={inSwitchedUnit(draft.measures[measure], unit) || hints[measure]}
          slotProps={{ htmlInput: { autoComplete: 'off', ...TAPE_FIELD }, inputLabel: { shrink: true } }}
        />
      ))}
      <Box sx={WHOLE_ROW}>
        <Choice
          label="The knot is drawn up"
          value={draft.firmness}
          onChange={(firmness) => dispatch({ type: 'firmnessChosen', firmness })}
          options={DRAWN_UP}
          small
        />
      </Box>
      {draft.collarStyle !== 'wing' && draft.collarStyle !== 'band' && (
        <Box sx={WHOLE_ROW}>
          <Choice
            label="The bow lies"
            value={draft.bowPosition}
            onChange={(bowPosition) => dispatch({ type: 'bowPositionChosen', bowPosition })}
            options={POSITIONS}
            small
          />
        </Box>
      )}
      {draft.collarStyle === 'wing' && (
        <Box sx={WHOLE_ROW}>
          <Choice label="Wings" value={draft.wings} onChange={(wings) => dispatch({ type: 'wingsChosen', wings })} options={WINGS} small />
        </Box>
      )}
    </Box>
  );
}

/** A field whose error waits until typing pauses. */
function SettledField({ wrong, hint, ...props }: { wrong: string | null; hint: ReactNode } & TextFieldProps) {
  const error = useSettledError(wrong);
  return <TextField {...props} error={error !== null} helperText={error ?? hint} />;
}

/** What is to be done once the answer for some letters is there: take the first found (Enter), or who is called just that (leaving the field). */
interface Awaited {
  readonly letters: string;
  readonly take: 'first' | 'namesake';
}

/** A name: somebody on record, found by a few letters, or somebody new. */
function WearerName({ draft, error, dispatch }: { draft: BenchDraft; error: string | null; dispatch: Dispatch<BenchEvent> }) {
  const [isOpen, setOpen] = useState(false);
  const awaited = useRef<Awaited | null>(null);
  const letters = draft.wearerId === null ? draft.name.trim() : '';
  const found = useWearers(letters);
  const isAnswered = found.data?.letters === letters;
  // Until the answer for these letters is there, those of the last one who match are shown.
  const options = (found.data?.wearers ?? NOBODY).filter(({ name }) => isAnswered || holds(name, letters));
  const namesakes = isAnswered && letters !== '' ? options.filter(({ name }) => fold(name) === fold(letters)) : NOBODY;
  const isNew = draft.wearerId === null && letters !== '';
  const choose = (wearer: Wearer): void => dispatch({ type: 'wearerChosen', wearer });
  // the answer that Enter or Tab came before
  useEffect(() => {
    const asked = awaited.current;
    if (asked === null || !isAnswered) return;
    awaited.current = null;
    if (asked.letters !== letters) return;
    const chosen = asked.take === 'first' ? options[0] : namesakes.length === 1 ? namesakes[0] : undefined;
    if (chosen) dispatch({ type: 'wearerChosen', wearer: chosen });
  }, [isAnswered, letters, options, namesakes, dispatch]);
  const onLeave = (): void => {
    if (!isNew) return;
    const [one, ...more] = namesakes;
    // Enter asked for the first that is found, and took the keyboard away from here
    if (awaited.current?.letters === letters) return;
    if (!isAnswered) awaited.current = { letters, take: 'namesake' };
    else if (one && more.length === 0) choose(one);
  };
  const told =
    namesakes.length > 1
      ? `${namesakes.length} are called that: choose one`
      : isNew && !isOpen
        ? 'New: entered with this fitting'
        : draft.wearerId === null
          ? ' '
          : 'On record';
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
      onBlur={onLeave}
      onInputChange={(_event, name, reason) => {
        if (reason === 'input') dispatch({ type: 'nameTyped', name });
        if (reason === 'clear') dispatch({ type: 'nameTyped', name: '' });
      }}
      onChange={(event, wearer) => {
        // else the same Enter would press the button that has the keyboard by then
        event.preventDefault();
        // Enter takes the first that was found, as soon as it is; Tab keeps a name that nobody on record has as somebody new.
        const chosen = typeof wearer === 'string' ? (isAnswered ? options[0] : undefined) : wearer;
        setOpen(false);
        if (chosen) choose(chosen);
        else if (typeof wearer === 'string' && !isAnswered) awaited.current = { letters, take: 'first' };
        else return;
        // the next step has the keyboard
        focusOn('tie');
      }}
      autoHighlight
      renderOption={({ key, ...props }, wearer) => (
        <Box component="li" key={key} {...props} sx={{ display: 'flex', justifyContent: 'space-between !important', gap: 2 }}>
          <span>{wearer.name}</span>
          <Box component="span" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
            {wearer.collarEstimated ? '≈ ' : ''}
            {formatCollarLabel(wearer.collar)} {wearer.collar.system}, long end {wearer.longEnd}
          </Box>
        </Box>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          label="Wearer"
          placeholder="Name"
          error={error !== null || namesakes.length > 1}
          helperText={error ?? told}
          slotProps={{ ...params.slotProps, htmlInput: { ...params.slotProps.htmlInput, 'data-bench': 'wearer' } }}
        />
      )}
    />
  );
}

const NOBODY: readonly Wearer[] = [];

/** What the typed size is otherwise called, by the size chart. */
function collarHint(text: string): string {
  const reading = parseCollarSize(text);
  if (reading.kind !== 'collar') return '15¾, 15 3/4, 40 cm';
  const { collar } = reading;
  const likelier = doubtedCollar(collar);
  if (likelier) return `very large: did you mean ${formatCollarSize(likelier)}?`;
  const other = translateCollar(collar, collar.system === 'in' ? 'cm' : 'in');
  const girth =
    collar.system === 'in' ? `${(collarGirthMm(collar) / 10).toFixed(1)} cm round` : `${formatLength(collarGirthMm(collar), 'in')} round`;
  const onChart = COLLAR_CHART.some((row) => row[collar.system === 'in' ? 0 : 1] === collar.label);
  return other.by === 'chart' && onChart ? `sold as ${formatCollarLabel(other.collar)} ${other.collar.system}` : girth;
}
