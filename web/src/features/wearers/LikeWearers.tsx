import type { LikeWearer, Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { mergeWearers, useLikeWearers, useWearers } from '../../common/api/wearers.ts';
import { dayWords } from '../../common/dueWords.ts';
import { notify } from '../../common/notices.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { QUIET } from '../../common/looks.ts';
import { May } from '../../common/session/May.tsx';

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
  if (like.length === 0) return null;
  return (
    <Box sx={{ mb: 2 }}>
      {like.map(({ wearer: other, because }) => (
        <Alert
          key={other.id}
          severity="info"
          sx={{ mb: 1, flexWrap: 'wrap' }}
          action={
            <May what="wearers.change">
              <Button color="inherit" onClick={() => ask(other)}>
                Merge…
              </Button>
            </May>
          }
        >
          Perhaps the same person: <Link to={`/wearers/${other.id}`}>{other.name}</Link>, {formatCollarSize(other.collar)}, last seen{' '}
          {dayWords(other.seenAt)} ({because.map((each) => BECAUSE[each]).join(', ')})
        </Alert>
      ))}
      <MergeDialog into={wearer} from={asked} onClose={() => ask(null)} />
    </Box>
  );
}

/** Merges any other record into this one: found by name, and both shown before it is done. */
export function MergeAny({ wearer }: { wearer: Wearer }) {
  const [isOpen, setOpen] = useState(false);
  const [letters, setLetters] = useState('');
  const [asked, ask] = useState<Wearer | null>(null);
  const found = (useWearers(useDeferredValue(letters.trim())).data?.wearers ?? NOBODY).filter(({ id }) => id !== wearer.id);
  return (
    <>
      <May what="wearers.change">
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Merge with…
        </Button>
      </May>
      <Dialog
        open={isOpen}
        onClose={() => setOpen(false)}
        aria-labelledby="merge-find-title"
        transitionDuration={0}
        fullWidth
        maxWidth="sm"
      >
        <Box sx={{ p: 3, backgroundColor: COLOURS.card }}>
          <Box id="merge-find-title" component="h2" sx={{ fontFamily: FIGURES, fontSize: SIZE.figure, m: 0, mb: 1 }}>
            Whose record is the same person’s?
          </Box>
          <Autocomplete<Wearer>
            options={[...found]}
            value={null}
            inputValue={letters}
            onInputChange={(_event, text, reason) => {
              if (reason !== 'reset') setLetters(text);
            }}
            onChange={(_event, chosen) => {
              if (!chosen) return;
              setOpen(false);
              setLetters('');
              ask(chosen);
            }}
            filterOptions={(all) => all}
            getOptionLabel={({ name }) => name}
            getOptionKey={({ id }) => id}
            renderOption={({ key, ...props }, other) => (
              <Box component="li" key={key} {...props} sx={{ justifyContent: 'space-between !important', gap: 2 }}>
                <span>{other.name}</span>
                <Box component="span" sx={QUIET}>
                  {formatCollarSize(other.collar)}, seen {dayWords(other.seenAt)}
                </Box>
              </Box>
            )}
            // opened on purpose to be typed into: the keyboard belongs there
            // eslint-disable-next-line jsx-a11y/no-autofocus
            renderInput={(params) => <TextField {...params} label="Find by name" autoFocus />}
          />
          <Button variant="outlined" onClick={() => setOpen(false)} sx={{ mt: 2 }}>
            Close
          </Button>
        </Box>
      </Dialog>
      <MergeDialog into={wearer} from={asked} onClose={() => ask(null)} />
    </>
  );
}

const NOBODY: readonly Wearer[] = [];

/** Both records side by side, and what becomes of them. */
function MergeDialog({ into, from, onClose }: { into: Wearer; from: Wearer | null; onClose: () => void }) {
  const {
    save: merge,
    isBusy: isMerging,
    failure,
  } = useSaving(async (other: Wearer) => {
    await mergeWearers(into, other);
    notify(`${other.name} is merged into ${into.name}.`);
    onClose();
  });
  return (
    <Dialog open={from !== null} onClose={onClose} aria-labelledby="merge-title" transitionDuration={0} maxWidth="sm" fullWidth>
      {from && (
        <Box sx={{ p: 3, backgroundColor: COLOURS.card }}>
          <Box id="merge-title" component="h2" sx={{ fontFamily: FIGURES, fontSize: SIZE.figure, m: 0, mb: 1 }}>
            Merge {from.name} into {into.name}?
          </Box>
          <Box
            component="table"
            sx={{
              borderCollapse: 'collapse',
              width: '100%',
              '& th, & td': {
                textAlign: 'left',
                fontWeight: 400,
                py: 0.5,
                pr: 2,
                verticalAlign: 'top',
                borderBottom: `1px solid ${COLOURS.rule}`,
              },
            }}
          >
            <thead>
              <tr>
                <td />
                <th scope="col">stays</th>
                <th scope="col">goes into it</th>
              </tr>
            </thead>
            <tbody>
              {MERGED_LINES.map(([name, words]) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>
                    <b>{words(into)}</b>
                  </td>
                  <td>{words(from)}</td>
                </tr>
              ))}
            </tbody>
          </Box>
          <p>
            All measures, cards, ties and tyings of both are then found in one place. Name, collar and wishes of the record that stays are
            kept; what only the other knew is added. Cards that were issued do not change. Merging cannot be undone.
          </p>
          <NotSaved failure={failure} what="merged" kept="" />
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mt: 2 }}>
            <Button variant="contained" disabled={isMerging} onClick={() => void merge(from)}>
              Merge
            </Button>
            <Button variant="outlined" onClick={onClose}>
              Keep both
            </Button>
          </Box>
        </Box>
      )}
    </Dialog>
  );
}

const MERGED_LINES: readonly (readonly [name: string, words: (wearer: Wearer) => string])[] = [
  ['Name', ({ name }) => name],
  ['Collar size', ({ collar, collarEstimated }) => `${collarEstimated ? '≈ ' : ''}${formatCollarSize(collar)}`],
  ['Long end', ({ longEnd }) => `the wearer’s ${longEnd}`],
  ['Note', ({ note }) => note],
  ['Contact', ({ contact }) => contact],
  ['On record since', ({ createdAt }) => dayWords(createdAt)],
  ['Last seen', ({ seenAt }) => dayWords(seenAt)],
];
