import type { Tie, Wearer } from '@easytuck/contract';
import type { KnownHands } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useFitting } from '../../common/api/fittings.ts';
import { useTies } from '../../common/api/ties.ts';
import { useOwnTakeUps } from '../../common/api/tyings.ts';
import { useWearer } from '../../common/api/wearers.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { CoachRoom } from './CoachRoom.tsx';
import { subjectOfFitting, subjectOfTie, type CoachSubject } from './coachSubject.ts';

/** The coach: a fitting's own tie and neck (`?fitting=`), a wearer's and a tie (`?wearer=&tie=`), or any tie of the drawer. */
export function CoachPage() {
  const [search] = useSearchParams();
  const fittingId = search.get('fitting');
  return fittingId === null ? <OfTie tieId={search.get('tie')} wearerId={search.get('wearer')} /> : <OfFitting id={fittingId} />;
}

function OfFitting({ id }: { id: string }) {
  return (
    <Loaded reading={useFitting(id)}>
      {(fitting) => <Room id={fitting.id} make={() => subjectOfFitting(fitting)} ties={[fitting.tie]} />}
    </Loaded>
  );
}

function OfTie({ tieId, wearerId }: { tieId: string | null; wearerId: string | null }) {
  const ties = useTies();
  const wearer = useWearer(wearerId);
  const own = useOwnTakeUps(wearerId);
  return (
    <Loaded reading={ties}>
      {(all) => {
        // what was put away is shown only where it is asked for
        const drawer = all.filter(({ id, awayAt }) => awayAt === null || id === tieId);
        const tie = drawer.find(({ id }) => id === tieId) ?? drawer[0];
        if (!tie)
          return (
            <Face title="There is no tie to show yet">
              The coach shows a tie of the drawer by its own measures.{' '}
              <Box component={Link} to="/drawer">
                Measure one
              </Box>{' '}
              first.
            </Face>
          );
        if (wearerId === null) return <OfDrawer tie={tie} wearer={null} hands={null} ties={drawer} />;
        return (
          <Loaded reading={wearer}>
            {(known) => (
              <Loaded reading={own}>
                {(all) => <OfDrawer tie={tie} wearer={known} hands={all.find(({ tieId: of }) => of === tie.id) ?? null} ties={drawer} />}
              </Loaded>
            )}
          </Loaded>
        );
      }}
    </Loaded>
  );
}

const OfDrawer = ({ tie, wearer, hands, ties }: { tie: Tie; wearer: Wearer | null; hands: KnownHands | null; ties: readonly Tie[] }) => (
  <Room id={`${tie.id}${wearer?.id ?? ''}${hands?.count ?? ''}`} make={() => subjectOfTie(tie, wearer, hands)} ties={ties} />
);

/** The room stays when its subject changes, so that the stage and its WebGL context do. */
function Room({ id, make, ties }: { id: string; make: () => CoachSubject; ties: readonly Tie[] }) {
  const [made, setMade] = useState(() => ({ id, subject: make() }));
  const current = made.id === id ? made : { id, subject: make() };
  if (current !== made) setMade(current);
  return <CoachRoom subject={current.subject} ties={ties} />;
}
