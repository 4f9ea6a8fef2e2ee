import { applyPulls, type PreparedTie, type PullKind, type Side, type TiedState } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { Choice } from '../../../shared/Choice.tsx';
import { COLOURS } from '../../../theme.ts';
import { clothOf, type BowEnd } from '../balanceDesk.ts';
import { PullPicture } from './PullPicture.tsx';

const MOVES: readonly { readonly value: PullKind; readonly text: string }[] = [
  { value: 'drawFlatEnd', text: 'flat end out' },
  { value: 'drawTailSide', text: 'tail-side layer out' },
  { value: 'drawKnotSide', text: 'knot-side layer out' },
  { value: 'easeKnotSide', text: 'knot-side layer back' },
];

/** Any pull tried out: where the cloth of that bow goes. */
export function WhatIf({
  tie,
  state,
  frontLoopSide,
  isMirror,
}: {
  tie: PreparedTie;
  state: TiedState;
  frontLoopSide: Side;
  isMirror: boolean;
}) {
  const [end, setEnd] = useState<BowEnd>('front');
  const [kind, setKind] = useState<PullKind>('drawFlatEnd');
  const [byMm, setByMm] = useState(6);
  const before = state[end];
  const after = applyPulls(before, [{ kind, byMm }]);
  const [was, is] = [clothOf(before), clothOf(after)];
  const colour = end === 'front' ? COLOURS.short : COLOURS.long;
  const parts = [
    { name: 'loop, twice', was: was.loopMm, is: is.loopMm, colour },
    { name: 'flat end', was: was.flatEndMm, is: is.flatEndMm, colour: end === 'front' ? COLOURS.shortLining : COLOURS.longLining },
    { name: 'slack in the knot', was: was.slackMm, is: is.slackMm, colour: COLOURS.thread },
  ];
  return (
    <Box component="details" sx={{ mt: 2, borderTop: `1px solid ${COLOURS.rule}`, pt: 1 }}>
      <Box component="summary" sx={{ cursor: 'pointer', fontSize: '1.0625rem' }}>
        What if …
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mt: 1 }}>
        <Choice<BowEnd>
          label="Bow"
          hideLabel
          value={end}
          onChange={setEnd}
          options={[
            { value: 'front', text: 'front' },
            { value: 'back', text: 'back' },
          ]}
          small
        />
        <Choice<PullKind> label="Move" hideLabel value={kind} onChange={setKind} options={MOVES} small />
        <Box component="label" sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          by
          <input
            type="range"
            style={{ accentColor: COLOURS.ink }}
            min={0}
            max={20}
            value={byMm}
            onChange={(event) => setByMm(Number(event.target.value))}
            aria-label="By, in mm"
          />
          <Box component="output" sx={{ minWidth: 52, fontVariantNumeric: 'tabular-nums' }}>
            {byMm} mm
          </Box>
        </Box>
        <PullPicture tie={tie} end={end} before={before} after={after} frontLoopSide={frontLoopSide} isMirror={isMirror} />
      </Box>
      <Box sx={{ display: 'flex', mt: 1, height: 26, border: `1px solid ${COLOURS.ink}` }} aria-hidden>
        {parts.map((part) => (
          <Box key={part.name} sx={{ width: `${(100 * Math.max(0, part.is)) / was.wholeMm}%`, backgroundColor: part.colour }} />
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mt: 0.5, fontVariantNumeric: 'tabular-nums' }}>
        {parts.map((part) => (
          <span key={part.name}>
            {part.name}: {part.was.toFixed(0)} → <b>{part.is.toFixed(0)} mm</b>
          </span>
        ))}
      </Box>
      {after.slackMm < -0.5 && <Box sx={{ color: COLOURS.bad }}>The knot is not thought to hold that much.</Box>}
    </Box>
  );
}
