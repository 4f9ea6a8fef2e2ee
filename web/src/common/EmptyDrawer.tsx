import type { NewTie } from '@easytuck/contract';
import { clothBehaviour } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { createTie } from './api/ties.ts';
import { Face } from './faces/Face.tsx';
import { NotSaved } from './forms/NotSaved.tsx';
import { useSaving } from './forms/useSaving.ts';
import { useTourStart } from './help/tourStart.ts';
import { notify } from './notices.tsx';
import { May } from './session/May.tsx';

const CLOTH = { fibre: 'silk', weave: null } as const;

/** A black silk butterfly as shops usually stock it (common practice, no source), to try the program with. Lengths in mm. */
const USUAL_BUTTERFLY: Omit<NewTie, 'id'> = {
  ...{ name: 'Usual butterfly', shape: 'butterfly', ...CLOTH, cloth: clothBehaviour(CLOTH), overhangMm: 0, inStock: 1 },
  blade: {
    ...{ noseToBellyMm: 90, bellyToWaistMm: 62, waistToTipMm: 62, bandWidthMm: 20 },
    ...{ bellyWidthMm: 65, waistWidthMm: 30, tailWidthMm: 65, tipShape: 'straight', tipDepthMm: 0 },
  },
  hardware: { kind: 'slots', shortestMm: 844.2, stepCount: 9, pitchMm: 12.7, marks: { system: 'in', atShortest: 14 } },
  faces: { outer: { name: 'black silk', look: 'black' }, inner: null },
  note: 'An example to start from. Measure your own ties, then archive this one.',
};

/** A shop without ties: what this program is, and how to begin. */
export function EmptyDrawer() {
  const [id] = useState(() => uuid());
  const beginTour = useTourStart();
  const { save, isBusy, failure } = useSaving(async () => {
    await createTie({ ...USUAL_BUTTERFLY, id });
    notify('A usual butterfly is in the drawer. Enter a collar size at the Bench to see it fitted.');
  });
  return (
    <Face
      title="The drawer is empty"
      action={
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, justifyContent: 'center' }}>
          <May what="ties.change">
            <Button variant="contained" component={Link} to="/drawer/new">
              Measure the first tie
            </Button>
            <Button variant="outlined" disabled={isBusy} onClick={() => void save()}>
              Start with a usual butterfly
            </Button>
          </May>
          <Button variant="outlined" onClick={beginTour}>
            Take the two-minute tour
          </Button>
          <NotSaved failure={failure} kept="" />
        </Box>
      }
    >
      Easy Tuck sets a self-tie bow tie to each wearer’s neck, says how wide the bow will be, and coaches the tying. It starts from a tie’s
      own measures: lay one on the table, take the tape and enter it, or start with a usual one.
    </Face>
  );
}
