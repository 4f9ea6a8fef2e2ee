import { type Fitting, type Tie, type Tying, type Wearer } from '@easytuck/contract';
import { EVEN_ENOUGH, HAND_TIED_MM, prepareTie, symmetryOf, type FinishTarget, type Side } from '@easytuck/core';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useShop } from '../../common/api/shop.ts';
import { Choice } from '../../common/Choice.tsx';
import { HALVES, HalfWidthFields, useHalfWidths, type Half } from '../../common/tying/HalfWidths.tsx';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, FIGURES } from '../../theme.ts';
import { deskOf, isMisread, judge, stateOf, widthAdvice, type KnotLayer } from './balanceDesk.ts';
import { Faults } from './components/Faults.tsx';
import { Figures } from './components/Figures.tsx';
import { Learning } from './components/Learning.tsx';
import { PlanList } from './components/PlanList.tsx';
import { TiedDrawing } from './components/TiedDrawing.tsx';
import { RetieAdvice, Verdict } from './components/Verdict.tsx';
import { WhatIf } from './components/WhatIf.tsx';

type Wish = 'even' | Side;

/** Evening out one tied bow: measured, planned, pulled, measured again; and what the tying teaches. */
export function BalanceDesk({ fitting, tie, wearer, tyings }: { fitting: Fitting; tie: Tie; wearer: Wearer; tyings: readonly Tying[] }) {
  const { length } = useUnits();
  const shop = useShop();
  const prepared = useMemo(() => prepareTie(tie), [tie]);
  const desk = useMemo(() => deskOf(fitting, prepared), [fitting, prepared]);
  const halves = useHalfWidths();
  const [wish, setWish] = useState<Wish>(wearer.finish === 'handTied' ? desk.frontLoopSide : 'even');
  const [unevenMm, setUnevenMm] = useState(6);
  const [tiltDeg, setTiltDeg] = useState(0);
  const [knotOffMm, setKnotOffMm] = useState(0);
  const [knotLayer, setKnotLayer] = useState<KnotLayer>(wearer.backKnotLayer ?? 'unknown');
  const [isMirror, setMirror] = useState(false);
  const read = halves.lengths();
  const state = stateOf(desk, halves.isRight ? read : NOTHING_READ, { tiltRad: (tiltDeg * Math.PI) / 180, knotOffMm });
  const target: FinishTarget = wish === 'even' ? { kind: 'even' } : { kind: 'handTied', byMm: unevenMm, widerSide: wish };
  const tolerance = { ...EVEN_ENOUGH, withinMm: shop.evennessMm };
  const verdict = judge(desk, state, target, tolerance, fitting.result.spreadMm);
  const figures = symmetryOf(prepared, state);
  const measuredCount = HALVES.filter(([half]) => read[half] !== null).length;
  useShortcuts('Balance', [
    { key: 'm', says: 'in the mirror, or facing', run: () => setMirror((now) => !now) },
    {
      key: 'f',
      says: 'measure: the first half-width',
      run: () => document.querySelector<HTMLInputElement>('[data-balance] input')?.focus(),
    },
  ]);
  return (
    <Box component="main" sx={{ px: { xs: 2, md: 2.5 }, py: 2, maxWidth: 1320, mx: 'auto' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'end', gap: 2, mb: 1.5 }}>
        <Box sx={{ flex: 1, minWidth: 220 }}>
          <Box component="h1" sx={{ m: 0, fontFamily: FIGURES, fontWeight: 560, fontSize: '1.5rem', lineHeight: 1.15 }}>
            <Box component={Link} to={`/wearers/${wearer.id}`} sx={{ color: 'inherit', textDecorationColor: COLOURS.thread }}>
              {wearer.name}
            </Box>
          </Box>
          <Box sx={{ color: 'text.secondary' }}>
            <Link to={`/fittings/${fitting.id}`}>{tie.name}</Link>, lead {length(fitting.leadMm)}, long end on the wearer’s{' '}
            {fitting.longEnd}
          </Box>
        </Box>
        <Choice<Wish>
          label="Wanted"
          value={wish}
          onChange={setWish}
          options={[
            { value: 'even', text: 'even' },
            { value: 'left', text: 'a little wider on his left' },
            { value: 'right', text: 'on his right' },
          ]}
          small
        />
        {wish !== 'even' && (
          <TextField
            label="By, mm"
            type="number"
            value={unevenMm}
            onChange={(event) =>
              setUnevenMm(Math.min(HAND_TIED_MM.maxMm, Math.max(HAND_TIED_MM.minMm, Number(event.target.value) || HAND_TIED_MM.minMm)))
            }
            slotProps={{ htmlInput: { min: HAND_TIED_MM.minMm, max: HAND_TIED_MM.maxMm } }}
            sx={{ width: 84 }}
          />
        )}
        <Choice
          label="Drawn"
          value={isMirror ? 'mirror' : 'facing'}
          onChange={(view) => setMirror(view === 'mirror')}
          options={[
            { value: 'facing', text: 'facing him' },
            { value: 'mirror', text: 'in the mirror' },
          ]}
          small
        />
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 540px' },
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
            onDrag={(half, mm) => halves.type(half, `${mm} mm`)}
          />
          <Box sx={{ display: 'flex', justifyContent: 'space-between', color: 'text.secondary', mt: 0.5 }}>
            <span>wearer’s {isMirror ? 'left' : 'right'}</span>
            <span>chalk line: the target; open dots: estimated</span>
            <span>wearer’s {isMirror ? 'right' : 'left'}</span>
          </Box>
          <Box
            data-balance
            sx={{
              mt: 2,
              display: 'grid',
              gap: 2,
              gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' },
            }}
          >
            <HalfWidthFields halves={halves} />
            <TextField
              label="Tilt, ° (wearer’s left up)"
              type="number"
              value={tiltDeg}
              onChange={(event) => setTiltDeg(Math.min(60, Math.max(-60, Number(event.target.value))))}
            />
            <TextField
              label="Knot off, mm (to his left)"
              type="number"
              value={knotOffMm}
              onChange={(event) => setKnotOffMm(Math.min(40, Math.max(-40, Number(event.target.value))))}
            />
          </Box>
        </Box>
        <Box sx={{ gridArea: 'figures' }}>
          <Figures figures={figures} />
          <WhatIf tie={prepared} state={state} frontLoopSide={desk.frontLoopSide} isMirror={isMirror} />
        </Box>
        <Box sx={{ gridArea: 'plan', display: 'grid', gap: 2.5 }}>
          <Verdict verdict={verdict} measuredCount={measuredCount} withinMm={shop.evennessMm} />
          <PlanList
            tie={prepared}
            verdict={verdict}
            frontLoopSide={desk.frontLoopSide}
            knotLayer={knotLayer}
            onKnotLayer={setKnotLayer}
            wearer={wearer}
            isMirror={isMirror}
            onMeasureAgain={() => {
              halves.clear();
              document.querySelector<HTMLInputElement>('[data-balance] input')?.focus();
            }}
          />
          {measuredCount === HALVES.length && (
            <RetieAdvice
              verdict={verdict}
              width={isMisread(desk, state) ? 'misread' : widthAdvice(verdict, fitting.result.spreadMm, shop.evennessMm)}
              wantedSpreadMm={fitting.result.spreadMm}
            />
          )}
          <Faults fittingId={fitting.id} />
        </Box>
      </Box>
      <Learning
        fitting={fitting}
        tie={tie}
        wearer={wearer}
        desk={desk}
        tyings={tyings}
        read={measuredCount === HALVES.length && halves.isRight ? read : null}
        withinMm={shop.evennessMm}
        onSaved={halves.clear}
      />
    </Box>
  );
}

const NOTHING_READ: Readonly<Record<Half, null>> = { frontLoopMm: null, frontFlatEndMm: null, backLoopMm: null, backFlatEndMm: null };
