import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import CircularProgress from '@mui/material/CircularProgress';
import type { ReactNode } from 'react';
import { ApiProblem, isAway, sentenceOf } from '../api/request.ts';
import type { Reading } from '../api/reading.ts';
import { Face } from './Face.tsx';
import { NoSuchPage } from './NoSuchPage.tsx';

/**
 * Shows what was read, by the state of reading: waiting; away (tried again by itself); not there; refused; or the
 * content. Content that was read before stays, under a notice, while the records are away.
 */
export function Loaded<T>({ reading, children }: { reading: Reading<T>; children: (data: T) => ReactNode }) {
  const { data, error } = reading;
  if (data !== undefined) {
    return (
      <>
        {error !== undefined && isAway(error) && <AwayNotice />}
        {children(data)}
      </>
    );
  }
  if (error === undefined) {
    return (
      <Box sx={{ display: 'grid', placeItems: 'center', minHeight: 240 }}>
        <CircularProgress aria-label="Reading the shop’s records" size={28} />
      </Box>
    );
  }
  if (isAway(error)) {
    return (
      <Face title="The shop’s records are away">
        They cannot be reached just now. This page tries again by itself and goes on as soon as they are back.
      </Face>
    );
  }
  if (error instanceof ApiProblem && [400, 404].includes(error.problem.status)) return <NoSuchPage />;
  return (
    <Face
      title="This could not be read"
      action={
        <Button variant="contained" onClick={() => window.location.reload()}>
          Try again
        </Button>
      }
    >
      {sentenceOf(error)}
    </Face>
  );
}

/** Told above content that was read before the records went away. */
function AwayNotice() {
  return (
    <Alert severity="warning" sx={{ m: 1 }}>
      The shop’s records cannot be reached just now. What you see was read before; what you type is kept here.
    </Alert>
  );
}
