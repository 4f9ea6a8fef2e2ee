import { toCollar, type Fitting } from '@easytuck/contract';
import {
  fitWearer,
  formatCollarSize,
  MODEL_VERSION,
  prepareTie,
  TYPICAL_BUTTONS,
  TYPICAL_COLLARS,
  type ShirtButtons,
  type WearerFit,
} from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useFitting } from '../../common/api/fittings.ts';
import { Stage } from '../../common/drawing/Stage.tsx';
import { dayWords } from '../../common/dueWords.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import {
  BOUND_WORDS,
  COLLAR_STYLE_WORDS,
  hangWords,
  OCCASION_WORDS,
  restsOnWords,
  SCHOOL_WORDS,
  sideWords,
  ERASED_WEARER,
  sureWords,
  WING_WORDS,
} from '../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { GiveCoach } from './GiveCoach.tsx';
import { PrintCard } from './PrintCard.tsx';
import { Revisions } from './Revisions.tsx';
import { settingOfFitting } from './settingOfFitting.ts';
import { useMay } from '../../common/session/sessionStore.ts';
import { QUIET_ASIDE, QUIET_LINK, QUIET_PLAIN } from '../../common/looks.ts';

/** A fitting as it was given out: its four numbers, what it came from, the drawing of then, its card and its revisions. */
export function FittingPage() {
  const { id = '' } = useParams();
  return <Loaded reading={useFitting(id)}>{(fitting) => <GivenOut key={fitting.id} fitting={fitting} />}</Loaded>;
}

function GivenOut({ fitting }: { fitting: Fitting }) {
  const { length } = useUnits();
  const { tie, worn, buttons } = useMemo(() => redraw(fitting), [fitting]);
  const navigate = useNavigate();
  const next = useRef<HTMLAnchorElement>(null);
  // the next step has the keyboard when the page opens, and only then
  useEffect(() => next.current?.focus({ preventScroll: true }), []);
  const { result } = fitting;
  const set = settingOfFitting(fitting, length);
  const { binding } = result;
  const mayIssue = useMay()('fittings.giveOut');
  useShortcuts('Fitting', [
    { key: 'n', says: 'the next fitting', run: () => void navigate('/') },
    ...(mayIssue ? [{ key: 'r', says: 'a new revision of this one', run: () => void navigate(`/?revise=${fitting.id}`) }] : []),
    { key: 'e', says: 'even the tied bow out', run: () => void navigate(`/balance?fitting=${fitting.id}`) },
    { key: 'c', says: 'coach the tying', run: () => void navigate(`/coach?fitting=${fitting.id}`) },
    { key: 'x', says: 'start another from this one', run: () => void navigate(`/?copy=${fitting.id}`) },
  ]);
  return (
    <Page
      name={`Card: ${fitting.wearer.name === '' ? ERASED_WEARER : fitting.wearer.name}`}
      title={
        fitting.wearer.name === '' ? (
          ERASED_WEARER
        ) : (
          <Box component={Link} to={`/wearers/${fitting.wearer.id}`} sx={QUIET_LINK}>
            {fitting.wearer.name}
          </Box>
        )
      }
      actions={
        <>
          <Box sx={QUIET_PLAIN}>
            issued {dayWords(fitting.givenOutAt)}
            {fitting.staff !== '' && `, by ${fitting.staff}`}
          </Box>
          <Button variant="outlined" component={Link} to={`/coach?fitting=${fitting.id}`}>
            Show the tying
          </Button>
          <Button variant="outlined" component={Link} to={`/balance?fitting=${fitting.id}`}>
            Even out the bow
          </Button>
          {mayIssue && (
            <Button variant="outlined" component={Link} to={`/?revise=${fitting.id}`}>
              Revise card
            </Button>
          )}
          <Button variant="outlined" component={Link} to={`/?copy=${fitting.id}`}>
            New fitting from this
          </Button>
          <Button variant="contained" component={Link} to="/" ref={next}>
            Next fitting
          </Button>
        </>
      }
    >
      {fitting.modelVersion !== MODEL_VERSION && (
        <Alert severity="info" sx={{ mb: 2 }}>
          The numbers are those on the card, worked out by model {fitting.modelVersion}. The drawing is by today’s model, {MODEL_VERSION}.
        </Alert>
      )}
      <Box
        component="section"
        aria-label="The four numbers"
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' },
          backgroundColor: COLOURS.card,
          border: `1px solid ${COLOURS.thread}`,
          px: 3,
          py: 2,
          mb: 2,
        }}
      >
        <Number label="Set at" figure={set.figure}>
          {set.of}
        </Number>
        <Number label="Lead" figure={length(result.leadMm)}>
          long end on {sideWords(fitting.longEnd)}; front loop on {sideWords(result.frontLoopSide)}
        </Number>
        <Number label={result.sure ? 'Spread, about' : 'Spread'} figure={length(result.spreadMm)}>
          {length(result.front.spreadMm)} front, {length(result.back.spreadMm)} back
          {result.sure && <Box>{sureWords(result, length)}</Box>}
        </Number>
        <Number label="Adjustment left" figure={length(Math.abs(binding.roomMm))}>
          {binding.roomMm < 0 ? 'past' : `${binding.way}, then`} {BOUND_WORDS[binding.id]}
        </Number>
      </Box>
      <Box
        component="dl"
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 4,
          rowGap: 1,
          m: 0,
          mb: 2,
          '& dt': { fontSize: SIZE.note, color: 'text.secondary' },
          '& dd': { m: 0 },
        }}
      >
        <Fact name="Tie">{fitting.tie.name}</Fact>
        {fitting.occasion !== 'other' && <Fact name="Occasion">{OCCASION_WORDS[fitting.occasion]}</Fact>}
        <Fact name="Collar">
          {formatCollarSize(fitting.collar)}, {COLLAR_STYLE_WORDS[fitting.collarStyle].toLowerCase()}
          {fitting.collarStyle === 'wing' && `, ${WING_WORDS[fitting.wings]}`}
        </Fact>
        <Fact name="Ease">{length(fitting.easeMm)}</Fact>
        <Fact name="School">
          {SCHOOL_WORDS[fitting.school].name}
          {result.drawInMm > 0 && `: tied at full length, then taken in ${length(result.drawInMm)}`}
        </Fact>
        <Fact name="Tip to tip">{length(result.setMm)}</Fact>
        {result.hang && <Fact name="Hang check">{hangWords(result.hang.noseMm, result.hang.between, length)}</Fact>}
        {fitting.handedOver !== 'stays' && <Fact name="The tie">{HANDED_OVER_WORDS[fitting.handedOver]}</Fact>}
        {result.sure && <Fact name="Worked out">{restsOnWords(fitting)}</Fact>}
        {fitting.note && <Fact name="Note">{fitting.note}</Fact>}
      </Box>
      <PrintCard fitting={fitting} />
      {fitting.wearer.name !== '' && <GiveCoach fitting={fitting} />}
      <Stage tie={tie} worn={worn} collar={TYPICAL_COLLARS[fitting.collarStyle]} wings={fitting.wings} buttons={buttons} view="facing" />
      <Box component="section" aria-label="Revisions" sx={{ mt: 3 }}>
        <Typography variant="h2" sx={{ mb: 1 }}>
          Then and now
        </Typography>
        <Revisions fitting={fitting} />
      </Box>
      <Box
        component="aside"
        sx={{ mt: 2, borderTop: `1px solid ${COLOURS.rule}`, pt: 1.5, color: 'text.secondary', fontSize: SIZE.aside, maxWidth: '56.25rem' }}
      >
        {(fitting.card?.cautions ?? []).map((caution) => (
          <div key={caution}>{caution}</div>
        ))}
      </Box>
    </Page>
  );
}

const HANDED_OVER_WORDS = { stays: '', lent: 'lent from stock', sold: 'sold to the wearer', theirs: 'the wearer’s own' } as const;

/** The drawing is made again from the inputs and the tie as they were. */
function redraw(fitting: Fitting): { tie: ReturnType<typeof prepareTie>; worn: WearerFit; buttons: ShirtButtons } {
  const tie = prepareTie(fitting.tie);
  const { easeMm, collarStyle: style, collarPointsMm, neckBreadthMm, faceWidthMm, firstButtonMm, buttonSpacingMm } = fitting;
  return {
    tie,
    buttons: { firstMm: firstButtonMm ?? TYPICAL_BUTTONS.firstMm, spacingMm: buttonSpacingMm ?? TYPICAL_BUTTONS.spacingMm },
    worn: fitWearer(
      tie,
      { collar: toCollar(fitting.collar), easeMm, style, collarPointsMm, neckBreadthMm, faceWidthMm },
      fitting.step,
      fitting.leadMm,
      fitting.longEnd,
    ),
  };
}

function Number({ label, figure, children }: { label: string; figure: string; children: ReactNode }) {
  return (
    <div>
      <Box sx={{ fontSize: SIZE.plain, fontWeight: 600, color: 'text.secondary' }}>{label}</Box>
      <Box
        component="output"
        aria-label={label}
        sx={{
          display: 'block',
          fontFamily: FIGURES,
          fontVariantNumeric: 'tabular-nums',
          fontSize: { xs: SIZE.great, md: SIZE.greater },
          fontWeight: 560,
          lineHeight: 1.1,
        }}
      >
        {figure}
      </Box>
      <Box sx={QUIET_ASIDE}>{children}</Box>
    </div>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}
