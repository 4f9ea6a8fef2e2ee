import {
  hardwareRange,
  TYPICAL_BUTTONS,
  type PreparedTie,
  type ShirtButtons,
  type TypicalCollar,
  type WearerFit,
  type WingSchool,
} from '@easytuck/core';
import { useMemo, useState, type CSSProperties, type ReactNode } from 'react';
import { COLOURS } from '../../theme.ts';
import { Choice } from '../Choice.tsx';
import { useUnits } from '../UnitProvider.tsx';
import { ClothPatterns } from './ClothPatterns.tsx';
import { LeadMark } from './LeadMark.tsx';
import { Limits } from './Limits.tsx';
import { NeckPath } from './NeckPath.tsx';
import { SetScale } from './SetScale.tsx';
import { layOutStage, SLIM_STAGE_PX, type StageLayout, type ViewSide } from './stageLayout.ts';
import { Strip } from './Strip.tsx';
import { Tape } from './Tape.tsx';
import { Threads } from './Threads.tsx';
import { TiedBow } from './TiedBow.tsx';
import { useWidth } from './useWidth.ts';
import { WornCollar } from './WornCollar.tsx';

interface StageProps {
  readonly tie: PreparedTie;
  readonly worn: WearerFit;
  readonly collar: TypicalCollar;
  readonly wings?: WingSchool;
  readonly buttons?: ShirtButtons;
  readonly view: ViewSide;
  /** Scale and lead with handles to move them by; without, they are only shown. */
  readonly handles?: (layout: StageLayout) => ReactNode;
  /** What stands left and right of the bow; below the drawing where it is narrow. */
  readonly children?: ReactNode;
}

/** What of the tie a slim stage shows. */
type ShownPart = 'short' | 'whole' | 'long';
const SHOWN_PARTS = [
  { value: 'short', text: 'short end' },
  { value: 'whole', text: 'whole tie' },
  { value: 'long', text: 'long end' },
] as const;
/** So much wider than its window a slim stage is drawn: one end, the band's middle, and the whole bow are then in it. */
const ONE_END = 1.7;

/** Narrower than this in letters, what stands beside the bow goes below it. */
const NARROW_STAGE_REM = 62.5;

const isNarrow = ({ seenPx: [from, to] }: StageLayout): boolean =>
  to - from < NARROW_STAGE_REM * Number.parseFloat(getComputedStyle(document.documentElement).fontSize);

/** One picture: the strip flat on its tape, the same cloth tied, one scale, and threads from each point to where it ends up. */
export function Stage({ tie, worn, collar, wings = 'behind', buttons = TYPICAL_BUTTONS, view, handles, children }: StageProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>();
  const { longestMm } = hardwareRange(tie.measured.hardware);
  const [shown, setShown] = useState<ShownPart>('long');
  const isSlim = widthPx < SLIM_STAGE_PX;
  // on a telephone one end at a time, so large that it can be read
  const drawnPx = isSlim && shown !== 'whole' ? widthPx * ONE_END : widthPx;
  const isLongOnRight = (worn.fit.longEnd === 'left') === (view === 'facing');
  const hiddenPx = (shown === 'long') === isLongOnRight ? drawnPx - widthPx : 0;
  const layout = useMemo<StageLayout | null>(
    () => (widthPx > 0 ? { ...layOutStage(drawnPx, tie, longestMm, view), seenPx: [hiddenPx, hiddenPx + widthPx] } : null),
    [widthPx, drawnPx, hiddenPx, tie, longestMm, view],
  );
  return (
    <div ref={ref} style={{ display: 'grid', width: '100%' }}>
      {layout && (
        <div style={{ overflow: 'hidden', gridRow: 1, gridColumn: 1 }}>
          <div style={{ marginLeft: -hiddenPx, width: drawnPx }}>
            <Picture
              tie={tie}
              worn={worn}
              collar={collar}
              wings={wings}
              buttons={buttons}
              layout={layout}
              {...(handles ? { handles } : {})}
            />
          </div>
        </div>
      )}
      {layout && isSlim && (
        <div style={{ justifySelf: 'center', marginTop: 8 }}>
          <Choice<ShownPart> label="Shown" hideLabel value={shown} onChange={setShown} options={SHOWN_PARTS} small />
        </div>
      )}
      {layout && children && <div style={beside(layout)}>{children}</div>}
    </div>
  );
}

/** Over the picture, from below the tape, where it is wide; else below it. */
function beside(layout: StageLayout): CSSProperties {
  if (isNarrow(layout)) return { marginTop: 12 };
  return { gridArea: '1 / 1', paddingTop: layout.tapePx + layout.tapeHeightPx + 34, pointerEvents: 'none' };
}

type PictureProps = Required<Pick<StageProps, 'tie' | 'worn' | 'collar' | 'wings' | 'buttons'>> &
  Pick<StageProps, 'handles'> & { readonly layout: StageLayout };

function Picture({ tie, worn, collar, wings, buttons, layout, handles }: PictureProps) {
  const isOver = collar.style === 'wing' && wings === 'over';
  const { neckBreadthMm, pointsMm } = worn.limits;
  const shirt = { collar, neckBreadthMm, pointsMm, buttons, layout } as const;
  const { unit, length } = useUnits();
  const { fit, limits, setting } = worn;
  const { widthPx, heightPx, pxPerMm, tapePx, tapeHeightPx } = layout;
  return (
    <svg
      width={widthPx}
      height={heightPx}
      style={{ display: 'block', userSelect: 'none', overflow: 'visible' }}
      role="group"
      aria-label="The tie laid flat, and the same tie tied"
    >
      <ClothPatterns />
      <EndNames fit={fit} layout={layout} />
      <Tape unit={unit} widthPx={widthPx} pxPerMm={pxPerMm} topPx={tapePx} heightPx={tapeHeightPx} />
      <Strip tie={tie} fit={fit} layout={layout} />
      <NeckPath tie={tie} fit={fit} layout={layout} length={length} />
      <WornCollar {...shirt} part={isOver ? 'without leaves' : 'all'} />
      <TiedBow tie={tie} fit={fit} layout={layout} />
      {isOver && <WornCollar {...shirt} part="leaves" />}
      <Limits fit={fit} limits={limits} layout={layout} />
      <Threads tie={tie} fit={fit} layout={layout} />
      {handles ? (
        handles(layout)
      ) : (
        <>
          <SetScale hardware={tie.measured.hardware} setting={setting} fit={fit} layout={layout} />
          <LeadMark tie={tie} fit={fit} layout={layout} length={length} />
        </>
      )}
    </svg>
  );
}

/** Where the ends' names begin, as a part of the width from the centre: beside the band's scale, clear of the lead. */
const NAME_INSET = 0.13;
const NARROW_NAME_INSET = 0.095;

/** Names of both ends and sides, so that nobody has to remember which colour is which. */
function EndNames({ fit, layout }: { fit: WearerFit['fit']; layout: StageLayout }) {
  const name = (xMm: number, side: 'left' | 'right', end: string, colour: string): ReactNode => {
    const onRight = layout.xOf(xMm) > layout.centrePx;
    if (layout.isSlim) {
      const x = onRight ? layout.widthPx : 0;
      return (
        <text x={x} y={13} textAnchor={onRight ? 'end' : 'start'} fontSize="13" fill={COLOURS.pencil}>
          <tspan fontWeight="700" fill={colour}>
            {end}
          </tspan>
          <tspan x={x} dy={15}>
            on the wearer’s {side}
          </tspan>
        </text>
      );
    }
    const insetPx = layout.widthPx * (isNarrow(layout) ? NARROW_NAME_INSET : NAME_INSET);
    return (
      <text
        x={onRight ? layout.centrePx + insetPx : layout.centrePx - insetPx}
        y={16}
        textAnchor={onRight ? 'start' : 'end'}
        fontSize="13"
        fill={COLOURS.pencil}
      >
        <tspan fontWeight="700" fill={colour}>
          {end}
        </tspan>{' '}
        on the wearer’s {side}
      </text>
    );
  };
  const sign = fit.longEnd === 'left' ? 1 : -1;
  return (
    <g>
      {name(sign, fit.longEnd, 'Long end', COLOURS.long)}
      {name(-sign, fit.frontLoopSide, 'Short end', COLOURS.short)}
    </g>
  );
}
