import type { PartyByLink } from '@easytuck/contract';
import { formatCollarSize, formatLength, type CollarGround, type Side, type WhoTies } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PartyKeyApi } from '../../../common/api/parties.ts';
import { fieldErrorsOf } from '../../../common/api/request.ts';
import { Choice } from '../../../common/Choice.tsx';
import { exactLength } from '../../../common/exactLength.ts';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { QUIET_ASIDE } from '../../../common/looks.ts';
import { SIZE } from '../../../theme.ts';
import { readOwnForm, type OwnForm } from './ownForm.ts';

type ToldMember = Extract<PartyByLink, { who: 'member' }>;

const GROUNDS: readonly { readonly value: CollarGround; readonly text: string }[] = [
  { value: 'shirt', text: 'I read it off the shirt' },
  { value: 'neck', text: 'I measured my neck' },
  { value: 'told', text: 'I know it by heart' },
];

/** What a member enters of themselves: the size, how it is known, the hand, who ties. */
export function OwnEntry({
  told: { own, party },
  api,
  onTold,
}: {
  told: ToldMember;
  api: PartyKeyApi;
  onTold: (told: PartyByLink) => void;
}) {
  const [form, setForm] = useState<OwnForm>(() => ({
    ...{ ground: own.ground ?? 'shirt', collar: own.collar?.text ?? '', neck: exactLength(own.bareNeckMm, party.unit) },
    ...{ longEnd: own.longEnd ?? '', whoTies: own.whoTies ?? '' },
  }));
  const [errors, setErrors] = useState<{ collar?: string; neck?: string }>({});
  const [isChanging, setChanging] = useState(own.enteredAt === null);
  const change = (what: Partial<OwnForm>): void => setForm((before) => ({ ...before, ...what }));
  const save = useSaving(async () => {
    const read = readOwnForm(form, party.unit);
    setErrors(read.errors);
    if (read.input === null) return;
    onTold(await api.enterOwn(read.input));
    setChanging(false);
  });
  const refused = fieldErrorsOf(save.failure)[0]?.message;
  if (!isChanging)
    return (
      <Box sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        <Alert severity="success" role="status">
          Thank you, {own.name}.{' '}
          {own.collar !== null
            ? `Your collar size is entered as ${formatCollarSize(own.collar)}.`
            : own.bareNeckMm !== null &&
              `Your neck is entered as ${formatLength(own.bareNeckMm, party.unit)}; the shop works the size out from it.`}
        </Alert>
        <Box sx={QUIET_ASIDE}>If you wear another shirt after all, change it here; the shop sees it at once.</Box>
        <Button variant="outlined" onClick={() => setChanging(true)}>
          Change it
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
        {own.name}, your bow tie is set to your neck beforehand. For that the shop needs your collar size.
      </Box>
      <Choice<CollarGround> label="How do you know it?" value={form.ground} onChange={(ground) => change({ ground })} options={GROUNDS} />
      {form.ground === 'neck' ? (
        <>
          <Box component="ol" sx={{ m: 0, pl: 2.5, '& li': { mb: 0.5 } }}>
            <li>Lay a tape round your bare neck, level, just below the Adam’s apple.</li>
            <li>Flat, not tight: one finger fits between tape and neck.</li>
            <li>No tape? A string, and a ruler beside it afterwards.</li>
          </Box>
          <TextField
            label="My neck measures"
            value={form.neck}
            onChange={(event) => change({ neck: event.target.value })}
            error={errors.neck !== undefined}
            helperText={errors.neck ?? (party.unit === 'cm' ? 'as 39 or 15 1/2 in' : 'as 15 1/2 or 39 cm')}
            sx={{ maxWidth: '16rem' }}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
          />
        </>
      ) : (
        <>
          <Box>
            {form.ground === 'shirt'
              ? 'Take the shirt you will wear that day. The size stands inside the collar, at the back of the neck or on its label: 15½ or 39, perhaps with a letter that does not matter.'
              : 'If you can, look into the shirt you will wear: shirts differ, and a size out of memory is often half an inch off.'}
          </Box>
          <TextField
            label="The size on the collar"
            value={form.collar}
            onChange={(event) => change({ collar: event.target.value })}
            error={(errors.collar ?? refused) !== undefined}
            helperText={errors.collar ?? refused ?? 'as 15 1/2, 15.5 or 39 cm'}
            sx={{ maxWidth: '16rem' }}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
          />
        </>
      )}
      <Box>
        <Choice<Side | ''>
          label="The long end starts on your own"
          value={form.longEnd}
          onChange={(longEnd) => change({ longEnd })}
          options={[
            { value: 'left', text: 'left' },
            { value: 'right', text: 'right' },
            { value: '', text: 'I do not mind' },
          ]}
        />
        <Box sx={{ ...QUIET_ASIDE, mt: 0.5 }}>Taste alone; most start on the left, many left-handed people on the right.</Box>
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
          <Button variant="outlined" onClick={() => setChanging(false)}>
            Leave it as it was
          </Button>
        )}
      </Box>
    </Box>
  );
}
