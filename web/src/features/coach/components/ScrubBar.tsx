import type { StepWords } from '@easytuck/contract';
import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { Playhead } from '../playhead.ts';
import { END } from '../useCoach.ts';

/** The whole tying along a tape: a tick a step, and where it is now. Dragged, clicked, or moved by arrow keys. */
export function ScrubBar({
  names,
  step,
  playhead,
  onScrub,
  onGoTo,
}: {
  names: readonly StepWords['name'][];
  step: number;
  playhead: Playhead;
  onScrub: (step: number) => void;
  onGoTo: (step: number) => void;
}) {
  const bar = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const follow = (): void => {
      if (bar.current) bar.current.value = String(playhead.time());
    };
    follow();
    return playhead.subscribe(follow);
  }, [playhead]);
  return (
    <Box sx={{ position: 'relative', px: 1, pt: 0.5 }}>
      <Box
        component="input"
        type="range"
        ref={bar}
        min={0}
        max={names.length - 1 + END}
        step={0.01}
        defaultValue={0}
        aria-label="The whole tying"
        aria-valuetext={names[step]}
        onInput={(event) => {
          const time = Number((event.target as HTMLInputElement).value);
          playhead.set(time);
          onScrub(Math.min(names.length - 1, Math.floor(time)));
        }}
        sx={{
          width: '100%',
          m: 0,
          height: 28,
          appearance: 'none',
          background: 'none',
          cursor: 'pointer',
          '&::-webkit-slider-runnable-track': { height: 10, background: COLOURS.tape, border: `1px solid ${COLOURS.thread}` },
          '&::-webkit-slider-thumb': {
            appearance: 'none',
            width: 10,
            height: 26,
            mt: '-9px',
            background: COLOURS.ink,
            borderRadius: '2px',
          },
          '&::-moz-range-track': { height: 10, background: COLOURS.tape, border: `1px solid ${COLOURS.thread}` },
          '&::-moz-range-thumb': { width: 10, height: 26, background: COLOURS.ink, border: 0, borderRadius: '2px' },
        }}
      />
      <Box sx={{ display: { xs: 'none', md: 'grid' }, gridTemplateColumns: `repeat(${names.length}, minmax(0, 1fr))`, mt: -0.25 }}>
        {names.map((name, i) => (
          <Box
            key={name}
            component="button"
            type="button"
            tabIndex={-1}
            onClick={() => onGoTo(i)}
            aria-current={i === step ? 'step' : undefined}
            sx={{
              border: 0,
              borderLeft: `1px solid ${COLOURS.thread}`,
              background: 'none',
              font: 'inherit',
              fontSize: { xs: SIZE.tiny, md: SIZE.aside },
              lineHeight: 1.15,
              textAlign: 'left',
              pl: 0.5,
              pr: 0,
              py: 0.25,
              minHeight: 32,
              cursor: 'pointer',
              overflow: 'hidden',
              color: i === step ? COLOURS.ink : COLOURS.pencil,
              fontWeight: i === step ? 650 : 400,
            }}
          >
            {name}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
