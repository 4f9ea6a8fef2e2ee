import { oppositeSide } from '@easytuck/core';
import type { Coach } from '../features/coach/useCoach.ts';

/** Which side of the wearer lies on which side of the stage, as it is looked at now. */
export function Sides({ coach: { view, reader } }: { coach: Coach }) {
  if (view.onTheLeft === null) return null;
  const whose = reader === 'wearer' ? 'your' : 'the wearer’s';
  return <SideNames names={[`${whose} ${view.onTheLeft}`, `${whose} ${oppositeSide(view.onTheLeft)}`]} />;
}

/** Names of the sides of a picture, left and right. */
export function SideNames({ names: [left, right] }: { names: readonly [left: string, right: string] }) {
  return (
    <div className="sides" aria-hidden>
      <span>{left}</span>
      <span>{right}</span>
    </div>
  );
}
