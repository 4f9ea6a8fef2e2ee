import { FOLD_WORDS, type Reader } from '@easytuck/contract';
import { frontFolds, type Side, type TyingMeasures } from '@easytuck/core';
import { useMemo } from 'react';
import { seesMirrored } from '../../../common/reader.ts';
import { PoseStill } from '../stage/StillCanvas.tsx';
import { viewOf } from '../views.ts';

const HEIGHT_PX = 110;
const CORNER_HEIGHT_PX = 62;
const WIDTH_MM = 190;
const GRID = { display: 'grid', gap: '0.5rem', lineHeight: 1.25 } as const;
const CORNER = {
  position: 'absolute',
  ...{ top: 8, right: 8, width: '9rem', padding: '0.4rem', fontSize: 'smaller' },
  ...{ background: 'var(--card)', color: 'var(--ink)', border: '1px solid var(--thread)' },
} as const;

/** The front bow of this tie folded the right and the wrong way: beside each other, or one above the other in a corner of the stage. */
export function FoldPictures({
  measures,
  longEnd,
  reader,
  inCorner = false,
}: {
  measures: TyingMeasures;
  longEnd: Side;
  reader: Reader;
  inCorner?: boolean;
}) {
  const folds = useMemo(() => frontFolds(measures, longEnd, 3), [measures, longEnd]);
  const view = useMemo(() => viewOf(seesMirrored(reader) ? 'mirror' : 'facing', longEnd), [reader, longEnd]);
  return (
    <div style={inCorner ? { ...GRID, ...CORNER } : { ...GRID, gridTemplateColumns: '1fr 1fr' }}>
      {(['correct', 'wrong'] as const).map((fold) => (
        <figure key={fold} style={{ margin: 0 }}>
          <PoseStill
            {...folds[fold]}
            collarRadiusMm={measures.collarRadiusMm}
            collar={measures.collar}
            view={view}
            label=""
            heightPx={inCorner ? CORNER_HEIGHT_PX : HEIGHT_PX}
            widthMm={WIDTH_MM}
          />
          <figcaption>{FOLD_WORDS[fold]}</figcaption>
        </figure>
      ))}
    </div>
  );
}
