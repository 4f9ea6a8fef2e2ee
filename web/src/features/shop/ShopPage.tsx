import {
  DEFAULT_SHOP,
  FITTING_LENGTHS,
  lengthField,
  shopSettings,
  shopSettingsInput,
  type LengthLimits,
  type ShopSettings,
  type ShopSettingsInput,
} from '@easytuck/contract';
import { SCHOOLS, type LengthUnit } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { Fragment, useMemo } from 'react';
import { Controller, type FieldErrors, type Resolver } from 'react-hook-form';
import { Link } from 'react-router';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { currentOf } from '../../common/api/request.ts';
import { changeShop, useShopReading } from '../../common/api/shop.ts';
import { exactLength } from '../../common/exactLength.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { ClashNotice } from '../../common/forms/ClashNotice.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useRecordForm } from '../../common/forms/useRecordForm.ts';
import { LengthHint } from '../../common/forms/LengthHint.tsx';
import { notify } from '../../common/notices.tsx';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { withUnit } from '../../common/exactLength.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { SCHOOL_WORDS, WING_WORDS } from '../../common/words.ts';
import { Backups } from './Backups.tsx';
import { CollarStock } from './CollarStock.tsx';
import { ColoursChoice } from './ColoursChoice.tsx';
import { DueRecords } from './DueRecords.tsx';
import { Printer } from './Printer.tsx';
import { WhoWorksHere } from './WhoWorksHere.tsx';
import { useStanding } from '../../common/session/sessionStore.ts';
import { FieldsOf } from '../../common/session/Allowed.tsx';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';

/** The house: its habits, the collars of its shirts, and what stands on the counter. */
export function ShopPage() {
  return (
    <Page title="Shop">
      <Box
        sx={{
          display: 'grid',
          gap: { xs: 4, md: 6 },
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(18.75rem, 25rem) minmax(0, 1fr)' },
        }}
      >
        <Section title="House habits">
          <Loaded reading={useShopReading()}>{(settings) => <Settings settings={settings} />}</Loaded>
        </Section>
        <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
          <Section title="Who works here" id="people">
            <WhoWorksHere />
          </Section>
          <May what="wearers.erase">
            <Section title="Records that are due" id="due">
              <DueRecords />
            </Section>
          </May>
          <Section title="Collars in stock">
            <CollarStock />
          </Section>
          <May what="backups.read">
            <Section title="Backup" id="backup">
              <Backups />
              <May what="running.read">
                <Button variant="outlined" component={Link} to="/shop/running" sx={{ mt: 1.5 }}>
                  How it runs
                </Button>
              </May>
            </Section>
          </May>
          <Section title="Label printer" id="printer">
            <Printer />
          </Section>
          <Section title="Colours on this device" id="colours">
            <ColoursChoice />
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
  name: string;
  unit: ShopSettings['unit'];
  school: ShopSettings['school'];
  ease: string;
  small: string;
  evenness: string;
  wings: ShopSettings['wings'];
  paper: ShopSettings['paper'];
  staff: string;
  telephone: string;
  keepYears: string;
}

const LENGTHS = [
  ['ease', FITTING_LENGTHS.easeMm],
  ['small', FITTING_LENGTHS.smallMm],
  ['evenness', FITTING_LENGTHS.evennessMm],
] as const;

const LABELS: Readonly<Record<keyof SettingsForm, string>> = {
  name: 'Name on cards',
  unit: 'Lengths shown in',
  school: 'House school',
  wings: 'Wing collars',
  ease: 'Ease',
  small: 'Small style: how much under',
  evenness: 'Even means within',
  paper: 'Paper',
  staff: 'Staff names',
  telephone: 'Telephone',
  keepYears: 'Keep a wearer’s record, in years',
};

const CHOICES = {
  unit: { in: 'inches, to an eighth', cm: 'centimetres' },
  school: Object.fromEntries(SCHOOLS.map((school) => [school, `${SCHOOL_WORDS[school].name}: ${SCHOOL_WORDS[school].rule}`])),
  wings: { behind: WING_WORDS.behind, over: WING_WORDS.over },
  paper: { A4: 'A4', Letter: 'Letter' },
} as const satisfies Partial<Record<keyof SettingsForm, Readonly<Record<string, string>>>>;

const choiceWords = (field: string, text: string): string =>
  field in CHOICES ? ((CHOICES[field as keyof typeof CHOICES] as Readonly<Record<string, string>>)[text] ?? text) : text;

/** The house's habits as they are put into the form, lengths in the unit that is switched on. */
const toFormIn =
  (shown: LengthUnit) =>
  ({ name, unit, school, easeMm, smallMm, evennessMm, wings, paper, staff, telephone, keepYears }: ShopSettings): SettingsForm => {
    const [ease, small, evenness] = [easeMm, smallMm, evennessMm].map((lengthMm) => exactLength(lengthMm, shown));
    return {
      ...{
        name,
        unit,
        school,
        wings,
        paper,
        ease: ease ?? '',
        small: small ?? '',
        evenness: evenness ?? '',
        staff: staff.join(', '),
        telephone,
      },
      keepYears: keepYears === null ? '' : String(keepYears),
    };
  };

/** Checks what was typed by the contract; lengths without a unit are in `unit`. */
const resolverFor =
  (unit: LengthUnit): Resolver<SettingsForm, unknown, ShopSettingsInput> =>
  (form) => {
    const errors: FieldErrors<SettingsForm> = {};
    const read = (name: (typeof LENGTHS)[number][0], limits: LengthLimits): number => {
      const found = lengthField(limits, unit).safeParse(form[name]);
      if (!found.success) errors[name] = { type: 'contract', message: found.error.issues[0]?.message ?? '' };
      return found.data ?? Number.NaN;
    };
    const [easeMm, smallMm, evennessMm] = LENGTHS.map(([name, limits]) => read(name, limits));
    const names = form.staff.split(',').map((name) => name.trim());
    const { name, unit: shown, school, wings, paper } = form;
    // (what is no number is refused as not whole)
    const keepYears = form.keepYears.trim() === '' ? null : Number(form.keepYears);
    const typed = {
      name,
      unit: shown,
      school,
      wings,
      paper,
      easeMm,
      smallMm,
      evennessMm,
      staff: names.filter((each) => each !== ''),
      telephone: form.telephone,
      keepYears,
    };
    const input = shopSettingsInput.safeParse(typed);
    for (const { path, message } of input.error?.issues ?? []) {
      const field = path[0] as keyof SettingsForm;
      if (field in LABELS) errors[field] ??= { type: 'contract', message };
    }
    return input.success ? { values: input.data, errors: {} } : { values: {}, errors };
  };

const NOBODY = toFormIn('cm')({ ...DEFAULT_SHOP, version: 1 });

function Settings({ settings }: { settings: ShopSettings }) {
  const { session } = useStanding();
  const { unit } = useUnits();
  const resolver = useMemo(() => resolverFor(unit), [unit]);
  const toForm = useMemo(() => toFormIn(unit), [unit]);
  const { form, isChanged, clashes, arrived, decide, submit, isSaving, failure, discard } = useRecordForm<
    ShopSettings,
    SettingsForm,
    ShopSettingsInput
  >({
    name: 'shop',
    record: settings,
    schema: shopSettings,
    toForm,
    empty: NOBODY,
    resolver,
    save: (input, base) => changeShop({ ...input, version: base?.version ?? settings.version }),
    onSaved: () => notify('The habits are saved.'),
  });
  const mayChange = useMay()('shop.change');
  const { control, register, formState, getValues, setValue } = form;
  const { errors } = formState;
  const text = (name: keyof SettingsForm, hint = ' ') => (
    <TextField
      label={LABELS[name]}
      {...register(name, {
        onBlur: (event: { target: HTMLInputElement }) => {
          if (LENGTHS.some(([each]) => each === name)) setValue(name, withUnit(event.target.value, unit));
        },
      })}
      error={errors[name] !== undefined}
      helperText={
        errors[name]?.message ?? (LENGTHS.some(([each]) => each === name) ? <LengthHint control={control} name={name} hint={hint} /> : hint)
      }
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
    />
  );
  const choose = (name: keyof typeof CHOICES) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <TextField select label={LABELS[name]} {...field}>
          {Object.entries(CHOICES[name]).map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  return (
    <FieldsForm onSave={() => void submit()} saveKeySays={mayChange ? 'save the habits' : undefined} sx={{ display: 'grid', gap: 2 }}>
      <ClashNotice<SettingsForm>
        what="these habits"
        clashes={clashes}
        arrived={arrived}
        mineOf={(field) => getValues(field)}
        nameOf={(field) => LABELS[field]}
        wordsOf={choiceWords}
        onDecide={decide}
      />
      <FieldsOf what="shop.change">
        {text('name')}
        {choose('unit')}
        {choose('school')}
        {choose('wings')}
        {LENGTHS.map(([name]) => (
          <Fragment key={name}>{text(name)}</Fragment>
        ))}
        {choose('paper')}
        {session?.person ? null : text('staff', 'who fits here, with commas between')}
        {text('telephone', 'shown to wearers on the pocket coach')}
        {text('keepYears', 'after they were last seen; empty for as long as there is a shop')}
      </FieldsOf>
      <NotSaved failure={currentOf(failure, shopSettings) ? null : failure} />
      <Box sx={{ display: 'flex', gap: 2 }}>
        <May what="shop.change">
          <Button type="submit" variant="contained" disabled={isSaving || clashes.length > 0 || !isChanged}>
            {isSaving ? 'Saving…' : 'Save habits'}
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
