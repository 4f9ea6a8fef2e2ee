import type { Bound, Fit } from '@easytuck/core';
import { useState } from 'react';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { BOUND_WORDS, GRADE_WORDS } from '../../../common/words.ts';
import { COLOURS } from '../../../theme.ts';
import { BigNumber } from './BigNumber.tsx';
import css from './numbers.module.css';

const GRADE_COLOURS = { good: COLOURS.good, fair: COLOURS.fair, outside: COLOURS.bad } as const;
const GRADE_MARKS = { good: '✓', fair: '!', outside: '✕' } as const;

/** How far the set could still go: to the bound that bites first, to the first one the other way, and to all on request. */
export function Room({ fit, beyondMm }: { fit: Fit; beyondMm: number }) {
  const { unit, bare, length } = useUnits();
  const { binding, roomShorter, roomLonger } = fit;
  // what is drawn is not what the school asked for: it is inside nothing that was wanted
  const isBeyond = beyondMm !== 0;
  const grade = isBeyond && fit.grade === 'good' ? 'fair' : fit.grade;
  const opposite = binding === roomShorter ? roomLonger : roomShorter;
  const isPast = binding.roomMm < 0;
  return (
    <BigNumber
      label="Adjustment left"
      figure={bare(Math.abs(binding.roomMm))}
      of={isPast ? `${unit} too ${binding.way === 'longer' ? 'long' : 'short'}` : `${unit} ${binding.way}`}
      colour={GRADE_COLOURS[grade]}
    >
      <div className={css.plain}>{isPast ? BOUND_WORDS[binding.id] : `then ${BOUND_WORDS[binding.id]}`}</div>
      <div>
        {opposite.roomMm < 0 ? `${length(-opposite.roomMm)} past` : `${length(opposite.roomMm)} ${opposite.way}`}:{' '}
        {BOUND_WORDS[opposite.id]}
      </div>
      <div className={css.row}>
        <span className={css.strong} style={{ color: GRADE_COLOURS[grade] }}>
          {GRADE_MARKS[grade]}{' '}
          {isBeyond && fit.grade !== 'outside' ? 'not where the school sets it: the band ends before' : GRADE_WORDS[grade]}
        </span>
        <AllBounds bounds={fit.bounds} />
      </div>
    </BigNumber>
  );
}

function AllBounds({ bounds }: { bounds: readonly Bound[] }) {
  const [isOpen, setOpen] = useState(false);
  const { length } = useUnits();
  return (
    <details className={css.all} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>all limits</summary>
      {isOpen && (
        <ul className={css.bounds}>
          {[...bounds]
            .sort((a, b) => a.roomMm - b.roomMm)
            .map(({ id, way, roomMm }) => (
              <li key={id} className={roomMm < 0 ? css.past : undefined}>
                <span>{roomMm < 0 ? `${length(-roomMm)} past` : `${length(roomMm)} ${way}`}</span>
                <span>{BOUND_WORDS[id]}</span>
              </li>
            ))}
        </ul>
      )}
    </details>
  );
}
