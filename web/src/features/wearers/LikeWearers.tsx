import type { LikeWearer, Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import dayjs from 'dayjs';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { mergeWearers, useLikeWearers } from '../../common/api/wearers.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { COLOURS, FIGURES } from '../../theme.ts';

const BECAUSE: Readonly<Record<LikeWearer['because'][number], string>> = {
  sameName: 'the same name',
  likeName: 'a name almost alike',
  sameNameParts: 'the same parts of a name',
  sameCollar: 'the same collar',
};

/** While a new wearer is typed: people on record who may be the same, to be opened instead. */
export function LikeNotice({ name, collar }: { name: string; collar: string }) {
  const like = useLikeWearers(useDeferredValue(name), collar, null).data ?? [];
  if (like.length === 0 || name.trim().length < 3) return null;
  return (
    <Alert severity="info">
      On record already?
      {like.map(({ wearer, because }) => (
        <Box key={wearer.id}>
          <Link to={`/wearers/${wearer.id}`}>{wearer.name}</Link>, {formatCollarSize(wearer.collar)}:{' '}
          {because.map((each) => BECAUSE[each]).join(', ')}
        </Box>
      ))}
    </Alert>
  );
}

/** On a wearer's page: records that may be of the same person, each to be merged into this one. */
export function LikelyDoubles({ wearer }: { wearer: Wearer }) {
  const like = useLikeWearers(wearer.name, wearer.collar.text, wearer.id).data ?? [];
  const [asked, ask] = useState<Wearer | null>(null);
  const {
    save: merge,
    isBusy: isMerging,
    failure,
  } = useSaving(async (from: Wearer) => {
    await mergeWearers(wearer, from);
    ask(null);
  });
  if (like.length === 0) return null;
  return (
    <Box sx={{ mb: 2 }}>
      {like.map(({ wearer: other, because }) => (
        <Alert
          key={other.id}
          severity="info"
          sx={{ mb: 1 }}
          action={
            <Button color="inherit" onClick={() => ask(other)}>
              Merge …
            </Button>
          }
        >
          Perhaps the same person: <Link to={`/wearers/${other.id}`}>{other.name}</Link>, {formatCollarSize(other.collar)}, last seen{' '}
          {dayjs(other.seenAt).format('D MMM YYYY')} ({because.map((each) => BECAUSE[each]).join(', ')})
        </Alert>
      ))}
      <Dialog open={asked !== null} onClose={() => ask(null)} aria-labelledby="merge-title" transitionDuration={0}>
        {asked && (
          <Box sx={{ p: 3, maxWidth: 520, backgroundColor: COLOURS.card }}>
            <Box id="merge-title" component="h2" sx={{ fontFamily: FIGURES, fontSize: '1.375rem', m: 0, mb: 1 }}>
              Merge {asked.name} into {wearer.name}?
            </Box>
            <p>
              All measures, fittings, ties and tyings of both are then found here. This record’s name, collar and wishes stay; what only the
              other one knew is added. Nothing that was given out changes. Merging cannot be undone.
            </p>
            <NotSaved failure={failure} what="merged" kept="" />
            <Box sx={{ display: 'flex', gap: 2, mt: 2 }}>
              <Button variant="contained" disabled={isMerging} onClick={() => void merge(asked)}>
                Merge
              </Button>
              <Button variant="outlined" onClick={() => ask(null)}>
                Leave both
              </Button>
            </Box>
          </Box>
        )}
      </Dialog>
    </Box>
  );
}
