import { SIZE } from '../../theme.ts';
import {
  CUT_WORDS,
  FIBRE_WORDS,
  LOOK_WORDS,
  tie as tieSchema,
  tieInput,
  WEAVE_WORDS,
  type Tie,
  type TieInput,
  HARDWARE_WORDS,
} from '@easytuck/contract';
import { clothBehaviour, prepareTie, stretchOf, TIP_CUTS, TIP_OF_SHAPE, HARDWARE_KINDS } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { Controller, useWatch, type Control, type FieldErrors, type UseFormRegister, type UseFormSetValue } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { currentOf } from '../../common/api/request.ts';
import { changeTie, createTie, putTieAway, useTie, useTies } from '../../common/api/ties.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { ClashNotice } from '../../common/forms/ClashNotice.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { fold } from '../../common/foldName.ts';
import { notify } from '../../common/notices.tsx';
import { useRecordForm } from '../../common/forms/useRecordForm.ts';
import { Page } from '../../common/Page.tsx';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { inSwitchedUnit, withUnit } from '../../common/exactLength.ts';
import { WHOLE_ROW } from '../../common/looks.ts';
import { RestsOn } from '../../common/knot/RestsOn.tsx';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { clothWords, SHAPE_WORDS } from '../../common/words.ts';
import { MeasuredStrip, nextFurther } from './MeasuredStrip.tsx';
import { clothOf, EMPTY_TIE, GIVEN_UP, readLearned, readTieForm, TIE_LABELS, tieResolver, toTieForm, type TieForm } from './tieForm.ts';
import { FieldsOf, OnlyFor } from '../../common/session/Allowed.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { May } from '../../common/session/May.tsx';

/** Measuring a tie: the blade is drawn as it is typed, each measure shown where the tape goes. */
export function MeasureTiePage() {
  const { id = '' } = useParams();
  const known = useTie(id === 'new' ? null : id);
  if (id === 'new')
    return (
      <OnlyFor what="ties.change" does="puts ties in the drawer">
        <TieEditor key="new" tie={null} />
      </OnlyFor>
    );
  return <Loaded reading={known}>{(tie) => <TieEditor key={tie.id} tie={tie} />}</Loaded>;
}

function TieEditor({ tie }: { tie: Tie | null }) {
  const [focused, setFocused] = useState('');
  const { unit } = useUnits();
  const resolver = useMemo(() => tieResolver(unit), [unit]);
  const toForm = useCallback((record: Tie) => toTieForm(record, unit), [unit]);
  const navigate = useNavigate();
  const { form, clashes, arrived, decide, submit, isSaving, failure, discard } = useRecordForm<Tie, TieForm, TieInput>({
    name: `tie.${tie?.id ?? 'new'}`,
    record: tie,
    schema: tieSchema,
    toForm,
    empty: EMPTY_TIE,
    resolver,
    save: (input, base, newId) =>
      base === null ? createTie({ ...input, id: newId }) : changeTie(base.id, { ...input, version: base.version }),
    onSaved: (saved) => {
      notify(`${saved.name} is in the drawer.`);
      // a key from there puts it on the Bench
      return navigate('/drawer', { state: { fresh: saved.id } });
    },
  });
  const { control, register, formState, setValue, getValues } = form;
  const learned = useWatch({ control, name: 'learned' });
  useShortcuts(
    'Drawer',
    tie === null ? [] : [{ key: 'f', says: 'fit this tie at the Bench', run: () => void navigate(`/?tie=${tie.id}`) }],
  );
  const may = useMay();
  return (
    <Page
      title={tie ? tie.name : 'Measure a tie'}
      actions={
        tie && (
          <>
            <Button variant="outlined" component={Link} to={`/?tie=${tie.id}`}>
              Fit at the Bench
            </Button>
            <PutAway tie={tie} />
            <Button variant="outlined" component="a" href={`/api/paper/set-tables/ties/${tie.id}`} target="_blank" rel="noreferrer">
              Sets for all collars
            </Button>
            <Button variant="outlined" component="a" href={`/api/paper/gauges/${tie.id}`} target="_blank" rel="noreferrer">
              Print a setting gauge
            </Button>
          </>
        )
      }
    >
      <FieldsForm
        onSave={() => void submit()}
        saveKeySays={may('ties.change') ? 'save the tie' : undefined}
        onFocus={(event) => setFocused(event.target instanceof HTMLInputElement ? event.target.name : '')}
      >
        <FieldsOf what="ties.change">
          <MeasuredStrip control={control} setValue={setValue} focused={focused} />
        </FieldsOf>
        {tie?.takeUp && may('ties.change') && (
          <LearnedTakeUp
            takeUp={readLearned(learned) ?? tie.takeUp}
            isKept={readLearned(learned) !== null}
            onKeep={(keep) => setValue('learned', keep ? toTieForm(tie, unit).learned : GIVEN_UP, { shouldDirty: true })}
          />
        )}
        <Known control={control} />
        {tie === null && <Like onLike={(model) => fillFrom(model, toForm, setValue)} />}
        <ClashNotice<TieForm>
          what="this tie"
          clashes={clashes}
          arrived={arrived}
          mineOf={(field) => getValues(field)}
          nameOf={(field) => TIE_LABELS[field]}
          wordsOf={(_field, text) => text}
          onDecide={decide}
        />
        <FieldsOf what="ties.change">
          <TieFields control={control} register={register} setValue={setValue} errors={formState.errors} tieId={tie?.id ?? null} />
        </FieldsOf>
        <NotSaved failure={currentOf(failure, tieSchema) ? null : failure} sx={{ mt: 2 }} />
        <Box sx={{ display: 'flex', gap: 2, mt: 3 }}>
          <May what="ties.change">
            <Button type="submit" variant="contained" disabled={isSaving || clashes.length > 0}>
              {isSaving ? 'Saving…' : tie ? 'Save tie' : 'Put in the drawer'}
            </Button>
            <Button
              variant="outlined"
              onClick={() => {
                discard();
                void navigate('/drawer');
              }}
            >
              Discard changes
            </Button>
          </May>
        </Box>
      </FieldsForm>
    </Page>
  );
}

/** Starts a new tie from one that is in the drawer: most makers cut many ties alike. */
function Like({ onLike }: { onLike: (model: Tie) => void }) {
  const ties = useTies().data ?? [];
  if (ties.length === 0) return null;
  return (
    <TextField
      select
      label="Like another tie"
      value=""
      onChange={(event) => {
        const model = ties.find(({ id }) => id === event.target.value);
        if (model) onLike(model);
      }}
      helperText="fills in its measures; change what differs"
      sx={{ maxWidth: '20rem', mt: 1 }}
    >
      {ties.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** What is a tie’s own, and not that of one like it. */
const OWN_FIELDS: ReadonlySet<keyof TieForm> = new Set(['name', 'inStock', 'note', 'learned', 'outerName', 'innerName']);

function fillFrom(model: Tie, toForm: (tie: Tie) => TieForm, setValue: UseFormSetValue<TieForm>): void {
  for (const [field, text] of Object.entries(toForm(model)) as [keyof TieForm, string][])
    if (!OWN_FIELDS.has(field)) setValue(field, text, { shouldDirty: true });
}

/** What the typed tie's knot is known by, once it can be worked out. */
function Known({ control }: { control: Control<TieForm, unknown, TieInput> }) {
  const form = useWatch({ control }) as TieForm;
  const { unit } = useUnits();
  const read = useMemo(() => tieInput.safeParse(readTieForm(form, unit)), [form, unit]);
  if (!read.success || read.data.takeUp !== null) return null;
  const was = { mark: true, waist: true, thickness: form.thickness.trim() !== '' };
  return <RestsOn tie={prepareTie(read.data)} was={was} />;
}

/** Takes a tie out of what is offered, or brings it back; what was fitted with it stays on record. */
function PutAway({ tie }: { tie: Tie }) {
  const navigate = useNavigate();
  const { save, isBusy, failure } = useSaving(async (away: boolean) => {
    const saved = await putTieAway(tie, away);
    notify(
      away ? `${tie.name} is archived.` : `${tie.name} is back in the drawer.`,
      away ? () => void putTieAway(saved, false) : undefined,
    );
    if (away) await navigate('/drawer');
  });
  return (
    <>
      <May what="ties.change">
        <Button variant="outlined" disabled={isBusy} onClick={() => void save(tie.awayAt === null)}>
          {tie.awayAt === null ? 'Archive' : 'Take out of the archive'}
        </Button>
      </May>
      <NotSaved failure={failure} what="archived" kept="" />
    </>
  );
}

/** Whether another tie in the drawer has this name. */
function useNamesake(name: string, tieId: string | null): boolean {
  const ties = useTies().data;
  return ties?.some((tie) => tie.id !== tieId && fold(tie.name) !== '' && fold(tie.name) === fold(name)) ?? false;
}

/** What measured tyings taught of the tie's knot, which every fit of it goes by: to be seen, and to be given up. */
function LearnedTakeUp({
  takeUp: { shortMm, longMm },
  isKept,
  onKeep,
}: {
  takeUp: NonNullable<TieInput['takeUp']>;
  isKept: boolean;
  onKeep: (keep: boolean) => void;
}) {
  const { length, fine } = useUnits();
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, mt: 1, color: isKept ? 'text.primary' : 'text.secondary' }}
    >
      <Box>
        {isKept
          ? `Learned from its tyings: the knot takes ${fine(shortMm)} of the short end and ${fine(longMm)} of the long; lead for even bows ${length(longMm - shortMm)}.`
          : 'What its tyings taught is given up once this is saved; it goes by its measures again.'}
      </Box>
      <Button variant="outlined" onClick={() => onKeep(!isKept)}>
        {isKept ? 'Go by its measures again' : 'Keep what was learned'}
      </Button>
    </Box>
  );
}

interface TieFieldsProps {
  readonly control: Control<TieForm, unknown, TieInput>;
  readonly register: UseFormRegister<TieForm>;
  readonly setValue: UseFormSetValue<TieForm>;
  readonly errors: FieldErrors<TieForm>;
  /** The tie that is changed; null for a new one. */
  readonly tieId: string | null;
}

const LOOKS = Object.entries(LOOK_WORDS);
const NO_YES = [
  ['no', 'no'],
  ['yes', 'yes'],
] as const;
/** Fields that no tape is laid for. */
const NO_TAPE: ReadonlySet<keyof TieForm> = new Set([
  'name',
  'maker',
  'stretch',
  'gather',
  'further',
  'stepCount',
  'markAtShortest',
  'outerName',
  'innerName',
  'priceCode',
  'inStock',
  'note',
]);

/** A mark or slot has no unit of length, and cloth is always measured in millimetres. */
const NO_UNIT: ReadonlySet<keyof TieForm> = new Set([...NO_TAPE, 'readAt', 'thickness']);

function TieFields({ control, register, setValue, errors, tieId }: TieFieldsProps) {
  const form = useWatch({ control }) as TieForm;
  const { unit } = useUnits();
  const { shape, hardwareKind: kind, markedIn, isReversible } = form;
  const cloth = clothOf(form);
  const usual = clothBehaviour(cloth);
  const namesake = useNamesake(form.name, tieId);
  const text = (name: keyof TieForm, hint = ' ', label = TIE_LABELS[name]) => (
    <TextField
      key={name}
      label={label}
      {...register(name, {
        onBlur: (event: { target: HTMLInputElement }) => {
          if (!NO_UNIT.has(name)) setValue(name, withUnit(event.target.value, unit));
        },
      })}
      error={errors[name] !== undefined}
      helperText={
        errors[name]?.message ??
        ([inSwitchedUnit(NO_UNIT.has(name) ? '' : form[name], unit), hint.trim()].filter((each) => each !== '').join('; ') || ' ')
      }
      multiline={name === 'note'}
      // a new record begins with its name
      // eslint-disable-next-line jsx-a11y/no-autofocus
      autoFocus={name === 'name' && tieId === null}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off', ...(NO_TAPE.has(name) ? {} : TAPE_FIELD) } }}
    />
  );
  const choose = (name: keyof TieForm, options: readonly (readonly [string, string])[]) => (
    <Controller
      key={name}
      control={control}
      name={name}
      render={({ field }) => (
        <TextField select label={TIE_LABELS[name]} {...field} helperText=" ">
          {options.map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  return (
    <>
      <Group title="1. What it is">
        <Box sx={{ gridColumn: { sm: 'span 2' }, display: 'grid' }}>
          {text('name', namesake ? 'A tie of this name is in the drawer already' : ' ')}
        </Box>
        {choose('shape', Object.entries(SHAPE_WORDS))}
        {choose('fibre', Object.entries(FIBRE_WORDS))}
        {choose('weave', [['', 'not noted'], ...Object.entries(WEAVE_WORDS)])}
        {choose('cutOn', Object.entries(CUT_WORDS))}
        {form.cutOn === 'bias' ? text('stretch', `part of its length; usual: ${stretchOf(cloth, 'bias')}`) : null}
        {text('maker', 'whose marks it bears')}
        {text('thickness', `mm; usual for ${clothWords(cloth)}: ${usual.thicknessMm}`)}
        {text('gather', `usual: ${usual.gatherRatio}; firm 0.55, soft 0.75`)}
      </Group>
      <Group title={`2. Lay the tape at the tip (${unit})`}>
        {text('tipToWaist', 'the narrow line')}
        {text('tipToBelly', 'the first widest line')}
        {text('tipToNose', 'where the band starts to widen')}
        {TIP_CUTS[TIP_OF_SHAPE[shape]].hasDepth ? text('tipDepth', 'widest line to the end') : null}
        {text('overhang', 'flat end past the loop')}
      </Group>
      <Group title={`3. Across it (${unit})`}>
        {text('bandWidth')}
        {text('bellyWidth')}
        {text('waistWidth')}
        {text('tailWidth', 'empty: as wide as the belly')}
        <Box sx={{ gridColumn: 'span 2', display: 'flex', gap: 1, alignItems: 'start' }}>
          {text('further', 'place:width from the nose; or drag the points')}
          <May what="ties.change">
            <Button
              variant="outlined"
              onClick={() => setValue('further', nextFurther(form, unit), { shouldDirty: true, shouldValidate: true })}
              sx={{ mt: 1, whiteSpace: 'nowrap' }}
            >
              Add a point
            </Button>
          </May>
        </Box>
      </Group>
      <Group title={`4. Tip to tip, and what makes it adjustable (${unit})`}>
        {choose(
          'hardwareKind',
          HARDWARE_KINDS.map((each) => [each, HARDWARE_WORDS[each].name]),
        )}
        {text('tipToTip')}
        {kind !== 'fixed' ? text('readAt', 'mark, slot or glide; empty: the shortest') : null}
        {kind === 'slider'
          ? [text('travel', 'shortest to longest'), text('strap', 'sewn end to glide'), text('reach', 'sewn end to ring')]
          : null}
        {kind === 'slots' || kind === 'buttons'
          ? [text('stepCount', ' ', kind === 'slots' ? 'Slots' : 'Buttonholes'), text('pitch')]
          : null}
        {kind !== 'fixed'
          ? choose('markedIn', [
              ['in', 'collar sizes in inches'],
              ['cm', 'collar sizes in cm'],
              ['none', 'none'],
            ])
          : null}
        {kind !== 'fixed' && markedIn !== 'none' ? text('markAtShortest') : null}
        {choose('quickClasp', NO_YES)}
        {choose('breakaway', NO_YES)}
      </Group>
      <Group title="5. Faces and stock">
        {text('outerName', 'black silk, blue check…')}
        {choose('outerLook', LOOKS)}
        {choose('isReversible', NO_YES)}
        {isReversible === 'yes' ? [text('innerName'), choose('innerLook', LOOKS)] : null}
        {text('inStock')}
        {text('priceCode')}
        <Box sx={WHOLE_ROW}>{text('note')}</Box>
      </Group>
    </>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Typography variant="h2" sx={{ mb: 1.25, fontSize: SIZE.clear }}>
        {title}
      </Typography>
      <Box
        sx={{
          display: 'grid',
          columnGap: 3,
          rowGap: 1,
          gridTemplateColumns: 'repeat(auto-fill, minmax(9.4rem, 1fr))',
          alignItems: 'start',
        }}
      >
        {children}
      </Box>
    </Box>
  );
}
