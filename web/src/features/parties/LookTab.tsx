import {
  FIBRE_WORDS,
  likenessOf,
  longEndOfMember,
  LOOK_RULE_WORDS,
  LOOK_WORDS,
  OCCASION_WORDS,
  settingWords,
  SHAPE_WORDS,
  wornByMember,
  type PartyLook,
  type PartyPage,
  type Proposal,
  type Tie,
} from '@easytuck/contract';
import {
  drawTiedFlat,
  fitWearer,
  LOOK_RULES,
  parseLength,
  prepareTie,
  SAME_WIDTH_MM,
  settingAt,
  type LookRule,
  type Occasion,
} from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useMemo, useState } from 'react';
import { changePartOf, giveTies, useProposal } from '../../common/api/parties.ts';
import { useShop } from '../../common/api/shop.ts';
import { Choice } from '../../common/Choice.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { useSettledError } from '../../common/forms/useSettledError.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import type { PartProps } from './PartyPage.tsx';
import { alikeSentence } from './partyViewModel.ts';

/** What should match, the tie that each person would get, and assigning them. */
export function LookTab({ page, drawer }: PartProps) {
  const { party, members } = page;
  const { unit, length } = useUnits();
  const may = useMay();
  const [look, setLook] = useState<PartyLook>(party.look);
  const [figure, setFigure] = useState(() => figureOf(party.look, length));
  const [wrong, setWrong] = useState<string | null>(null);
  const shownWrong = useSettledError(wrong);
  // the proposal depends on who is on the list and what is free too
  const standing = members.map(({ id, version }) => `${id} ${version}`).join() + page.offers.map(({ free }) => free).join();
  const asked = JSON.stringify(look);
  const { data: proposal, error: failure, isValidating } = useProposal(party.id, look, standing);
  const give = useSaving(async () => {
    if (!proposal) return;
    if (JSON.stringify(party.look) !== asked) await changePartOf(party, { look });
    const byId = new Map(members.map((member) => [member.id, member]));
    const ties = changesOf(page, proposal).map(({ memberId, tieId, step }) => ({
      memberId,
      tieId,
      step,
      version: byId.get(memberId)?.version ?? 1,
    }));
    if (ties.length > 0) await giveTies(party.id, ties);
    notify(ties.length === 1 ? 'One tie assigned.' : `${ties.length} ties assigned.`);
  });
  const readFigure = (text: string): void => {
    setFigure(text);
    const read = readFigureOf(look.rule, text, unit);
    setWrong(read.kind === 'wrong' ? read.message : null);
    if (read.kind === 'read')
      setLook({ ...look, spreadMm: look.rule === 'spread' ? read.value : null, ratio: look.rule === 'share' ? read.value : null });
  };
  const changes = proposal ? changesOf(page, proposal) : [];
  const mayGive =
    may('parties.change') && party.calledOffAt === null && proposal !== undefined && changes.length > 0 && wrong === null && !isValidating;
  useShortcuts('Party', [{ key: 'Enter', mod: true, says: 'assign these ties', run: () => mayGive && void give.save() }]);
  const offered = drawer.filter(({ awayAt }) => awayAt === null);
  const alike = alikeKinds(offered);
  const isWorking = useDelayed(isValidating);
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2.5, alignItems: 'flex-start' }}>
        <Box sx={{ flex: '0 1 auto' }}>
          <Choice<LookRule>
            label="Match by"
            value={look.rule}
            onChange={(rule) => {
              setLook({ ...look, rule, spreadMm: null, ratio: null });
              setFigure('');
              setWrong(null);
            }}
            options={LOOK_RULES.map((value) => ({ value, text: LOOK_RULE_WORDS[value].name }))}
          />
          <Box sx={{ ...QUIET_ASIDE, mt: 0.75, maxWidth: '30rem' }}>{LOOK_RULE_WORDS[look.rule].means}</Box>
        </Box>
        {look.rule !== 'asCut' && (
          <TextField
            label={look.rule === 'spread' ? 'Bow width' : 'Share of the neck, %'}
            value={figure}
            onChange={(event) => readFigure(event.target.value)}
            error={shownWrong !== null}
            helperText={
              shownWrong ??
              (figure.trim() === '' && proposal
                ? `Leave empty for ${figureOf(proposal.look, length)}${look.rule === 'share' ? ' %' : ''}, the closest fit`
                : ' ')
            }
            sx={{ width: '14rem' }}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
          />
        )}
        <Box sx={{ flex: '1 1 14rem', maxWidth: '26rem' }}>
          <TextField
            select
            label="From"
            value={look.tieIds}
            onChange={(event) => setLook({ ...look, tieIds: chosenTies([event.target.value].flat(), alike) })}
            helperText={look.tieIds.length === 0 ? fromDrawerWords(party.occasion) : 'only these'}
            fullWidth
            slotProps={{
              select: {
                multiple: true,
                displayEmpty: true,
                renderValue: (ids) =>
                  (ids as string[]).length === 0
                    ? 'every tie in the drawer'
                    : (ids as string[]).map((id) => drawer.find((tie) => tie.id === id)?.name ?? '').join(', '),
              },
            }}
          >
            {alike.map(({ key, words, ids }) => (
              <MenuItem key={key} value={key}>
                Look alike: {words} ({ids.length} kinds)
              </MenuItem>
            ))}
            {offered.map((tie) => (
              <MenuItem key={tie.id} value={tie.id}>
                {look.tieIds.includes(tie.id) ? '✓ ' : ''}
                {tie.name}, {tie.inStock} in the drawer
              </MenuItem>
            ))}
          </TextField>
          <FormControlLabel
            control={<Checkbox checked={look.mustOpen} onChange={(_, mustOpen) => setLook({ ...look, mustOpen })} />}
            label="Only ties that open once tied"
          />
        </Box>
      </Box>
      <NotSaved failure={failure ?? null} what="worked out" kept="" />
      {members.length === 0 && <Box sx={QUIET}>Nobody is on the list yet. Add people first.</Box>}
      <Box role="status" sx={{ ...QUIET, ...(isWorking ? {} : { mt: -2.5 }) }}>
        {isWorking ? `Working out a tie for each of ${members.length} people …` : ''}
      </Box>
      {proposal && members.length > 0 && (
        <Box aria-busy={isValidating} sx={{ display: 'grid', gap: 2.5, opacity: isWorking ? 0.45 : 1 }}>
          <Summary page={page} proposal={proposal} drawer={drawer} />
          <NotSaved failure={give.failure} what="assigned" kept="This is the new proposal." />
          {may('parties.change') && (
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
              <Button variant="contained" disabled={!mayGive || give.isBusy} onClick={() => void give.save()}>
                {changes.length === 0
                  ? 'Everybody has these ties'
                  : `Assign ${changes.length === 1 ? 'this tie' : `these ${changes.length} ties`}`}
              </Button>
              {changes.length > 0 && <Box sx={QUIET}>Nothing changes until you do.</Box>}
            </Box>
          )}
          <Bows page={page} proposal={proposal} drawer={drawer} />
        </Box>
      )}
    </Box>
  );
}

/** Ties that look alike and are measured or stocked apart. */
interface AlikeKinds {
  readonly key: string;
  readonly words: string;
  readonly ids: readonly string[];
}

function alikeKinds(ties: readonly Tie[]): readonly AlikeKinds[] {
  const groups = new Map<string, Tie[]>();
  for (const tie of ties) groups.set(likenessOf(tie), [...(groups.get(likenessOf(tie)) ?? []), tie]);
  return [...groups].flatMap(([key, of]): AlikeKinds[] => {
    const [first] = of;
    if (!first || of.length < 2) return [];
    const { shape, fibre, faces } = first;
    const colour = faces.outer.name === '' ? LOOK_WORDS[faces.outer.look].toLowerCase() : faces.outer.name;
    return [{ key, words: `${SHAPE_WORDS[shape]}, ${FIBRE_WORDS[fibre].toLowerCase()}, ${colour}`, ids: of.map(({ id }) => id) }];
  });
}

/** What the whole drawer is narrowed to before anything is proposed. */
const fromDrawerWords = (occasion: Occasion): string =>
  occasion === 'blackTie' ? 'black or midnight, for black tie' : occasion === 'whiteTie' ? 'white piqué, for white tie' : ' ';

/** True once something has been going on for long enough to be worth a word, so that quick answers do not flicker. */
function useDelayed(isOn: boolean): boolean {
  const [isShown, setShown] = useState(false);
  useEffect(() => {
    if (!isOn) return undefined;
    const timer = setTimeout(() => setShown(true), SHOW_WORK_AFTER_MS);
    return () => {
      clearTimeout(timer);
      setShown(false);
    };
  }, [isOn]);
  return isShown;
}
const SHOW_WORK_AFTER_MS = 150;

/** The chosen ties: one by one, or all that look alike, in place of those chosen before. */
function chosenTies(chosen: readonly string[], alike: readonly AlikeKinds[]): string[] {
  const group = alike.find(({ key }) => chosen.includes(key));
  return [...(group ? group.ids : chosen)];
}

/** The ties of a proposal that somebody does not have yet. */
function changesOf({ members }: PartyPage, { proposed }: Proposal): Proposal['proposed'] {
  const byId = new Map(members.map((member) => [member.id, member]));
  return proposed.filter(({ memberId, tieId, step, reason }) => {
    const member = byId.get(memberId);
    return member !== undefined && reason.kind !== 'out' && (member.tieId !== tieId || member.step !== step);
  });
}

const figureOf = ({ rule, spreadMm, ratio }: PartyLook, length: (lengthMm: number) => string): string =>
  rule === 'spread' && spreadMm !== null ? length(spreadMm) : rule === 'share' && ratio !== null ? `${Math.round(100 * ratio)}` : '';

type ReadFigure = { readonly kind: 'read'; readonly value: number | null } | { readonly kind: 'wrong'; readonly message: string };

function readFigureOf(rule: LookRule, text: string, unit: 'in' | 'cm'): ReadFigure {
  if (text.trim() === '') return { kind: 'read', value: null };
  if (rule === 'share') {
    const share = Number(text.replace('%', '').trim()) / 100;
    return share >= 0.5 && share <= 1.3 ? { kind: 'read', value: share } : { kind: 'wrong', message: 'Write a share between 50 and 130.' };
  }
  const read = parseLength(text, unit);
  if (read.kind !== 'length') return { kind: 'wrong', message: 'Write a width, as 4 3/4 in or 12 cm.' };
  return read.lengthMm >= 60 && read.lengthMm <= 200
    ? { kind: 'read', value: read.lengthMm }
    : { kind: 'wrong', message: 'A bow is between 6 and 20 cm wide.' };
}

/** How many have a tie, which looks there are, and what is to be bought or made. */
function Summary({ page: { members, party }, proposal, drawer }: { page: PartyPage; proposal: Proposal; drawer: readonly Tie[] }) {
  const { length } = useUnits();
  const { proposed, without, totalOffMm, groups, toMatch, cannotMatch, leftOut, outOfDress } = proposal;
  const past = proposed.filter(({ pastCustomMm }) => pastCustomMm > AS_WISHED_MM).length;
  const nameOf = (memberId: string): string => members.find(({ id }) => id === memberId)?.name ?? '';
  const namesOf = (memberIds: readonly string[]): string => memberIds.map(nameOf).join(', ');
  const tieName = (tieId: string | null): string => drawer.find(({ id }) => id === tieId)?.name ?? 'a tie';
  const toBuy = new Map<string, string[]>();
  for (const { why, tieId, memberId } of without)
    if (why === 'noneFree' && tieId !== null) toBuy.set(tieId, [...(toBuy.get(tieId) ?? []), memberId]);
  const noCollar = without.filter(({ why }) => why === 'noCollar').map(({ memberId }) => memberId);
  const noBreakaway = without.filter(({ why }) => why === 'noBreakaway').map(({ memberId }) => memberId);
  const unfit = without.filter(({ why }) => why === 'noneFits' || why === 'ownDoesNotFit');
  const [main] = groups;
  const ofWidth = main && main.alikeIds.length < main.memberIds.length ? main.memberIds.length - main.alikeIds.length : 0;
  const isWarned = without.length > 0 || groups.length > 1 || outOfDress.length > 0;
  return (
    <Box role="status" sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ fontFamily: FIGURES, fontSize: SIZE.figure, fontWeight: 560 }}>{alikeSentence(members.length, proposal, tieName)}</Box>
      <Box sx={QUIET}>
        {proposed.length > 0 && `${length(totalOffMm)} off in total.`}
        {ofWidth > 0 &&
          ` ${ofWidth} of ${main?.memberIds.length} ${ofWidth === 1 ? 'is' : 'are'} visibly wider or narrower than the others.`}
        {past > 0 && ` ${past} ${past === 1 ? 'bow is' : 'bows are'} wider than custom allows.`}
        {leftOut.byDress > 0 &&
          ` ${leftOut.byDress} ${leftOut.byDress === 1 ? 'kind is' : 'kinds are'} left out: wrong for ${OCCASION_WORDS[party.occasion].toLowerCase()}.`}
        {leftOut.closed > 0 && ` ${leftOut.closed} ${leftOut.closed === 1 ? 'kind is' : 'kinds are'} left out: the band does not open.`}
      </Box>
      {isWarned && (
        <Alert severity="warning">
          {toMatch.length > 0 && without.every(({ why }) => why !== 'noneFree') && (
            <div>
              To make everybody alike you need {toMatch.map(({ tieId, count }) => `${count} more of ${tieName(tieId)}`).join(' and ')}.
            </div>
          )}
          {cannotMatch.length > 0 && groups.length > 0 && <div>Cannot wear what the others wear: {namesOf(cannotMatch)}.</div>}
          {outOfDress.length > 0 && (
            <div>
              Wrong for {OCCASION_WORDS[party.occasion].toLowerCase()}: the tie of {namesOf(outOfDress)}.
            </div>
          )}
          {[...toBuy].map(([tieId, of]) => (
            <div key={tieId}>
              Buy or make {of.length} more of {tieName(tieId)}, for {namesOf(of)}.
            </div>
          ))}
          {unfit.map(({ memberId, why, makeMm, tieId }) => (
            <div key={memberId}>
              {why === 'ownDoesNotFit'
                ? `${nameOf(memberId)}: their own tie cannot be worn at this size.`
                : makeMm === null
                  ? `${nameOf(memberId)}: there is no tie to choose from.`
                  : `${nameOf(memberId)}: no tie fits. For the workroom: ${length(makeMm)} from tip to tip, cut like ${tieName(tieId)}.`}
            </div>
          ))}
          {noBreakaway.length > 0 && (
            <div>Need a band that opens by itself; none of these ties has a breakaway clasp: {namesOf(noBreakaway)}.</div>
          )}
          {noCollar.length > 0 && <div>No collar size yet: {namesOf(noCollar)}.</div>}
        </Alert>
      )}
    </Box>
  );
}

const AS_WISHED_MM = SAME_WIDTH_MM;

/** Width of the drawings, in mm of bow: the widest there is, and a little. */
const SHOWN_MM = 176;
const SHOWN_HEIGHT_MM = 82;

/** All bows below one another, to one scale, with the wished width and each neck, so that an odd one out is seen. */
function Bows({ page, proposal, drawer }: { page: PartyPage; proposal: Proposal; drawer: readonly Tie[] }) {
  const { length, signed } = useUnits();
  const shop = useShop();
  const byId = new Map(page.members.map((member) => [member.id, member]));
  const tieOf = new Map(drawer.map((tie) => [tie.id, tie]));
  const inOrder = [...proposal.proposed].sort((a, b) => (byId.get(a.memberId)?.number ?? 0) - (byId.get(b.memberId)?.number ?? 0));
  return (
    <Box
      component="ul"
      aria-label="Bows, to one scale"
      sx={{
        ...RULED_LIST,
        display: 'grid',
        columnGap: 5,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(0, 1fr)' },
      }}
    >
      {inOrder.map((each) => {
        const [member, tie] = [byId.get(each.memberId), tieOf.get(each.tieId)];
        if (!member || !tie) return null;
        const worn = wornByMember(member, page.party, shop);
        return (
          <Box
            component="li"
            key={each.memberId}
            sx={{
              ...RULED_LINE,
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr) 9.5rem', sm: 'minmax(0, 1fr) 12rem minmax(0, 1.3fr)' },
              columnGap: 2.5,
              alignItems: 'center',
              py: 0.75,
            }}
          >
            <Box sx={{ minWidth: 0 }}>
              <Box sx={{ fontSize: SIZE.clear, fontWeight: 560, overflowWrap: 'anywhere' }}>{member.name}</Box>
              <Box sx={QUIET_ASIDE}>{tie.name}</Box>
              <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums' }}>
                {settingWords(settingAt(tie.hardware, each.step), length).phrase}
              </Box>
            </Box>
            {worn && (
              <Bow
                tie={tie}
                takeUp={each.takeUp}
                firmness={each.firmness}
                leadMm={each.leadMm}
                worn={worn}
                step={each.step}
                side={longEndOfMember(member)}
                wantedMm={each.wantedMm}
              />
            )}
            <Box sx={{ minWidth: 0, gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
              <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.head, fontWeight: 560 }}>
                {length(each.spreadMm)}
                <Box
                  component="span"
                  sx={{ fontSize: SIZE.plain, fontWeight: 400, ml: 1.25, color: each.isAlike ? 'text.secondary' : 'error.main' }}
                >
                  {Math.abs(each.offMm) < AS_WISHED_MM ? 'as asked' : `${signed(each.offMm)} off`}
                </Box>
              </Box>
              <Box sx={QUIET_ASIDE}>{reasonWords(each.reason, tieOf, length)}</Box>
              {each.pastCustomMm > AS_WISHED_MM && (
                <Box sx={{ ...QUIET_ASIDE, color: 'warning.main' }}>{length(each.pastCustomMm)} wider than custom allows</Box>
              )}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}

function reasonWords(
  reason: Proposal['proposed'][number]['reason'],
  tieOf: ReadonlyMap<string, Tie>,
  length: (lengthMm: number) => string,
): string {
  switch (reason.kind) {
    case 'onlyOne':
      return 'the only tie that fits this neck';
    case 'closest':
      return 'closest there is';
    case 'own':
      return 'their own tie';
    case 'out':
      return 'they have it already';
    case 'closerOneGiven':
      return `${tieOf.get(reason.otherId)?.name ?? 'another'} would be ${length(reason.byMm)} closer, but somebody else needs it`;
  }
}

function Bow({
  tie,
  takeUp,
  firmness,
  leadMm,
  worn,
  step,
  side,
  wantedMm,
}: {
  tie: Tie;
  /** As it comes out in their hands. */
  takeUp: Tie['takeUp'];
  firmness: Proposal['proposed'][number]['firmness'];
  leadMm: number;
  worn: NonNullable<ReturnType<typeof wornByMember>>;
  step: number;
  side: 'left' | 'right';
  wantedMm: number;
}) {
  const drawn = useMemo(() => {
    const prepared = prepareTie({ ...tie, takeUp, firmness });
    const { fit, limits } = fitWearer(prepared, worn, step, leadMm, side);
    return { flat: drawTiedFlat(prepared, fit), neckMm: limits.neckBreadthMm, fit };
  }, [tie, takeUp, firmness, leadMm, worn, step, side]);
  const { flat, neckMm, fit } = drawn;
  const half = SHOWN_MM / 2;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`bow ${Math.round(fit.spreadMm)} mm wide, wished ${Math.round(wantedMm)} mm, neck ${Math.round(neckMm)} mm`}
      viewBox={`${-half} ${-SHOWN_HEIGHT_MM / 2} ${SHOWN_MM} ${SHOWN_HEIGHT_MM}`}
      sx={{ width: '100%', display: 'block' }}
    >
      <rect x={-neckMm / 2} y={-SHOWN_HEIGHT_MM / 2} width={neckMm} height={SHOWN_HEIGHT_MM} fill={COLOURS.skin} opacity={0.45} />
      {/* seen in a mirror, the wearer’s left on the left */}
      <g transform={side === 'left' ? undefined : 'scale(-1 1)'} stroke="rgba(20, 26, 32, 0.5)" strokeWidth={0.6}>
        {flat.outlines.map(({ d, shows }, i) => (
          <path key={i} d={d} fill={FILLS[shows]} />
        ))}
      </g>
      {[-1, 1].map((sign) => (
        <line
          key={sign}
          x1={(sign * wantedMm) / 2}
          x2={(sign * wantedMm) / 2}
          y1={-SHOWN_HEIGHT_MM / 2}
          y2={SHOWN_HEIGHT_MM / 2}
          stroke={COLOURS.ink}
          strokeWidth={0.9}
          strokeDasharray="3 2.2"
        />
      ))}
    </Box>
  );
}

const FILLS: Readonly<Record<string, string>> = {
  ...{ long: COLOURS.long, short: COLOURS.short, longLining: COLOURS.longLining, shortLining: COLOURS.shortLining },
  ...{ knot: COLOURS.long, pleat: 'none', mark: COLOURS.ink },
};
