import { FITTING_LENGTHS, lengthField, shopSettings, type ShopSettings, type ShopSettingsInput } from '@easytuck/contract';
import { SCHOOLS } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { currentOf, sentenceOf } from '../../common/api/request.ts';
import { changeShop, useShopReading } from '../../common/api/shop.ts';
import { exactMm } from '../../common/exactMm.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { readStored, writeStored } from '../../common/stored.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { SCHOOL_WORDS, WING_WORDS } from '../../common/words.ts';
import { CollarStock } from './CollarStock.tsx';
import { Printer } from './Printer.tsx';

/** The house: its habits, the collars of its shirts, and what stands on the counter. */
export function ShopPage() {
  return (
    <Page title="Shop">
      <Box sx={{ display: 'grid', gap: { xs: 4, md: 6 }, gridTemplateColumns: { xs: '1fr', md: 'minmax(300px, 400px) minmax(0, 1fr)' } }}>
        <Section title="House habits">
          <Loaded reading={useShopReading()}>{(settings) => <Settings key={settings.version} settings={settings} />}</Loaded>
        </Section>
        <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
          <Section title="Collars in stock">
            <CollarStock />
          </Section>
          <Section title="Label printer" id="printer">
            <Printer />
          </Section>
          <Section title="Tape measure">
            <p style={{ marginTop: 0 }}>
              A digital tape puts its reading into the field that has the cursor. Here it is simulated: press <b>y</b> to have it on the
              page, or{' '}
              <a href="/tape" target="_blank" rel="noreferrer">
                open it in a window of its own
              </a>
              .
            </p>
          </Section>
        </Box>
      </Box>
    </Page>
  );
}

/** Settings as they are typed. */
interface SettingsForm {
  readonly name: string;
  readonly unit: ShopSettings['unit'];
  readonly school: ShopSettings['school'];
  readonly ease: string;
  readonly small: string;
  readonly evenness: string;
  readonly wings: ShopSettings['wings'];
  readonly paper: ShopSettings['paper'];
  readonly staff: string;
}

const LENGTHS = [
  ['ease', 'Ease', FITTING_LENGTHS.easeMm],
  ['small', 'Small school goes under by', FITTING_LENGTHS.smallMm],
  ['evenness', 'Even within', FITTING_LENGTHS.evennessMm],
] as const;

const toForm = ({ name, unit, school, easeMm, smallMm, evennessMm, wings, paper, staff }: ShopSettings): SettingsForm => ({
  ...{ name, unit, school, wings, paper },
  ...{ ease: exactMm(easeMm), small: exactMm(smallMm), evenness: exactMm(evennessMm), staff: staff.join(', ') },
});

const DRAFT_KEY = 'easytuck.form.shop';

function Settings({ settings }: { settings: ShopSettings }) {
  const { unit } = useUnits();
  const [form, setForm] = useState<SettingsForm>(() =>
    readStored(
      DRAFT_KEY,
      (value) => (typeof value === 'object' && value !== null ? { ...toForm(settings), ...(value as SettingsForm) } : null),
      toForm(settings),
    ),
  );
  const [version, setVersion] = useState(settings.version);
  const [failure, setFailure] = useState<unknown>(null);
  const [isSaving, setSaving] = useState(false);
  const change = (part: Partial<SettingsForm>): void => {
    const next = { ...form, ...part };
    setForm(next);
    writeStored(DRAFT_KEY, next);
  };
  const read = (name: (typeof LENGTHS)[number][0], limits: (typeof LENGTHS)[number][2]) => lengthField(limits, unit).safeParse(form[name]);
  const isRight = LENGTHS.every(([name, , limits]) => read(name, limits).success) && form.name.trim() !== '';
  const save = async (): Promise<void> => {
    setSaving(true);
    setFailure(null);
    const input: ShopSettingsInput = {
      ...{ name: form.name, unit: form.unit, school: form.school, wings: form.wings, paper: form.paper },
      easeMm: read('ease', FITTING_LENGTHS.easeMm).data ?? settings.easeMm,
      smallMm: read('small', FITTING_LENGTHS.smallMm).data ?? settings.smallMm,
      evennessMm: read('evenness', FITTING_LENGTHS.evennessMm).data ?? settings.evennessMm,
      staff: form.staff
        .split(',')
        .map((name) => name.trim())
        .filter((name) => name !== ''),
    };
    try {
      writeStored(DRAFT_KEY, null);
      await changeShop({ ...input, version });
    } catch (error) {
      writeStored(DRAFT_KEY, form);
      const current = currentOf(error, shopSettings);
      if (current) setVersion(current.version);
      setFailure(error);
    } finally {
      setSaving(false);
    }
  };
  const isChanged = JSON.stringify(form) !== JSON.stringify(toForm(settings));
  const shrunk = { inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } } as const;
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (isRight) void save();
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <TextField
        label="Name on cards"
        value={form.name}
        onChange={(event) => change({ name: event.target.value })}
        error={form.name.trim() === ''}
        helperText={form.name.trim() === '' ? 'The shop’s name is missing.' : ' '}
        slotProps={shrunk}
      />
      <TextField
        select
        label="Lengths in"
        value={form.unit}
        onChange={(event) => change({ unit: event.target.value as SettingsForm['unit'] })}
      >
        <MenuItem value="in">inches, to an eighth</MenuItem>
        <MenuItem value="cm">centimetres</MenuItem>
      </TextField>
      <TextField
        select
        label="House school"
        value={form.school}
        onChange={(event) => change({ school: event.target.value as SettingsForm['school'] })}
      >
        {SCHOOLS.map((school) => (
          <MenuItem key={school} value={school}>
            {SCHOOL_WORDS[school].name}: {SCHOOL_WORDS[school].rule}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="Wing collars"
        value={form.wings}
        onChange={(event) => change({ wings: event.target.value as SettingsForm['wings'] })}
      >
        <MenuItem value="behind">{WING_WORDS.behind}</MenuItem>
        <MenuItem value="over">{WING_WORDS.over}</MenuItem>
      </TextField>
      {LENGTHS.map(([name, label, limits]) => {
        const { error } = read(name, limits);
        return (
          <TextField
            key={name}
            label={label}
            value={form[name]}
            onChange={(event) => change({ [name]: event.target.value })}
            error={error !== undefined}
            helperText={error?.issues[0]?.message ?? ' '}
            slotProps={shrunk}
          />
        );
      })}
      <TextField
        select
        label="Paper"
        value={form.paper}
        onChange={(event) => change({ paper: event.target.value as SettingsForm['paper'] })}
      >
        <MenuItem value="A4">A4</MenuItem>
        <MenuItem value="Letter">Letter</MenuItem>
      </TextField>
      <TextField
        label="Names for the record"
        value={form.staff}
        onChange={(event) => change({ staff: event.target.value })}
        helperText="who fits here, with commas between"
        slotProps={shrunk}
      />
      {failure !== null && (
        <Alert severity={currentOf(failure, shopSettings) ? 'warning' : 'error'}>
          Not saved. {sentenceOf(failure)} What you typed is kept
          {currentOf(failure, shopSettings) ? '; save again to put it over theirs' : ''}.
        </Alert>
      )}
      <Box sx={{ display: 'flex', gap: 2 }}>
        <Button type="submit" variant="contained" disabled={!isRight || isSaving || !isChanged}>
          {isSaving ? 'Saving …' : 'Save the habits'}
        </Button>
        {isChanged && (
          <Button
            variant="outlined"
            onClick={() => {
              writeStored(DRAFT_KEY, null);
              setForm(toForm(settings));
            }}
          >
            Leave as it was
          </Button>
        )}
      </Box>
    </Box>
  );
}
