import {
  claspWarning,
  DEAL_WORDS,
  DEALS,
  dealOfMember,
  GROUND_WORDS,
  MISSING_WORDS,
  partyMember,
  TIE_PLACE_WORDS,
  WHO_TIES_WORDS,
  type GivenPartyLink,
  type MemberInput,
  type NewMembers,
  type PartyMember,
  type PartyPage,
  type Tie,
} from '@easytuck/contract';
import { COLLAR_GROUNDS, formatCollarSize, WHO_TIES, type PartyStage, type TiePlace } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Controller } from 'react-hook-form';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { addMembers, changeMember, givePartyLink, issueCards, moveTies, removeMember } from '../../common/api/parties.ts';
import { currentOf } from '../../common/api/request.ts';
import { Choice } from '../../common/Choice.tsx';
import { dayWords } from '../../common/dueWords.ts';
import { ClashNotice } from '../../common/forms/ClashNotice.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useRecordForm } from '../../common/forms/useRecordForm.ts';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET_ASIDE } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useStaff } from '../../common/staff.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { copyText } from '../../common/copyText.ts';
import { EMPTY_MEMBER, MEMBER_FIELD_WORDS, memberResolver, toMemberForm, type MemberForm } from './memberForm.ts';
import { Given } from './PartyLinks.tsx';
import { chanceWords, collarWords, FIELD_OF, reminderFor, type MemberLine } from './partyViewModel.ts';

/** Who ties, as a wearer’s record says. */
const HANDS_WORDS = { sure: 'ties their own', learning: 'learning', needsHelp: 'a helper ties it' } as const;

interface PanelProps {
  readonly page: PartyPage;
  readonly line: MemberLine;
  readonly stage: PartyStage;
  readonly drawer: readonly Tie[];
  /** The field that the cursor goes to; null for none. */
  readonly at: string | null;
  readonly onClose: () => void;
  readonly onNext: () => void;
}

/** One member: what is still to do, what is known, and the actions. */
export function MemberPanel({ page, line, drawer, at, onClose, onNext }: PanelProps) {
  const { party } = page;
  const { member, missing, prospect } = line;
  const { unit } = useUnits();
  const may = useMay();
  const mayChange = may('parties.change') && party.calledOffAt === null;
  const box = useRef<HTMLDivElement>(null);
  const resolver = useMemo(() => memberResolver(unit, member), [unit, member]);
  const toForm = useCallback((shown: PartyMember) => toMemberForm(shown, unit), [unit]);
  const { form, clashes, arrived, decide, submit, isChanged, isSaving, failure, discard } = useRecordForm<
    PartyMember,
    MemberForm,
    MemberInput
  >({
    name: `party.${party.id}.${member.id}`,
    record: member,
    schema: partyMember,
    toForm,
    empty: EMPTY_MEMBER,
    resolver,
    save: (input, base) => changeMember(party.id, member.id, { ...input, version: (base ?? member).version }),
    onSaved: (saved) => notify(`${saved.name} saved.`),
  });
  const { control, register, formState, getValues, setValue } = form;
  const { errors } = formState;
  useEffect(() => {
    if (at === null) return;
    const field = box.current?.querySelector<HTMLElement>(`[data-at="${at}"]`);
    if (!field) return;
    const target = field.matches('input, button, textarea, [tabindex]')
      ? field
      : field.querySelector<HTMLElement>('input:checked, input, button, [role="combobox"]');
    target?.focus();
    target?.scrollIntoView({ block: 'nearest' });
  }, [at, member.id]);
  const goOn = (): void => void (isChanged && mayChange ? submit() : Promise.resolve()).then(onNext);
  const text = (name: keyof MemberForm, hint = ' ') => (
    <TextField
      label={MEMBER_FIELD_WORDS[name]}
      {...register(name)}
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? hint}
      disabled={!mayChange}
      multiline={name === 'note'}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off', 'data-at': name } }}
    />
  );
  const choose = (name: keyof MemberForm, options: readonly { readonly value: string; readonly text: string }[], label?: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Box data-at={name}>
          <Choice
            label={label ?? MEMBER_FIELD_WORDS[name]}
            value={field.value}
            onChange={field.onChange}
            options={options}
            small
            disabled={!mayChange}
          />
        </Box>
      )}
    />
  );
  const free = new Map(page.offers.map((offer) => [offer.tieId, offer.free]));
  const { wearer } = member;
  const asRecorded = wearer?.dexterity ? `as on record (${HANDS_WORDS[wearer.dexterity]})` : 'not asked yet';
  return (
    <Box
      ref={box}
      component="section"
      aria-label={member.name}
      onKeyDownCapture={(event) => {
        // before a field of choices takes the key for itself
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
        event.preventDefault();
        event.stopPropagation();
        goOn();
      }}
      sx={{ display: 'grid', gap: 1.5, p: { xs: 1.5, sm: 2 }, border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.card }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
        <Box component="h2" sx={{ m: 0, flex: 1, fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560, overflowWrap: 'anywhere' }}>
          {member.name}
        </Box>
        <Button onClick={onClose}>Close</Button>
      </Box>
      <Box sx={{ color: missing.length > 0 ? 'error.main' : 'success.main', mt: -1.5 }}>
        {missing.length === 0 ? 'Nothing left to do.' : `${sentence(missing.map((each) => MISSING_WORDS[each].do))}.`}
      </Box>
      {wearer && line.tie && claspWarning(wearer, line.tie) !== null && <Alert severity="warning">{claspWarning(wearer, line.tie)}</Alert>}
      {member.alsoAt.length > 0 && (
        <Box sx={{ color: 'warning.main' }}>
          The same day they are also at {member.alsoAt.map(({ name, hour }) => `${name}, ${hour}`).join('; ')}.
        </Box>
      )}
      <ClashNotice<MemberForm>
        what={member.name}
        clashes={clashes}
        arrived={arrived}
        mineOf={(field) => getValues(field)}
        nameOf={(field) => MEMBER_FIELD_WORDS[field]}
        wordsOf={(field, words) => (field === 'tieId' ? (drawer.find(({ id }) => id === words)?.name ?? words) : words)}
        onDecide={decide}
      />
      <NotSaved failure={currentOf(failure, partyMember) ? null : failure} />
      <FieldsForm
        onSave={() => void submit()}
        saveKeySays="save, and on to the next thing to do"
        onSaveKey={goOn}
        sx={{ display: 'grid', gap: 1.25 }}
      >
        {text('name')}
        <Box sx={{ display: 'grid', columnGap: 2, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)' }}>
          {text('collar', wearer && !wearer.collarEstimated ? `on record ${formatCollarSize(wearer.collar)}` : 'as on the shirt’s label')}
          {text('bareNeck', 'if no size is known')}
        </Box>
        {choose('ground', [{ value: '', text: 'unknown' }, ...COLLAR_GROUNDS.map((value) => ({ value, text: GROUND_WORDS[value] }))])}
        {missing.includes('collarDoubt') && mayChange && (
          <Button
            variant="outlined"
            onClick={() => {
              setValue('settled', 'yes', { shouldDirty: true });
              void submit();
            }}
            sx={{ justifySelf: 'start' }}
          >
            Confirm this size
          </Button>
        )}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
          {choose('longEnd', [
            { value: 'left', text: 'left' },
            { value: 'right', text: 'right' },
            { value: '', text: wearer ? `as on record (${wearer.longEnd})` : 'not asked yet' },
          ])}
          {choose('whoTies', [...WHO_TIES.map((value) => ({ value, text: WHO_TIES_WORDS[value] })), { value: '', text: asRecorded }])}
        </Box>
        <Practice line={line} prospect={prospect} />
        <Controller
          control={control}
          name="tieId"
          render={({ field }) => (
            <TextField
              select
              label="Tie"
              {...field}
              disabled={!mayChange || member.place === 'out'}
              error={errors.tieId !== undefined}
              helperText={
                errors.tieId?.message ??
                (member.isTieGone ? 'there are no longer enough of these on those days' : 'set by the party’s look')
              }
              slotProps={{ select: { displayEmpty: true, SelectDisplayProps: { 'data-at': 'tieId' } as object } }}
            >
              <MenuItem value="">none</MenuItem>
              {drawer
                .filter((tie) => tie.awayAt === null || tie.id === member.tieId)
                .map((tie) => (
                  <MenuItem key={tie.id} value={tie.id}>
                    {tie.name} ({free.has(tie.id) ? `${free.get(tie.id) ?? 0} for this party` : `${tie.inStock} in the drawer`})
                  </MenuItem>
                ))}
            </TextField>
          )}
        />
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
          {choose('ownTie', [
            { value: '', text: 'the shop’s' },
            { value: 'yes', text: 'their own' },
          ])}
          {choose('deal', [
            { value: '', text: `as for everybody (${DEAL_WORDS[party.deal]})` },
            ...DEALS.map((value) => ({ value, text: DEAL_WORDS[value] })),
          ])}
          {choose(
            'tiedBefore',
            [
              { value: '', text: 'tied on the day' },
              { value: 'yes', text: 'the night before' },
            ],
            'The bow is',
          )}
        </Box>
        <Box sx={{ display: 'grid', columnGap: 2, gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 2fr)' }}>
          {text('arriveMinutes', `${party.arriveMinutes} if left empty`)}
          {text('note')}
        </Box>
        {mayChange && (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
            <Button type="submit" variant="contained" disabled={isSaving || clashes.length > 0 || !isChanged}>
              Save
            </Button>
            {isChanged && (
              <Button variant="outlined" onClick={discard}>
                Discard
              </Button>
            )}
          </Box>
        )}
      </FieldsForm>
      <Actions page={page} line={line} isChanged={isChanged} onRemoved={onClose} />
    </Box>
  );
}

/** Several things to do, a sentence each. */
const sentence = (things: readonly string[]): string => things.join('. ');

/** What their practice says about the day. */
function Practice({ line: { member }, prospect }: { line: MemberLine; prospect: MemberLine['prospect'] }) {
  if (member.tries.length === 0) return null;
  const { forecast, moreTries } = prospect;
  const { middle, least, most } = forecast.minutes;
  return (
    <Box sx={QUIET_ASIDE}>
      {member.tries.length === 1 ? 'One try' : `${member.tries.length} tries`} so far. The next should take about {minutesWords(middle)} (
      {minutesWords(least)} to {minutesWords(most)}); a good bow on time: {chanceWords(forecast.inTime)}.
      {moreTries !== null && moreTries > 0 && ` ${moreTries === 1 ? 'One more try' : `${moreTries} more tries`} should be enough.`}
    </Box>
  );
}

const minutesWords = (minutes: number): string => (minutes < 1.5 ? 'a minute' : `${Math.round(minutes)} min`);

/** A member as they were, to add them again; an issued card stays in the ledger. */
function memberAgain({
  id,
  name,
  wearerId,
  collar,
  ground,
  bareNeckMm,
  isCollarSettled,
  longEnd,
  whoTies,
  ...more
}: PartyMember): NewMembers['members'][number] {
  const { arriveMinutes, isOwnTie, tieId, step, isTiedBefore, deal, note } = more;
  return {
    ...{ id, name, wearerId, collar: collar?.text ?? null, ground, bareNeckMm, isCollarSettled, longEnd, whoTies },
    ...{ arriveMinutes, isOwnTie, tieId, step, isTiedBefore, deal, note },
  };
}

/** Actions for a member. */
function Actions({ page, line, isChanged, onRemoved }: { page: PartyPage; line: MemberLine; isChanged: boolean; onRemoved: () => void }) {
  const { party } = page;
  const { member, missing } = line;
  const may = useMay();
  const [staff] = useStaff();
  const [fittingId, setFittingId] = useState(() => uuid());
  const [linkId, setLinkId] = useState(() => uuid());
  const [given, setGiven] = useState<GivenPartyLink | null>(null);
  const issue = useSaving(async () => {
    const { refused } = await issueCards(party.id, staff, [{ memberId: member.id, fittingId }]);
    const [why] = refused;
    notify(why ? `No card was issued: ${why.why}` : `Card issued for ${member.name}.`);
    setFittingId(uuid());
  });
  const move = useSaving(async (to: TiePlace) => {
    await moveTies(party.id, [member.id], to);
    notify(`${member.name}’s tie is ${TIE_PLACE_WORDS[to]}.`);
  });
  const link = useSaving(async () => {
    setGiven(await givePartyLink(party.id, linkId, member.id));
    setLinkId(uuid());
  });
  const remove = useSaving(async () => {
    await removeMember(party.id, member);
    notify(`${member.name} removed from the list.`, () => void addMembers(party.id, [memberAgain(member)]));
    onRemoved();
  });
  const [isAsking, setAsking] = useState(false);
  // a card is set for a size: one that nobody has confirmed is asked about first
  const ask = (): void => (missing.includes('collarDoubt') && !isAsking ? setAsking(true) : void issue.save().then(() => setAsking(false)));
  const isOff = party.calledOffAt !== null;
  const failure = issue.failure ?? move.failure ?? link.failure ?? remove.failure;
  const next: readonly (readonly [TiePlace, string])[] =
    member.tieId === null || member.isOwnTie
      ? []
      : member.place === 'here'
        ? [['out', 'Hand out the tie']]
        : member.place === 'out'
          ? [
              ...(dealOfMember(member, party) === 'sold' ? [] : ([['back', 'Take the tie back']] as const)),
              ['lost', 'Record as lost'],
              ['here', 'It was never handed out'],
            ]
          : member.place === 'back'
            ? [['out', 'Hand it out again']]
            : [['back', 'Record as found']];
  return (
    <Box sx={{ display: 'grid', gap: 1, borderTop: `1px solid ${COLOURS.rule}`, pt: 1.5 }}>
      <NotSaved failure={failure} what="done" kept="" />
      {isAsking && missing.includes('collarDoubt') && (
        <Alert severity="warning">The collar size, {collarWords(line.known)}, is not confirmed. The card would be set for it.</Alert>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {may('fittings.giveOut') && !isOff && missing.includes('card') && (
          <Button variant="contained" data-at={FIELD_OF.card} disabled={issue.isBusy || isChanged} onClick={ask}>
            {isAsking ? 'Issue it all the same' : member.card ? 'Issue the card again' : 'Issue the card'}
          </Button>
        )}
        {may('parties.day') &&
          next.map(([to, words], i) => (
            <Button
              key={to}
              variant="outlined"
              {...(i === 0 ? { 'data-at': FIELD_OF.handOut } : {})}
              disabled={move.isBusy}
              onClick={() => void move.save(to)}
            >
              {words}
            </Button>
          ))}
        {may('links.give') && !isOff && (
          <Button variant="outlined" disabled={link.isBusy} onClick={() => void link.save()}>
            Make them a link
          </Button>
        )}
        <Button variant="outlined" onClick={() => copyText(reminderFor({ party }, line, dayWords(party.day)), 'The reminder')}>
          Copy reminder
        </Button>
        {member.card && (
          <Button variant="outlined" component={Link} to={`/fittings/${member.card.fittingId}`}>
            Open their card
          </Button>
        )}
        {member.wearer && (
          <Button variant="outlined" component={Link} to={`/wearers/${member.wearer.id}`}>
            Open their record
          </Button>
        )}
        {may('parties.change') && (
          <Button variant="outlined" disabled={remove.isBusy} onClick={() => void remove.save()}>
            Remove from the list
          </Button>
        )}
      </Box>
      {given && <Given given={given} whose={member.name} />}
    </Box>
  );
}
