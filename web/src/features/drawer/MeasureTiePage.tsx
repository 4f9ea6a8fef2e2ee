import { tie as tieSchema, type Tie, type TieInput } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { useForm, useWatch, type Control, type FieldErrors, type UseFormRegister } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { currentOf, sentenceOf } from '../../shared/api/request.ts';
import { changeTie, createTie, useTie } from '../../shared/api/ties.ts';
import { Loaded } from '../../shared/faces/Loaded.tsx';
import { Page } from '../../shared/Page.tsx';
import { useFormDraft } from '../../shared/useFormDraft.ts';
import { SHAPE_WORDS } from '../../shared/words.ts';
import { MeasuredStrip } from './MeasuredStrip.tsx';
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
  const navigate = useNavigate();
  const { control, register, handleSubmit, formState, reset, watch } = useForm<TieForm, unknown, TieInput>({
    resolver: tieResolver,
    defaultValues: initial,
    mode: 'onTouched',
  });
  const draft = useFormDraft(`tie.${tie?.id ?? 'new'}`, initial, reset, watch);
  const save = handleSubmit(async (input) => {
    setFailure(null);
    try {
      if (tie) await changeTie(tie.id, { ...input, version });
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
    <Page title={tie ? tie.name : 'Measure a tie'}>
      <Box component="form" noValidate onSubmit={(event) => void save(event)}>
        <MeasuredStrip control={control} />
        <TieFields control={control} register={register} errors={formState.errors} />
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

interface TieFieldsProps {
  readonly control: Control<TieForm, unknown, TieInput>;
  readonly register: UseFormRegister<TieForm>;
  readonly errors: FieldErrors<TieForm>;
}

function TieFields({ control, register, errors }: TieFieldsProps) {
  const [shape, kind, markedIn] = useWatch({ control, name: ['shape', 'hardwareKind', 'markedIn'] });
  const text = (name: keyof TieForm, label: string, hint = ' ') => (
    <TextField
      key={name}
      label={label}
      {...register(name)}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? hint}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
    />
  );
  const choose = (name: keyof TieForm, label: string, options: readonly (readonly [string, string])[]) => (
    <TextField select label={label} defaultValue={control._defaultValues[name]} {...register(name)}>
      {options.map(([value, name]) => (
        <MenuItem key={value} value={value}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <>
      <Group title="The tie">
        {text('name', 'Name')}
        {choose('shape', 'Shape', Object.entries(SHAPE_WORDS))}
        {choose(
          'clothKind',
          'Cloth',
          ['silk', 'satin', 'grosgrain', 'cotton', 'linen', 'polyester', 'velvet', 'wool'].map((cloth) => [cloth, cloth] as const),
        )}
        {text('inStock', 'In stock')}
      </Group>
      <Group title="Along the blade, in mm">
        {text('noseToBelly', 'Nose to belly')}
        {text('bellyToWaist', 'Belly to waist')}
        {text('waistToTip', 'Waist to tip')}
        {shape === 'pointed' || shape === 'club' ? text('tipDepth', 'Depth of the tip', 'widest line to the end') : null}
        {text('overhang', 'Overhang', 'flat end past the loop')}
      </Group>
      <Group title="Across it, in mm">
        {text('bandWidth', 'Band')}
        {text('bellyWidth', 'Belly')}
        {text('waistWidth', 'Waist')}
        {text('tailWidth', 'Tail')}
      </Group>
      <Group title="Hardware, lengths tip to tip in mm">
        {choose('hardwareKind', 'Hardware', [
          ['slots', 'T-hook and slots'],
          ['slider', 'slider'],
          ['buttons', 'buttons'],
          ['fixed', 'none: sewn to length'],
        ])}
        {text('shortest', kind === 'fixed' ? 'Tip to tip' : 'Shortest')}
        {kind === 'slider'
          ? [
              text('longest', 'Longest'),
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
      </Group>
      <Group title="">{text('note', 'Note')}</Group>
    </>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ mt: 2.5 }}>
      {title && (
        <Typography variant="h2" sx={{ mb: 1.5, fontSize: '1.0625rem' }}>
          {title}
        </Typography>
      )}
      <Box
        sx={{ display: 'grid', columnGap: 3, rowGap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(170px, 1fr))', alignItems: 'start' }}
      >
        {children}
      </Box>
    </Box>
  );
}
