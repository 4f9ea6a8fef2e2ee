import { tie as tieSchema, type Tie, type TieInput } from '@easytuck/contract';
import { CLOTH_BEHAVIOUR } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { Controller, useForm, useWatch, type Control, type FieldErrors, type UseFormRegister, type UseFormSetValue } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { currentOf, sentenceOf } from '../../common/api/request.ts';
import { changeTie, createTie, useTie } from '../../common/api/ties.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { useFormDraft } from '../../common/useFormDraft.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { SHAPE_WORDS } from '../../common/words.ts';
import { MeasuredStrip, nextFurther } from './MeasuredStrip.tsx';
import { EMPTY_TIE, tieResolver, toTieForm, type TieForm } from './tieForm.ts';

/** Measuring a tie: the blade is drawn as it is typed, each measure shown where the tape goes. */
export function MeasureTiePage() {
  const { id = '' } = useParams();
  const known = useTie(id === 'new' ? null : id);
  if (id === 'new') return <TieEditor key="new" tie={null} />;
  return <Loaded reading={known}>{(tie) => <TieEditor key={tie.id + String(tie.version)} tie={tie} />}</Loaded>;
}

function TieEditor({ tie }: { tie: Tie | null }) {
  const [newId] = useState(() => uuid());
  const [initial] = useState(() => (tie ? toTieForm(tie) : EMPTY_TIE));
  const [version, setVersion] = useState(tie?.version ?? 0);
  const [failure, setFailure] = useState<unknown>(null);
  const [focused, setFocused] = useState('');
  const [takeUp, setTakeUp] = useState(tie?.takeUp ?? null);
  const navigate = useNavigate();
  const { control, register, handleSubmit, formState, reset, watch, setValue } = useForm<TieForm, unknown, TieInput>({
    resolver: tieResolver,
    defaultValues: initial,
    mode: 'onTouched',
  });
  const draft = useFormDraft(`tie.${tie?.id ?? 'new'}`, initial, reset, watch);
  const save = handleSubmit(async (input) => {
    setFailure(null);
    try {
      if (tie) await changeTie(tie.id, { ...input, takeUp, version });
      else await createTie({ ...input, id: newId });
      draft.forget();
      await navigate('/drawer');
    } catch (error) {
      const current = currentOf(error, tieSchema);
      if (current) setVersion(current.version);
      setFailure(error);
    }
  });
  return (
    <Page
      title={tie ? tie.name : 'Measure a tie'}
      actions={
        tie && (
          <>
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
      <Box
        component="form"
        noValidate
        onSubmit={(event) => void save(event)}
        onFocus={(event) => setFocused(event.target instanceof HTMLInputElement ? event.target.name : '')}
      >
        <MeasuredStrip control={control} setValue={setValue} focused={focused} />
        {tie?.takeUp && (
          <LearnedTakeUp takeUp={tie.takeUp} isKept={takeUp !== null} onKeep={(keep) => setTakeUp(keep ? tie.takeUp : null)} />
        )}
        <TieFields control={control} register={register} setValue={setValue} errors={formState.errors} />
        {failure !== null && (
          <Alert severity={currentOf(failure, tieSchema) ? 'warning' : 'error'} sx={{ mt: 2 }}>
            Not saved. {sentenceOf(failure)} What you typed is kept
            {currentOf(failure, tieSchema) ? '; save again to put it over theirs' : ''}.
          </Alert>
        )}
        <Box sx={{ display: 'flex', gap: 2, mt: 3 }}>
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            {formState.isSubmitting ? 'Saving …' : 'Put in the drawer'}
          </Button>
          <Button
            variant="outlined"
            onClick={() => {
              draft.forget();
              void navigate('/drawer');
            }}
          >
            Leave as it was
          </Button>
        </Box>
      </Box>
    </Page>
  );
}

/** What measured tyings taught of the tie's knot, which every fit of it goes by: to be seen, and to be given up. */
function LearnedTakeUp({
  takeUp: { shortMm, longMm },
  isKept,
  onKeep,
}: {
  takeUp: NonNullable<Tie['takeUp']>;
  isKept: boolean;
  onKeep: (keep: boolean) => void;
}) {
  const { length } = useUnits();
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, mt: 1, color: isKept ? 'text.primary' : 'text.secondary' }}
    >
      <Box>
        {isKept
          ? `Learned from its tyings: the knot takes ${shortMm.toFixed(1)} mm of the short end and ${longMm.toFixed(1)} mm of the long; lead for even bows ${length(longMm - shortMm)}.`
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
}

const LOOKS = [
  ['plain', 'one colour'],
  ['black', 'black'],
  ['white', 'white'],
  ['patterned', 'patterned'],
] as const;
const NO_YES = [
  ['no', 'no'],
  ['yes', 'yes'],
] as const;
/** Fields that no tape is laid for. */
const NO_TAPE: ReadonlySet<keyof TieForm> = new Set([
  'name',
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

function TieFields({ control, register, setValue, errors }: TieFieldsProps) {
  const form = useWatch({ control }) as TieForm;
  const { shape, hardwareKind: kind, markedIn, clothKind, isReversible } = form;
  const usual = CLOTH_BEHAVIOUR[clothKind];
  const text = (name: keyof TieForm, label: string, hint = ' ') => (
    <TextField
      key={name}
      label={label}
      {...register(name)}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? hint}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off', ...(NO_TAPE.has(name) ? {} : TAPE_FIELD) } }}
    />
  );
  const choose = (name: keyof TieForm, label: string, options: readonly (readonly [string, string])[]) => (
    <Controller
      key={name}
      control={control}
      name={name}
      render={({ field }) => (
        <TextField select label={label} {...field} helperText=" ">
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
        {text('name', 'Name')}
        {choose('shape', 'Shape', Object.entries(SHAPE_WORDS))}
        {choose(
          'clothKind',
          'Cloth',
          ['silk', 'satin', 'grosgrain', 'cotton', 'linen', 'polyester', 'velvet', 'wool'].map((cloth) => [cloth, cloth] as const),
        )}
        {text('thickness', 'Thickness', `usual for ${clothKind}: ${usual.thicknessMm} mm`)}
        {text('gather', 'Gather', `usual: ${usual.gatherRatio}; firm 0.55, soft 0.75`)}
      </Group>
      <Group title="2. Lay the tape at the tip, in mm">
        {text('tipToWaist', 'Tip to waist', 'the narrow line')}
        {text('tipToBelly', 'Tip to belly', 'the first widest line')}
        {text('tipToNose', 'Tip to nose', 'where the band starts to widen')}
        {shape === 'pointed' || shape === 'club' ? text('tipDepth', 'Depth of the tip', 'widest line to the end') : null}
        {text('overhang', 'Overhang', 'flat end past the loop')}
      </Group>
      <Group title="3. Across it, in mm">
        {text('bandWidth', 'Band')}
        {text('bellyWidth', 'Belly')}
        {text('waistWidth', 'Waist')}
        {text('tailWidth', 'Tail', 'empty: as wide as the belly')}
        <Box sx={{ gridColumn: 'span 2', display: 'flex', gap: 1, alignItems: 'start' }}>
          {text('further', 'Further widths', 'place:width from the nose; or drag the points')}
          <Button
            variant="outlined"
            onClick={() => setValue('further', nextFurther(form), { shouldDirty: true, shouldValidate: true })}
            sx={{ mt: 1, whiteSpace: 'nowrap' }}
          >
            Add a point
          </Button>
        </Box>
      </Group>
      <Group title="4. Tip to tip, and what makes it adjustable, in mm">
        {choose('hardwareKind', 'Hardware', [
          ['slots', 'T-hook and slots'],
          ['slider', 'slider'],
          ['buttons', 'buttons'],
          ['fixed', 'none: sewn to length'],
        ])}
        {text('tipToTip', 'Tip to tip')}
        {kind !== 'fixed' ? text('readAt', 'Read at', 'mark, slot or glide; empty: the shortest') : null}
        {kind === 'slider'
          ? [
              text('travel', 'Range', 'shortest to longest'),
              text('strap', 'Strap', 'sewn end to glide'),
              text('reach', 'Reach at the shortest', 'sewn end to ring'),
            ]
          : null}
        {kind === 'slots' || kind === 'buttons'
          ? [text('stepCount', kind === 'slots' ? 'Slots' : 'Buttonholes'), text('pitch', 'From one to the next')]
          : null}
        {kind !== 'fixed'
          ? choose('markedIn', 'Numbers on the band', [
              ['in', 'collar sizes in inches'],
              ['cm', 'collar sizes in cm'],
              ['none', 'none'],
            ])
          : null}
        {kind !== 'fixed' && markedIn !== 'none' ? text('markAtShortest', 'Number at the shortest') : null}
        {choose('quickClasp', 'Second, quick clasp', NO_YES)}
      </Group>
      <Group title="5. Faces and stock">
        {text('outerName', 'Outer face', 'black silk, blue check …')}
        {choose('outerLook', 'Looks', LOOKS)}
        {choose('isReversible', 'Reversible', NO_YES)}
        {isReversible === 'yes' ? [text('innerName', 'Inner face'), choose('innerLook', 'Inner looks', LOOKS)] : null}
        {text('inStock', 'In stock')}
        {text('priceCode', 'Price code')}
        {text('note', 'Note')}
      </Group>
    </>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Typography variant="h2" sx={{ mb: 1.25, fontSize: '1.0625rem' }}>
        {title}
      </Typography>
      <Box
        sx={{ display: 'grid', columnGap: 3, rowGap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(164px, 1fr))', alignItems: 'start' }}
      >
        {children}
      </Box>
    </Box>
  );
}
