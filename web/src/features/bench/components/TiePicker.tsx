import type { Tie } from '@easytuck/contract';
import { drawBlade } from '@easytuck/core';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useMemo, useState, type Dispatch } from 'react';
import { preparedOf } from '../../../shared/preparedOf.ts';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { hardwareShort, SHAPE_WORDS } from '../../../shared/words.ts';
import { COLOURS } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';

/** The tie: what is chosen, and all that are in the drawer, each with its blade to one scale. */
export const TiePicker = memo(function TiePicker({
  ties,
  tieId,
  dispatch,
}: {
  ties: readonly Tie[];
  tieId: string | null;
  dispatch: Dispatch<BenchEvent>;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const tie = ties.find(({ id }) => id === tieId);
  return (
    <Box>
      <Box id="tie-label" sx={{ fontSize: '0.75rem', color: 'text.secondary', mb: 0.5 }}>
        Tie
      </Box>
      <ButtonBase
        aria-labelledby="tie-label tie-chosen"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          font: 'inherit',
          width: '100%',
          minHeight: 56,
          px: 1.5,
          py: 0.75,
          justifyContent: 'flex-start',
          textAlign: 'left',
          border: `1px solid ${COLOURS.thread}`,
          borderRadius: 1,
          backgroundColor: COLOURS.card,
          '&:hover': { borderColor: COLOURS.ink },
        }}
      >
        <Box id="tie-chosen" sx={{ width: '100%' }}>
          {tie ? (
            <TieLine tie={tie} />
          ) : (
            <Box sx={{ fontSize: '1.0625rem', color: 'text.secondary' }}>Choose one of {ties.length} in the drawer</Box>
          )}
        </Box>
      </ButtonBase>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ list: { 'aria-labelledby': 'tie-label' }, paper: { sx: { maxHeight: 480, width: 400 } } }}
      >
        {ties.map((each) => (
          <MenuItem
            key={each.id}
            selected={each.id === tieId}
            onClick={() => {
              dispatch({ type: 'tieChosen', tieId: each.id });
              setAnchor(null);
            }}
            sx={{ minHeight: 56 }}
          >
            <TieLine tie={each} />
          </MenuItem>
        ))}
      </Menu>
    </Box>
  );
});

/** A tie in one line: name, what it is, and its blade. */
function TieLine({ tie }: { tie: Tie }) {
  const { unit } = useUnits();
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, width: '100%' }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontSize: '1.0625rem', fontWeight: 560, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {tie.name}
        </Box>
        <Box sx={{ fontSize: '0.8125rem', color: 'text.secondary', overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {SHAPE_WORDS[tie.shape]}, {tie.clothKind}, {hardwareShort(tie.hardware, unit)}
        </Box>
      </Box>
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
