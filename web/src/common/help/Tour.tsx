import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { COLOURS, FIGURES, SHADOW, SIZE } from '../../theme.ts';
import { useShortcuts } from '../shortcuts/shortcuts.ts';
import { TOUR } from './tourSteps.ts';
import { QUIET_PLAIN } from '../looks.ts';

const LOOKED_FOR_MS = 250;

/** One stop of the tour: a card at the foot of the page, which can be used meanwhile; what is spoken of is framed. */
export function Tour({ step, onStep, onEnd }: { step: number; onStep: (step: number) => void; onEnd: () => void }) {
  const stop = TOUR[step];
  const card = useRef<HTMLElement>(null);
  useFrame(stop?.at ?? 'page');
  useShortcuts('Tour', [{ key: 'Escape', says: 'leave the tour', run: onEnd }]);
  useEffect(() => {
    card.current?.focus({ preventScroll: true });
  }, [step]);
  if (!stop) return null;
  const isLast = step + 1 === TOUR.length;
  return (
    <Box
      component="aside"
      ref={card}
      tabIndex={-1}
      aria-label="Tour"
      sx={{
        position: 'fixed',
        right: { xs: 12, sm: 24 },
        left: { xs: 12, sm: 'auto' },
        bottom: { xs: 12, sm: 24 },
        width: { sm: 400 },
        zIndex: 1350,
        p: 2,
        backgroundColor: COLOURS.card,
        border: `2px solid ${COLOURS.ink}`,
        boxShadow: SHADOW,
        '&:focus': { outline: 'none' },
      }}
    >
      <Box sx={QUIET_PLAIN}>
        Tour, {step + 1} of {TOUR.length}
      </Box>
      <Box component="h2" sx={{ m: 0, mb: 0.75, fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560 }}>
        {stop.title}
      </Box>
      <Box aria-live="polite" sx={{ mb: 1.5, fontSize: SIZE.clear }}>
        {stop.says}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button variant="contained" onClick={() => (isLast ? onEnd() : onStep(step + 1))}>
          {isLast ? 'Begin' : 'Next'}
        </Button>
        {step > 0 && (
          <Button variant="outlined" onClick={() => onStep(step - 1)}>
            Back
          </Button>
        )}
        {!isLast && <Button onClick={onEnd}>Leave the tour</Button>}
      </Box>
    </Box>
  );
}

/** Frames the part of the page that is spoken of, as soon as it is there. */
function useFrame(at: string): void {
  const { pathname } = useLocation();
  useEffect(() => {
    let framed: HTMLElement | null = null;
    const look = setInterval(() => {
      framed = document.querySelector<HTMLElement>(`[data-tour="${at}"]`);
      if (!framed) return;
      clearInterval(look);
      framed.style.outline = `3px solid ${COLOURS.short}`;
      framed.style.outlineOffset = '6px';
      framed.scrollIntoView({ block: 'center', behavior: 'auto' });
    }, LOOKED_FOR_MS);
    return () => {
      clearInterval(look);
      if (framed) {
        framed.style.outline = '';
        framed.style.outlineOffset = '';
      }
    };
  }, [at, pathname]);
}
