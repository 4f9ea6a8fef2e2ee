import { useDrag } from '../../../common/drawing/useDrag.ts';
import { type BowState, type PreparedTie, type Side, type TiedState } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState, type KeyboardEvent } from 'react';
import { COLOURS, SIZE } from '../../../theme.ts';
import { loopSideOf, type BowEnd } from '../../../common/tying/pullWords.ts';
import { clothOf } from '../balanceDesk.ts';
import { drawOn, edgePerMm, NOT_TRIED, triedOn, triedWords, type Layer, type Tried } from '../whatIf.ts';
import { outlinesOf } from '../../../common/tying/bowOutlines.ts';

const VIEW = { width: 236, height: 100 } as const;
const LAYERS: readonly { readonly layer: Layer; readonly words: string }[] = [
  { layer: 'flatEnd', words: 'flat end' },
  { layer: 'tailSide', words: 'layer that shortens the flat end' },
  { layer: 'knotSide', words: 'layer that tightens the knot' },
];

type Fine = (lengthMm: number) => string;
const SHORT_WORDS: Readonly<Record<Layer, string>> = {
  flatEnd: 'flat end',
  tailSide: 'shortens the flat end',
  knotSide: 'tightens the knot',
};

/** Any layer of either bow drawn by hand: both its ends move, and the bars say where the cloth went. Nothing of it is kept. */
export function WhatIf(props: { tie: PreparedTie; state: TiedState; frontLoopSide: Side; isMirror: boolean; fine: Fine }) {
  const { state } = props;
  const [tried, setTried] = useState<Readonly<Record<BowEnd, Tried>>>({ front: NOT_TRIED, back: NOT_TRIED });
  const isTried = (['front', 'back'] as const).some((end) => triedWords(tried[end], props.fine).length > 0);
  return (
    <Box component="details" sx={{ mt: 2, borderTop: `1px solid ${COLOURS.rule}`, pt: 1 }}>
      <Box component="summary" sx={{ cursor: 'pointer', fontSize: SIZE.clear }}>
        Try a pull
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, color: 'text.secondary', minHeight: 40 }}>
        <Box sx={{ flex: 1 }}>Draw a layer by its dot, out or back. The dashed line is the bow as it is now.</Box>
        {isTried && <Button onClick={() => setTried({ front: NOT_TRIED, back: NOT_TRIED })}>Reset</Button>}
      </Box>
      <Box sx={{ display: 'grid', gap: 2 }}>
        {(['front', 'back'] as const).map((end) => (
          <TriedBow
            key={end}
            {...props}
            end={end}
            before={state[end]}
            tried={tried[end]}
            onTry={(now) => setTried((before) => ({ ...before, [end]: now }))}
          />
        ))}
      </Box>
    </Box>
  );
}

interface TriedBowProps {
  readonly tie: PreparedTie;
  readonly end: BowEnd;
  readonly before: BowState;
  readonly tried: Tried;
  readonly frontLoopSide: Side;
  readonly isMirror: boolean;
  readonly fine: Fine;
  readonly onTry: (tried: Tried) => void;
}

function TriedBow({ tie, end, before, tried, frontLoopSide, isMirror, fine, onTry }: TriedBowProps) {
  const svg = useRef<SVGSVGElement>(null);
  const after = triedOn(before, tried);
  const [was, is] = [before, after].map((bow) => outlinesOf(tie, { front: bow, back: bow }, frontLoopSide)[end]);
  const colour = end === 'front' ? COLOURS.short : COLOURS.long;
  const lining = end === 'front' ? COLOURS.shortLining : COLOURS.longLining;
  // facing the wearer, their left is on the right of the picture
  const loopAt = (loopSideOf(end, frontLoopSide) === 'left' ? 1 : -1) * (isMirror ? -1 : 1);
  const place: Readonly<Record<Layer, { readonly x: number; readonly y: number; readonly out: number; readonly by: number }>> = {
    flatEnd: { x: -loopAt * after.flatEndMm, y: 0, out: -loopAt, by: tried.flatEndMm },
    tailSide: { x: loopAt * after.loopMm, y: -15, out: loopAt, by: -tried.flatEndMm },
    knotSide: { x: loopAt * after.loopMm, y: 15, out: loopAt, by: tried.knotSideMm },
  };
  const drag = useDrag<Tried, Layer>({
    onStart: () => tried,
    onMove: ({ start, held: layer, byXPx }) => {
      const box = svg.current?.getBoundingClientRect();
      if (!box) return;
      const outMm = (byXPx / box.width) * VIEW.width * place[layer].out;
      onTry(drawOn(before, start, layer, outMm / edgePerMm(layer)));
    },
    onCancel: onTry,
  });
  const hold = (layer: Layer) => ({
    ...drag(layer),
    onKeyDown: (event: KeyboardEvent) => {
      const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      onTry(drawOn(before, tried, layer, by));
    },
  });
  if (!was || !is) return null;
  const words = triedWords(tried, fine);
  return (
    <Box component="section" aria-label={`What if: ${end} bow`}>
      <Box
        component="svg"
        ref={svg}
        viewBox={`${-VIEW.width / 2} ${-VIEW.height / 2} ${VIEW.width} ${VIEW.height}`}
        role="group"
        aria-label={`Layers of the ${end} bow`}
        sx={{ display: 'block', width: '100%', touchAction: 'none', backgroundColor: COLOURS.card, border: `1px solid ${COLOURS.thread}` }}
      >
        <g transform={`scale(${isMirror ? -1 : 1} 1)`} stroke={COLOURS.ink} strokeWidth={0.4}>
          <path d={is.loopHidden.outline} fill={lining} />
          <path d={is.loopSeen.outline} fill={colour} />
          <path d={is.flatEnd.outline} fill={colour} />
          <rect x={-7} y={-10} width={14} height={20} rx={3} fill={COLOURS.long} />
          <g fill="none" strokeDasharray="3 2">
            <path d={was.loopSeen.outline} />
            <path d={was.flatEnd.outline} />
          </g>
        </g>
        {LAYERS.map(({ layer, words: name }) => {
          const { x, y, out, by } = place[layer];
          return (
            <g key={layer} transform={`translate(${x} ${y})`}>
              <text
                x={out * 9}
                y={1.6}
                fontSize={5}
                textAnchor={out > 0 ? 'start' : 'end'}
                fill={COLOURS.ink}
                stroke={COLOURS.card}
                strokeWidth={1.5}
                paintOrder="stroke"
                aria-hidden
              >
                {SHORT_WORDS[layer]}
              </text>
              <g
                role="slider"
                tabIndex={0}
                aria-label={`${end} bow, ${name}`}
                aria-valuenow={by}
                aria-valuemin={-100}
                aria-valuemax={100}
                aria-valuetext={`${fine(Math.abs(by))} ${by < 0 ? 'back' : 'out'}`}
                style={{ cursor: 'ew-resize' }}
                {...hold(layer)}
              >
                <rect x={-5.5} y={-5.5} width={11} height={11} fill="transparent" />
                <circle r={3.2} fill={layer === 'knotSide' ? COLOURS.card : colour} stroke={COLOURS.ink} strokeWidth={0.8} />
              </g>
            </g>
          );
        })}
        <text x={-VIEW.width / 2 + 3} y={-VIEW.height / 2 + 7} fontSize={5.5} fill={COLOURS.ink}>
          {end} bow
        </text>
      </Box>
      <Cloth before={before} after={after} fine={fine} colours={[colour, lining, COLOURS.thread]} />
      <Box role="status" aria-label={`${end} bow, what was tried`} sx={{ minHeight: 24 }}>
        {words.join(', then ')}
        {after.slackMm < -0.5 && <Box sx={{ color: COLOURS.bad }}>The knot probably does not hold that much.</Box>}
      </Box>
    </Box>
  );
}

/** Where the cloth of a bow lies, before and after; the whole of it stays. */
function Cloth({ before, after, fine, colours }: { before: BowState; after: BowState; fine: Fine; colours: readonly string[] }) {
  const [was, is] = [clothOf(before), clothOf(after)];
  const parts = [
    { name: 'loop, twice', was: was.loopMm, is: is.loopMm },
    { name: 'flat end', was: was.flatEndMm, is: is.flatEndMm },
    { name: 'slack in the knot', was: was.slackMm, is: is.slackMm },
  ];
  return (
    <>
      <Box sx={{ display: 'flex', mt: 0.75, height: 18, border: `1px solid ${COLOURS.ink}` }} aria-hidden>
        {parts.map((part, i) => (
          <Box
            key={part.name}
            sx={{ width: `${(100 * Math.max(0, part.is)) / was.wholeMm}%`, backgroundColor: colours[i] ?? COLOURS.thread }}
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', columnGap: 3, flexWrap: 'wrap', mt: 0.5, fontVariantNumeric: 'tabular-nums' }}>
        {parts.map((part) => (
          <span key={part.name}>
            {part.name}: {fine(part.was)} → <b>{fine(part.is)}</b>
          </span>
        ))}
      </Box>
    </>
  );
}
