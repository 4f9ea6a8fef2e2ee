import { useDrag } from '../../../common/drawing/useDrag.ts';
import type { PreparedTie, Side } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useRef, type KeyboardEvent } from 'react';
import type { Half } from '../../../common/tying/HalfWidths.tsx';
import { outlinesOf, type DrawnHalves } from '../../../common/tying/bowOutlines.ts';
import { COLOURS } from '../../../theme.ts';

const VIEW = { width: 200, height: 104 } as const;

interface TiedDrawingProps {
  readonly tie: PreparedTie;
  readonly now: DrawnHalves;
  readonly aims: DrawnHalves;
  readonly frontLoopSide: Side;
  readonly tiltRad: number;
  readonly estimated: readonly Half[];
  readonly isMirror: boolean;
  readonly fine: (lengthMm: number) => string;
  readonly onDrag: (half: Half, mm: number) => void;
  /** As the half-widths stand in their fields, and putting one back there. */
  readonly typed: Readonly<Record<Half, string>>;
  readonly onType: (half: Half, text: string) => void;
}

const HALF_WORDS: Readonly<Record<Half, string>> = {
  frontLoopMm: 'front loop',
  frontFlatEndMm: 'front flat end',
  backLoopMm: 'back loop',
  backFlatEndMm: 'back flat end',
};

/** The tied bow to scale from what was measured, over the target as a chalk line. Its four edges are dragged, or moved by arrow keys. */
export function TiedDrawing({
  tie,
  now,
  aims,
  frontLoopSide,
  tiltRad,
  estimated,
  isMirror,
  fine,
  onDrag,
  typed,
  onType,
}: TiedDrawingProps) {
  const svg = useRef<SVGSVGElement>(null);
  const drawn = outlinesOf(tie, now, frontLoopSide);
  const wanted = outlinesOf(tie, aims, frontLoopSide);
  // facing the wearer, their left is on the right of the picture
  const across = isMirror ? -1 : 1;
  const loop = frontLoopSide === 'left' ? 1 : -1;
  const edges: readonly { readonly half: Half; readonly x: number; readonly y: number; readonly colour: string }[] = [
    { half: 'frontLoopMm', x: loop * now.front.loopMm, y: 13, colour: COLOURS.short },
    { half: 'frontFlatEndMm', x: -loop * now.front.flatEndMm, y: 13, colour: COLOURS.short },
    { half: 'backLoopMm', x: -loop * now.back.loopMm, y: -13, colour: COLOURS.long },
    { half: 'backFlatEndMm', x: loop * now.back.flatEndMm, y: -13, colour: COLOURS.long },
  ];
  const mmAt = (xPx: number): number => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return 0;
    return Math.abs(((xPx - box.left) / box.width) * VIEW.width - VIEW.width / 2);
  };
  const drag = useDrag<string, Half>({
    onStart: (half) => typed[half],
    onMove: ({ held: half, atXPx }) => onDrag(half, Math.round(Math.min(98, Math.max(5, mmAt(atXPx))))),
    onCancel: (text, half) => onType(half, text),
  });
  const step = (half: Half, mm: number) => (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onDrag(half, Math.round(mm) + by);
  };
  return (
    <Box
      component="svg"
      ref={svg}
      viewBox={`${-VIEW.width / 2} ${-VIEW.height / 2} ${VIEW.width} ${VIEW.height}`}
      role="group"
      aria-label="The tied bow over its target"
      sx={{ display: 'block', width: '100%', touchAction: 'none', backgroundColor: COLOURS.card, border: `1px solid ${COLOURS.thread}` }}
    >
      <line x1={0} x2={0} y1={-50} y2={50} stroke={COLOURS.rule} strokeWidth={0.4} />
      <g transform={`scale(${across} 1) rotate(${(-tiltRad * 180) / Math.PI})`}>
        {([drawn.back, drawn.front] as const).map((bow, i) => {
          const colour = i === 0 ? COLOURS.long : COLOURS.short;
          const lining = i === 0 ? COLOURS.longLining : COLOURS.shortLining;
          return (
            <g key={colour} stroke={COLOURS.ink} strokeWidth={0.4}>
              <path d={bow.loopHidden.outline} fill={lining} />
              <path d={bow.loopSeen.outline} fill={colour} fillOpacity={i === 0 ? 1 : 0.93} />
              <path d={bow.flatEnd.outline} fill={colour} fillOpacity={i === 0 ? 1 : 0.93} />
              {[...bow.loopSeen.pleats, ...bow.flatEnd.pleats].map((d) => (
                <path key={d} d={d} fill="none" strokeOpacity={0.35} />
              ))}
            </g>
          );
        })}
        <path d={drawn.knot} fill={COLOURS.long} stroke={COLOURS.ink} strokeWidth={0.4} />
        {([wanted.back, wanted.front] as const).map((bow, i) => (
          <g key={i} fill="none" stroke={COLOURS.white} strokeWidth={0.9} strokeDasharray={i === 0 ? '2 2' : '4 2'} pointerEvents="none">
            <path d={bow.loopSeen.outline} />
            <path d={bow.flatEnd.outline} />
          </g>
        ))}
        {([wanted.back, wanted.front] as const).map((bow, i) => (
          <g key={i} fill="none" stroke={COLOURS.ink} strokeWidth={0.35} strokeDasharray={i === 0 ? '2 2' : '4 2'} pointerEvents="none">
            <path d={bow.loopSeen.outline} />
            <path d={bow.flatEnd.outline} />
          </g>
        ))}
      </g>
      {edges.map(({ half, x, y, colour }) => (
        <g
          key={half}
          role="slider"
          tabIndex={0}
          aria-label={HALF_WORDS[half]}
          aria-valuenow={Math.round(Math.abs(x))}
          aria-valuemin={5}
          aria-valuemax={98}
          aria-valuetext={`${fine(Math.abs(x))}${estimated.includes(half) ? ', estimated' : ''}`}
          transform={`translate(${across * x} ${y})`}
          style={{ cursor: 'ew-resize' }}
          onKeyDown={step(half, Math.abs(x))}
          {...drag(half)}
        >
          <rect x={-7} y={-7} width={14} height={14} fill="transparent" />
          <circle
            r={3.4}
            fill={estimated.includes(half) ? COLOURS.card : colour}
            stroke={estimated.includes(half) ? colour : COLOURS.card}
            strokeWidth={1}
          />
        </g>
      ))}
    </Box>
  );
}
