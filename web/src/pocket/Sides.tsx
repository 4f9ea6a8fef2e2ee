import type { Coach } from '../features/coach/useCoach.ts';

/** Which side of the wearer lies on which side of the picture. */
export function Sides({ coach }: { coach: Coach }) {
  const left = coach.view.onTheLeft;
  if (left === null) return null;
  const right = left === 'left' ? 'right' : 'left';
  const whose = coach.reader === 'wearer' ? 'your' : 'the wearer’s';
  return (
    <div className="sides" aria-hidden>
      <span>
        {whose} {left}
      </span>
      <span>
        {whose} {right}
      </span>
    </div>
  );
}
