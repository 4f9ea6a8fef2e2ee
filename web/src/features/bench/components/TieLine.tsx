import type { Tie } from '@easytuck/contract';
import { drawBlade } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useMemo, type ReactNode } from 'react';
import { preparedOf } from '../../../common/preparedOf.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { clothWords, hardwareShort, SHAPE_WORDS } from '../../../common/words.ts';
import { COLOURS, SIZE } from '../../../theme.ts';

/** A tie: name, what it is, its blade; with what stands below and beside it. */
export function TieLine({ tie, below, beside, isPale = false }: { tie: Tie; below?: ReactNode; beside?: ReactNode; isPale?: boolean }) {
  const { unit } = useUnits();
  const face = tie.faces.outer.name === '' ? clothWords(tie) : tie.faces.outer.name;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, width: '100%' }}>
      <Box sx={{ flex: 1, minWidth: 0, opacity: isPale ? 0.85 : 1 }}>
        <Box sx={{ fontSize: SIZE.clear, fontWeight: 560, lineHeight: 1.3 }}>{tie.name}</Box>
        <Box sx={{ fontSize: SIZE.note, color: 'text.secondary', lineHeight: 1.4 }}>
          {SHAPE_WORDS[tie.shape]}, {face}, {hardwareShort(tie.hardware, unit)}
        </Box>
        {below}
      </Box>
      {beside}
      <BladeMark tie={tie} />
    </Box>
  );
}

/** A blade at a third of its size, so that cuts can be told apart. */
function BladeMark({ tie }: { tie: Tie }) {
  const path = useMemo(() => drawBlade(preparedOf(tie).profile), [tie]);
  return (
    <svg width="72" height="32" viewBox="-6 -42 216 84" aria-hidden="true" style={{ flex: 'none' }}>
      <path d={path} fill={COLOURS.ink} />
    </svg>
  );
}
