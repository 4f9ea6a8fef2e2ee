import { sureWords } from '../../../common/words.ts';
import type { Fit } from '@easytuck/core';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { COLOURS } from '../../../theme.ts';
import type { BenchFit } from '../benchViewModel.ts';
import { BigNumber } from './BigNumber.tsx';
import css from './numbers.module.css';

/** Bows that differ by less are called alike, in mm. */
export const ALIKE_MM = 0.5;

/** How wide the bow comes out: the wider of the two, and both where they differ. */
export function Spread({ fit, sure, takeUpOf }: { fit: Fit } & Pick<BenchFit, 'sure' | 'takeUpOf'>) {
  const { unit, bare, length, other } = useUnits();
  const { front, back } = fit;
  return (
    <BigNumber label="Spread, about" figure={bare(fit.spreadMm)} of={`${unit}, or ${other(fit.spreadMm)}`}>
      {Math.abs(front.spreadMm - back.spreadMm) > ALIKE_MM ? (
        <div>
          <span className={css.strong} style={{ color: COLOURS.short }}>
            front {length(front.spreadMm)}
          </span>
          ,{' '}
          <span className={css.strong} style={{ color: COLOURS.long }}>
            back {length(back.spreadMm)}
          </span>
        </div>
      ) : (
        `front and back alike, ${length(fit.bowHeightMm)} high`
      )}
      <div>{sureWords({ sure, takeUpOf }, length)}</div>
      {fit.foldLengthwise && <div style={{ color: COLOURS.fair }}>Fold the waist lengthwise for a slimmer knot.</div>}
    </BigNumber>
  );
}
