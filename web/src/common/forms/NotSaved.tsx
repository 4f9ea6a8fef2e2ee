import Alert from '@mui/material/Alert';
import type { SxProps } from '@mui/material/styles';
import { isAway, sentenceOf } from '../api/request.ts';

/** Why something was not saved, and what happens now. Nothing where it was. */
export function NotSaved({
  failure,
  what = 'saved',
  kept = 'What you typed is kept.',
  more = '',
  sx,
}: {
  failure: unknown;
  /** What was to be done with it. */
  what?: string;
  kept?: string;
  /** What there is to say besides. */
  more?: string;
  sx?: SxProps;
}) {
  if (failure === null) return null;
  const isTriedAgain = isAway(failure);
  return (
    <Alert severity={isTriedAgain ? 'warning' : 'error'} {...(sx === undefined ? {} : { sx })}>
      Not {what}. {sentenceOf(failure)}
      {more} {kept}
      {isTriedAgain && ' Trying again by itself.'}
    </Alert>
  );
}
