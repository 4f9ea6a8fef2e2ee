import {
  hardwareRange,
  TYPICAL_BUTTONS,
  type PreparedTie,
  type ShirtButtons,
  type TypicalCollar,
  type WearerFit,
  type WingSchool,
} from '@easytuck/core';
import { useMemo, type CSSProperties, type ReactNode } from 'react';
import { COLOURS } from '../../theme.ts';
import { useUnits } from '../UnitProvider.tsx';
import { ClothPatterns } from './ClothPatterns.tsx';
import { LeadMark } from './LeadMark.tsx';
import { Limits } from './Limits.tsx';
import { NeckPath } from './NeckPath.tsx';
import { SetScale } from './SetScale.tsx';
import { layOutStage, type StageLayout, type ViewSide } from './stageLayout.ts';
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

/** Narrower than this in letters, what stands beside the bow goes below it. */
const NARROW_STAGE_REM = 62.5;

const isNarrow = ({ widthPx }: StageLayout): boolean =>
  widthPx < NARROW_STAGE_REM * Number.parseFloat(getComputedStyle(document.documentElement).fontSize);

/** One picture: the strip flat on its tape, the same cloth tied, one scale, and threads from each point to where it ends up. */
export function Stage({ tie, worn, collar, wings = 'behind', buttons = TYPICAL_BUTTONS, view, handles, children }: StageProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>();
  const { longestMm } = hardwareRange(tie.measured.hardware);
  const layout = useMemo(() => (widthPx > 0 ? layOutStage(widthPx, tie, longestMm, view) : null), [widthPx, tie, longestMm, view]);
  return (
    <div ref={ref} style={{ display: 'grid', width: '100%' }}>
      {layout && (
        <Picture tie={tie} worn={worn} collar={collar} wings={wings} buttons={buttons} layout={layout} {...(handles ? { handles } : {})} />
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
      style={{ display: 'block', userSelect: 'none', gridRow: 1, gridColumn: 1 }}
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
