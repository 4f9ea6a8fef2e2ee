import { lengthField, sideName, type Fitting, type Tie, type Tying, type Wearer } from '@easytuck/contract';
import {
  countsAsEvenMm,
  doubtReadings,
  EVEN_ENOUGH,
  firmnessOf,
  FINE_INCH_FRACTION,
  formatInchesPlain,
  formatLengthBare,
  HAND_TIED_MM,
  KNOT_FEELS,
  prepareTie,
  symmetryOf,
  tieForWearer,
  wholeReading,
  type FinishTarget,
  type KnotFeel,
  type KnownHands,
  type Setting,
  type Side,
} from '@easytuck/core';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { ByEye } from '../../common/tying/ByEye.tsx';
import { useRecordByEye } from '../../common/tying/useRecordByEye.ts';
import { goToNextField } from '../../common/forms/nextField.ts';
import { useShop } from '../../common/api/shop.ts';
import { Choice } from '../../common/Choice.tsx';
import { HALVES, HalfWidthFields, useHalfWidths, type Half } from '../../common/tying/HalfWidths.tsx';
import { usePageTitle } from '../../common/pageTitle.ts';
import { seesMirrored, useReader } from '../../common/reader.ts';
import { ReaderChoice } from '../../common/ReaderChoice.tsx';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { forgetDraft, keepDraft, readDraft } from '../../common/forms/tabDrafts.ts';
import { useSettledError } from '../../common/forms/useSettledError.ts';
import { withUnit } from '../../common/exactLength.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { FIGURES, PAGE_WIDTH, SIZE } from '../../theme.ts';
import { readDegrees, readSignedLength } from './signedField.ts';
import { deskOf, isMisread, judge, settingAskedOf, stateOf, wantedBows, wasTiedOnLeg, widthAdvice } from './balanceDesk.ts';
import type { KnotLayer } from '../../common/tying/pullWords.ts';
import { Faults } from './components/Faults.tsx';
import { Figures } from './components/Figures.tsx';
import { Learning } from './components/Learning.tsx';
import { PlanList } from './components/PlanList.tsx';
import { TiedDrawing } from './components/TiedDrawing.tsx';
import { SettingAsked } from './components/SettingAsked.tsx';
import { RetieAdvice, Verdict } from './components/Verdict.tsx';
import { WhatIf } from './components/WhatIf.tsx';
import { QUIET, QUIET_LINK } from '../../common/looks.ts';

type Wish = 'even' | Side;

/** Evening out one tied bow: measured, planned, pulled, measured again; and what the tying teaches. */
export function BalanceDesk({
  fitting,
  tie,
  hands,
  wearer,
  tyings,
}: {
  fitting: Fitting;
  tie: Tie;
  /** What is known of the wearer's own hands with this tie. */
  hands: KnownHands | null;
  wearer: Wearer;
  tyings: readonly Tying[];
}) {
  const { length, fine, signed, unit } = useUnits();
  const shop = useShop();
  const inHands = useMemo(() => tieForWearer(tie, hands, fitting.firmness), [tie, hands, fitting.firmness]);
  const prepared = useMemo(() => prepareTie(inHands.tie), [inHands]);
  const [onLeg, setOnLeg] = useState(() => wasTiedOnLeg(tyings, wearer.id));
  const way = onLeg ? 'onThigh' : null;
  const [setting, setSetting] = useState<Setting | 'asNoted' | null>(null);
  const setMm = setting === null || setting === 'asNoted' ? fitting.result.setMm : setting.lengthMm;
  const desk = useMemo(
    () => deskOf(fitting, prepared, { onLeg, isByOwnHands: inHands.takeUpOf === 'wearer', setMm }),
    [fitting, prepared, inHands, onLeg, setMm],
  );
  const halves = useHalfWidths(`balance ${fitting.id}`);
  usePageTitle(`Balance: ${wearer.name}`);
  const byEye = useRecordByEye({ wearer, tieId: tie.id, fittingId: fitting.id, way });
  const [chosenWish, setWish] = useState<Wish | null>(null);
  const wish = chosenWish ?? (wearer.finish === 'handTied' ? desk.frontLoopSide : 'even');
  const [unevenMm, setUnevenMm] = useState(6);
  const [{ tiltText, knotOffText, feel }, setOff] = useDraftedOff(`balance ${fitting.id} off`);
  const setTiltText = (text: string): void => setOff((before) => ({ ...before, tiltText: text }));
  const setKnotOffText = (text: string): void => setOff((before) => ({ ...before, knotOffText: text }));
  const [knotLayer, setKnotLayer] = useState<KnotLayer>(wearer.backKnotLayer ?? 'unknown');
  // the one who evens it out on the wearer stands before them
  const [reader, setReader] = useReader('facing');
  const isMirror = seesMirrored(reader);
  const read = halves.lengths();
  const tilt = readDegrees(tiltText, 'Tilt', MOST_TILT_DEG);
  const knotOff = readSignedLength(knotOffText, KNOT_OFF_LIMITS, unit);
  const tiltError = useSettledError(tilt.kind === 'wrong' ? tilt.message : null);
  const knotOffError = useSettledError(knotOff.kind === 'wrong' ? knotOff.message : null);
  const [tiltDeg, knotOffMm] = [tilt, knotOff].map((reading) => (reading.kind === 'value' ? reading.value : 0)) as [number, number];
  const state = stateOf(desk, halves.isRight ? read : NOTHING_READ, { tiltRad: (tiltDeg * Math.PI) / 180, knotOffMm }, feel);
  const target: FinishTarget = wish === 'even' ? { kind: 'even' } : { kind: 'handTied', byMm: unevenMm, widerSide: wish };
  const wantedByEye = wantedBows(desk, target);
  const tolerance = { ...EVEN_ENOUGH, withinMm: shop.evennessMm };
  const verdict = judge(desk, state, target, tolerance, fitting.result.spreadMm);
  const figures = symmetryOf(prepared, state);
  const measuredCount = HALVES.filter(([half]) => read[half] !== null).length;
  const doubts = halves.isRight ? doubtReadings(prepared, desk.neckPathMm, desk.setMm, desk.leadMm, read) : [];
  const isReadable = halves.isRight && tilt.kind === 'value' && knotOff.kind === 'value';
  // no verdict without four plausible half-widths
  const isJudged = isReadable && wholeReading(read) !== null && doubts.length === 0;
  const asked = isJudged && setting === null ? settingAskedOf(desk, state, feel) : null;
  const startNextMeasure = (): void => {
    halves.clear();
    setOff((before) => ({ ...before, feel: 'notChecked' }));
  };
  /** What was said of one tying is not true of the next. */
  const startNextTying = (): void => {
    startNextMeasure();
    setSetting(null);
  };
  const measureAgain = (): void => {
    startNextMeasure();
    goToFirst();
  };
  useShortcuts('Balance', [
    {
      key: 'm',
      says: 'written for the wearer, or for a helper who faces them',
      run: () => setReader(reader === 'facing' ? 'wearer' : 'facing'),
    },
    {
      key: 'f',
      says: 'measure: the first half-width',
      run: goToFirst,
    },
    { key: 'd', says: 'the pulls are done: measure again', run: measureAgain },
  ]);
  // whoever opens the desk by key comes to measure; on glass a field that takes the cursor brings up a keyboard
  useEffect(() => {
    if (window.matchMedia('(pointer: fine)').matches) goToFirst();
  }, []);
  return (
    <Box sx={{ px: { xs: 2, md: 2.5 }, py: 2, maxWidth: PAGE_WIDTH, mx: 'auto' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'end', gap: 2, mb: 1.5 }}>
        <Box sx={{ flex: 1, minWidth: 'min(100%, 13.75rem)' }}>
          <Box component="h1" sx={{ m: 0, fontFamily: FIGURES, fontWeight: 560, fontSize: SIZE.large, lineHeight: 1.15 }}>
            <Box component={Link} to={`/wearers/${wearer.id}`} sx={QUIET_LINK}>
              {wearer.name}
            </Box>
          </Box>
          <Box sx={QUIET}>
            <Link to={`/fittings/${fitting.id}`}>{tie.name}</Link>, lead {length(fitting.leadMm)}, long end on the wearer’s{' '}
            {fitting.longEnd}; front loop on the wearer’s {desk.frontLoopSide}
          </Box>
        </Box>
        <Choice<'neck' | 'leg'>
          label="Tied on"
          value={onLeg ? 'leg' : 'neck'}
          onChange={(on) => setOnLeg(on === 'leg')}
          options={[
            { value: 'neck', text: 'the neck' },
            { value: 'leg', text: 'a leg' },
          ]}
          small
        />
        <Choice<Wish>
          label="Wanted"
          value={wish}
          onChange={setWish}
          options={[
            { value: 'even', text: 'even' },
            { value: 'left', text: `a little wider on ${reader === 'wearer' ? 'your' : 'the wearer’s'} left` },
            { value: 'right', text: `on ${reader === 'wearer' ? 'your' : 'the wearer’s'} right` },
          ]}
          small
        />
        {wish !== 'even' && (
          <UnevenBy unevenMm={unevenMm} evenTooMm={countsAsEvenMm({ withinMm: shop.evennessMm })} onChange={setUnevenMm} />
        )}
        <ReaderChoice reader={reader} onChange={setReader} />
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 34rem)' },
          gridTemplateAreas: { xs: '"bow" "plan" "figures"', md: '"bow plan" "figures plan"' },
          gridTemplateRows: { md: 'auto 1fr' },
          alignItems: 'start',
        }}
      >
        <Box sx={{ gridArea: 'bow' }}>
          <TiedDrawing
            tie={prepared}
            now={state}
            aims={verdict.aims}
            frontLoopSide={desk.frontLoopSide}
            tiltRad={state.tiltRad}
            estimated={state.estimated}
            isMirror={isMirror}
            fine={fine}
            onDrag={(half, mm) => halves.type(half, `${mm} mm`)}
            typed={halves.typed}
            onType={halves.type}
          />
          {/* each side's name stays below its side, however narrow */}
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 2, color: 'text.secondary', mt: 0.5 }}>
            <span>{sideName(isMirror ? 'left' : 'right', reader)}</span>
            <Box component="span" sx={{ textAlign: 'right' }}>
              {sideName(isMirror ? 'right' : 'left', reader)}
            </Box>
            <Box component="span" sx={{ gridColumn: '1 / -1', textAlign: 'center' }}>
              chalk line: the target; open dots: estimated
            </Box>
          </Box>
          <Box sx={{ mt: 2 }}>
            <Choice<KnotFeel>
              label="Press the knot: it is"
              value={feel}
              onChange={(next) => setOff((before) => ({ ...before, feel: next }))}
              options={[
                { value: 'notChecked', text: 'not checked yet' },
                { value: 'loose', text: 'still loose' },
                { value: 'soft', text: 'drawn up soft' },
                { value: 'usual', text: 'as usual' },
                { value: 'firm', text: 'firm' },
              ]}
              small
            />
          </Box>
          <Box
            data-balance
            onKeyDownCapture={goToNextField}
            sx={{
              mt: 2,
              display: 'grid',
              gap: 2,
              gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' },
            }}
          >
            <HalfWidthFields halves={halves} />
            <TextField
              label="Tilt, degrees"
              value={tiltText}
              onChange={(event) => setTiltText(event.target.value)}
              error={tiltError !== null}
              helperText={tiltError ?? `+ if ${sideName('left', reader)} is higher`}
              slotProps={{ htmlInput: { autoComplete: 'off', placeholder: '0' } }}
            />
            <TextField
              label={`Knot off-centre, ${unit}`}
              value={knotOffText}
              onChange={(event) => setKnotOffText(event.target.value)}
              onBlur={() => setKnotOffText(withUnit(knotOffText, unit))}
              error={knotOffError !== null}
              helperText={knotOffError ?? `+ towards ${sideName('left', reader)}`}
              slotProps={{ htmlInput: { autoComplete: 'off', placeholder: '0', ...TAPE_FIELD } }}
            />
          </Box>
        </Box>
        <Box sx={{ gridArea: 'figures' }}>
          {isJudged && <Figures figures={figures} fine={fine} signed={signed} />}
          <WhatIf tie={prepared} state={state} frontLoopSide={desk.frontLoopSide} isMirror={isMirror} fine={fine} />
        </Box>
        <Box sx={{ gridArea: 'plan', display: 'grid', gap: 2.5 }}>
          {asked && <SettingAsked asked={asked} notedMm={fitting.result.setMm} hardware={tie.hardware} onAnswer={setSetting} />}
          <Verdict
            isLoose={feel === 'loose'}
            verdict={isJudged ? verdict : null}
            measuredCount={measuredCount}
            doubts={doubts}
            within={fine(shop.evennessMm)}
          />
          {isJudged && (
            <PlanList
              tie={prepared}
              verdict={verdict}
              told={{ frontLoopSide: desk.frontLoopSide, knotLayer, reader, fine }}
              onKnotLayer={setKnotLayer}
              wearer={wearer}
              isMirror={isMirror}
              onMeasureAgain={measureAgain}
            />
          )}
          {isJudged && (
            <RetieAdvice
              verdict={verdict}
              width={isMisread(desk, state) ? 'misread' : widthAdvice(verdict, fitting.result.spreadMm, shop.evennessMm)}
              wantedSpreadMm={fitting.result.spreadMm}
            />
          )}
          <Box component="details">
            <Box component="summary" sx={{ minHeight: 44, lineHeight: '44px', cursor: 'pointer' }}>
              By eye, without a tape
            </Box>
            <ByEye
              tie={prepared}
              wanted={wantedByEye}
              frontLoopSide={desk.frontLoopSide}
              reader={reader}
              isMirror={isMirror}
              knotLayer={knotLayer}
              length={length}
              onDone={byEye.record}
            />
            <NotSaved failure={byEye.failure} what="recorded" kept="" />
          </Box>
          <Faults fittingId={fitting.id} />
        </Box>
      </Box>
      <Learning
        fitting={fitting}
        tie={tie}
        wearer={wearer}
        desk={desk}
        tyings={tyings}
        read={isReadable && wholeReading(read) !== null ? read : null}
        isDoubted={doubts.length > 0}
        withinMm={shop.evennessMm}
        way={way}
        firmness={firmnessOf(feel)}
        onSaved={startNextTying}
      />
    </Box>
  );
}

/** No bow that stands is turned further. */
const MOST_TILT_DEG = 60;
const KNOT_OFF_LIMITS = { what: 'Knot off-centre', minMm: -40, maxMm: 40 } as const;
const UNEVEN_LIMITS = { what: 'By', ...HAND_TIED_MM } as const;

/** By how much one side is wanted wider, in the unit that is switched on. */
function UnevenBy({
  unevenMm,
  evenTooMm,
  onChange,
}: {
  unevenMm: number;
  /** Up to here it cannot be told from an even bow. */
  evenTooMm: number;
  onChange: (mm: number) => void;
}) {
  const { unit, fine } = useUnits();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = unit === 'in' ? formatInchesPlain(unevenMm, FINE_INCH_FRACTION) : formatLengthBare(unevenMm, unit);
  const read = typed === null ? null : lengthField(UNEVEN_LIMITS, unit).safeParse(typed);
  const error = useSettledError(read?.error?.issues[0]?.message ?? null);
  return (
    <TextField
      label={`By, ${unit}`}
      value={typed ?? shown}
      onChange={(event) => {
        setTyped(event.target.value);
        const now = lengthField(UNEVEN_LIMITS, unit).safeParse(event.target.value);
        if (now.success) onChange(now.data);
      }}
      onBlur={() => {
        if (read?.success) setTyped(null);
      }}
      error={error !== null}
      helperText={error ?? (unevenMm <= evenTooMm ? `up to ${fine(evenTooMm)} an even bow counts too` : '')}
      sx={{ width: '7.5rem' }}
      slotProps={{ htmlInput: { autoComplete: 'off' } }}
    />
  );
}

const NOTHING_OFF: { readonly tiltText: string; readonly knotOffText: string; readonly feel: KnotFeel } = {
  ...{ tiltText: '', knotOffText: '', feel: 'notChecked' },
};

/** Tilt and knot off-centre as they are typed, and how the knot feels; they survive a reload. */
function useDraftedOff(draft: string): [typeof NOTHING_OFF, (change: (before: typeof NOTHING_OFF) => typeof NOTHING_OFF) => void] {
  const [off, setOff] = useState(() => readDraft(draft, readOff) ?? NOTHING_OFF);
  useEffect(() => {
    if (off.tiltText === '' && off.knotOffText === '' && off.feel === 'notChecked') forgetDraft(draft);
    else keepDraft(draft, off);
  }, [draft, off]);
  return [off, setOff];
}

function readOff(value: unknown): typeof NOTHING_OFF | null {
  if (typeof value !== 'object' || value === null) return null;
  const { tiltText, knotOffText, feel } = value as Partial<Record<keyof typeof NOTHING_OFF, unknown>>;
  if (typeof tiltText !== 'string' || typeof knotOffText !== 'string') return null;
  return { tiltText, knotOffText, feel: KNOT_FEELS.find((each) => each === feel) ?? 'notChecked' };
}

const goToFirst = (): void => document.querySelector<HTMLInputElement>('[data-balance] input')?.focus();

const NOTHING_READ: Readonly<Record<Half, null>> = { frontLoopMm: null, frontFlatEndMm: null, backLoopMm: null, backFlatEndMm: null };
