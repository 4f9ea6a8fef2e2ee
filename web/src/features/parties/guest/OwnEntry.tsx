import type { PartyByLink } from '@easytuck/contract';
import { formatCollarSize, formatLength, type WhoTies } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import type { PartyKeyApi } from '../../../common/api/parties.ts';
import { fieldErrorsOf } from '../../../common/api/request.ts';
import { Choice } from '../../../common/Choice.tsx';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { QUIET_ASIDE } from '../../../common/looks.ts';
import { readStored, writeStored } from '../../../common/stored.ts';
import { SIZE } from '../../../theme.ts';
import { CollarSizeField, SuggestingField } from './CollarSizeField.tsx';
import { likelyNeck, readAs, readOwnForm, readStoredForm, toOwnForm, type OwnForm, type OwnSource } from './ownForm.ts';

type MemberView = Extract<PartyByLink, { who: 'member' }>;

const SOURCES: readonly { readonly value: OwnSource; readonly text: string }[] = [
  { value: 'shirt', text: 'I read it off the shirt' },
  { value: 'neck', text: 'I measured my neck' },
  { value: 'told', text: 'I know it from memory' },
];

/** What a member enters about themselves: the size, how they know it, the hand, who ties. */
export function OwnEntry({
  view: { own, party },
  api,
  onView,
}: {
  view: MemberView;
  api: PartyKeyApi;
  onView: (view: PartyByLink) => void;
}) {
  const draft = `easytuck.partyEntry.${own.id}`;
  const [stored] = useState(() => readStored(draft, readStoredForm, null));
  const [form, setForm] = useState<OwnForm>(() => stored ?? toOwnForm(own, party.unit));
  const [errors, setErrors] = useState<{ collar?: string; neck?: string }>({});
  const [isChanging, setChanging] = useState(own.enteredAt === null || stored !== null);
  const field = useRef<HTMLInputElement>(null);
  const thanks = useRef<HTMLDivElement>(null);
  const save = useSaving(async () => {
    const read = readOwnForm(form, party.unit);
    setErrors(read.errors);
    if (read.input === null) {
      field.current?.focus();
      return;
    }
    onView(await api.enterOwn(read.input));
    writeStored(draft, null);
    setChanging(false);
    // the form is gone: the next thing to read is what became of it
    setTimeout(() => thanks.current?.focus());
  });
  const change = (what: Partial<OwnForm>): void => {
    const next = { ...form, ...what };
    setForm(next);
    setErrors({});
    save.forget();
    writeStored(draft, next);
  };
  const refused = fieldErrorsOf(save.failure)[0]?.message;
  if (!isChanging)
    return (
      <Box sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        <Alert severity="success" ref={thanks} tabIndex={-1}>
          Thank you, {own.name}.{' '}
          {own.collar !== null
            ? `Your collar size is saved as ${formatCollarSize(own.collar)}.`
            : own.bareNeckMm !== null &&
              `Your neck is saved as ${formatLength(own.bareNeckMm, party.unit)}; the shop works out the size from it.`}
        </Alert>
        <Box sx={QUIET_ASIDE}>If you wear another shirt after all, change it here. The shop sees it at once.</Box>
        <Button variant="outlined" onClick={() => setChanging(true)}>
          Change my size
        </Button>
      </Box>
    );
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save.save();
      }}
      sx={{ display: 'grid', gap: 2.5 }}
    >
      <Box sx={{ fontSize: SIZE.field }}>
        {own.name}, the shop sets your bow tie to your neck beforehand. For that it needs your collar size.
      </Box>
      <Choice<OwnSource> label="How do you know it?" value={form.ground} onChange={(ground) => change({ ground })} options={SOURCES} />
      {form.ground === 'neck' ? (
        <>
          <Box component="ol" sx={{ m: 0, pl: 2.5, '& li': { mb: 0.5 } }}>
            <li>Lay a tape round your bare neck, level, just below the Adam’s apple.</li>
            <li>Keep it flat, not tight: one finger fits between tape and neck.</li>
            <li>No tape? Use a string, and lay it along a ruler afterwards.</li>
          </Box>
          <SuggestingField
            label="My neck measures"
            value={form.neck}
            onChange={(neck) => change({ neck })}
            error={errors.neck ?? refused}
            hint={party.unit === 'cm' ? 'e.g. 39 or 15 1/2 in' : 'e.g. 15 1/2 or 39 cm'}
            offered={errors.neck === undefined ? [] : likelyNeck(form.neck, party.unit)}
            inputRef={field}
          />
        </>
      ) : (
        <>
          <Box>
            {form.ground === 'shirt'
              ? 'Take the shirt that you will wear that day. The size is printed inside the collar, at the back of the neck: a number such as 15½ or 39. A second number is the sleeve; a letter such as M does not matter.'
              : 'If you can, look inside the shirt that you will wear. Shirts differ, and a size from memory is often half an inch off.'}
          </Box>
          <CollarSizeField
            label="The size on the collar"
            value={form.collar}
            onChange={(collar) => change({ collar })}
            error={errors.collar ?? refused}
            hint={readAs(form.collar) || 'e.g. 15 1/2, 15.5 or 39 cm'}
            inputRef={field}
          />
        </>
      )}
      <Box>
        <Choice<OwnForm['longEnd']>
          label="The long end starts on your own"
          value={form.longEnd}
          onChange={(longEnd) => change({ longEnd })}
          options={[
            { value: 'left', text: 'left' },
            { value: 'right', text: 'right' },
            { value: 'either', text: 'I don’t mind' },
          ]}
        />
        <Box sx={{ ...QUIET_ASIDE, mt: 0.5 }}>A matter of taste: most people start on the left, many left-handed people on the right.</Box>
      </Box>
      <Choice<WhoTies | ''>
        label="On the day"
        value={form.whoTies}
        onChange={(whoTies) => change({ whoTies })}
        options={[
          { value: 'self', text: 'I tie it myself' },
          { value: 'ask', text: 'I am learning' },
          { value: 'helper', text: 'somebody ties it for me' },
        ]}
      />
      <NotSaved failure={refused === undefined ? save.failure : null} what="sent" />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <Button type="submit" variant="contained" disabled={save.isBusy} sx={{ minHeight: 48, px: 3 }}>
          {save.isBusy ? 'Sending…' : 'Send my size'}
        </Button>
        {own.enteredAt !== null && (
          <Button
            variant="outlined"
            onClick={() => {
              writeStored(draft, null);
              setForm(toOwnForm(own, party.unit));
              setChanging(false);
            }}
          >
            Keep it as it was
          </Button>
        )}
      </Box>
    </Box>
  );
}
