import type { Fitting } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { WideTable } from '../../common/WideTable.tsx';
import { useRecomputed, useRevisions } from '../../common/api/fittings.ts';
import { dayWords } from '../../common/dueWords.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS } from '../../theme.ts';
import { compareFittings, compareResults, type ComparedLine } from './compareFittings.ts';
import { QUIET } from '../../common/looks.ts';

/** Earlier and later revisions, any two of them side by side; and the same fitting worked out with today's tie. */
export function Revisions({ fitting }: { fitting: Fitting }) {
  return <Loaded reading={useRevisions(fitting.id)}>{(revisions) => <Known fitting={fitting} revisions={revisions} />}</Loaded>;
}

function Known({ fitting, revisions }: { fitting: Fitting; revisions: readonly Fitting[] }) {
  const { fine } = useUnits();
  const latest = revisions[revisions.length - 1];
  const isLatest = latest?.id === fitting.id;
  const [otherId, setOtherId] = useState<string | null>(null);
  const others = revisions.filter(({ id }) => id !== fitting.id);
  const other = others.find(({ id }) => id === otherId) ?? others[others.length - 1];
  const [first, second] = other && other.revision.number > fitting.revision.number ? [fitting, other] : [other, fitting];
  return (
    <>
      {!isLatest && latest && (
        <Alert severity="info" sx={{ mb: 2 }}>
          Revision {fitting.revision.number} of {revisions.length}. The latest is{' '}
          <Link to={`/fittings/${latest.id}`}>revision {latest.revision.number}</Link>.
        </Alert>
      )}
      {first && (
        <Box sx={{ mb: 3 }}>
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'end', mb: 1, maxWidth: '32.5rem' }}>
            <TextField
              select
              label={`Revision ${fitting.revision.number} beside`}
              value={other?.id ?? ''}
              onChange={(event) => setOtherId(event.target.value)}
            >
              {others.map(({ id, revision, givenOutAt }) => (
                <MenuItem key={id} value={id}>
                  revision {revision.number}, {dayWords(givenOutAt)}
                </MenuItem>
              ))}
            </TextField>
            {other && (
              <Button variant="outlined" component={Link} to={`/fittings/${other.id}`} sx={{ flex: 'none' }}>
                Open it
              </Button>
            )}
          </Box>
          <Comparison
            lines={compareFittings(first, second, fine)}
            before={`revision ${first.revision.number}`}
            after={`revision ${second.revision.number}`}
          />
        </Box>
      )}
      <Recomputed fitting={fitting} />
    </>
  );
}

/** What today's tie and model would give. Asked for by hand; nothing is kept of it. */
function Recomputed({ fitting }: { fitting: Fitting }) {
  const { fine } = useUnits();
  const [isAsked, ask] = useState(false);
  const reading = useRecomputed(isAsked ? fitting.id : null);
  if (!isAsked)
    return (
      <Button variant="outlined" onClick={() => ask(true)}>
        Recalculate with today’s tie
      </Button>
    );
  return (
    <Loaded reading={reading}>
      {({ then, now, whyNot, tieChanged, modelThen, modelNow }) =>
        now === null ? (
          <Alert severity="warning">It can no longer be worked out. {whyNot}</Alert>
        ) : (
          <>
            <Box sx={{ mb: 1 }}>
              {tieChanged ? 'The tie has been measured again since.' : 'The tie is as it was.'}{' '}
              {modelThen === modelNow ? 'The model is the same.' : `The model was ${modelThen}, and is now ${modelNow}.`} The card that was
              issued stays as it is.
            </Box>
            <Comparison lines={compareResults(then, now, fine)} before="on the card" after="today" />
          </>
        )
      }
    </Loaded>
  );
}

function Comparison({ lines, before, after }: { lines: readonly ComparedLine[]; before: string; after: string }) {
  const [showsAll, setShowsAll] = useState(false);
  const differing = lines.filter(({ differs }) => differs);
  const shown = showsAll ? lines : differing;
  return (
    <>
      {differing.length === 0 && <Box sx={{ mb: 1 }}>Nothing differs.</Box>}
      {shown.length > 0 && (
        <WideTable
          sx={{
            width: '100%',
            maxWidth: '53.75rem',
            '& th': { textAlign: 'left', fontWeight: 400 },
            '& td, & th': { py: 0.75, pr: 2, borderBottom: `1px solid ${COLOURS.rule}`, width: '33%' },
          }}
        >
          <thead>
            <tr>
              <td />
              <th scope="col">{before}</th>
              <th scope="col">{after}</th>
            </tr>
          </thead>
          <tbody>
            {shown.map(({ name, before: was, after: is, differs }) => (
              <tr key={name}>
                <Box component="th" scope="row" sx={QUIET}>
                  {name}
                </Box>
                <td>{was}</td>
                <td style={{ fontWeight: differs ? 600 : 400 }}>
                  {differs ? '→ ' : ''}
                  {is}
                </td>
              </tr>
            ))}
          </tbody>
        </WideTable>
      )}
      <Button onClick={() => setShowsAll(!showsAll)}>{showsAll ? 'Only what differs' : 'All lines'}</Button>
    </>
  );
}
