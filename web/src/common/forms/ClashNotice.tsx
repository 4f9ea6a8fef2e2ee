import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { COLOURS } from '../../theme.ts';
import type { Clash } from './mergeFields.ts';

/** A clash in words: the field's name, and what stands in it before, by them, and here. */
interface ClashNoticeProps<V> {
  /** What was saved, as `this wearer`. */
  readonly what: string;
  readonly clashes: readonly Clash<V>[];
  readonly arrived: readonly (keyof V & string)[];
  readonly mineOf: (field: keyof V & string) => string;
  readonly nameOf: (field: keyof V & string) => string;
  /** A field's text in words. */
  readonly wordsOf: (field: keyof V & string, text: string) => string;
  readonly onDecide: (field: keyof V & string, whose: 'mine' | 'theirs') => void;
}

/** Told when somebody else saved the record that is open here: what of theirs stands in the form now, and what has to be decided. */
export function ClashNotice<V>({ what, clashes, arrived, mineOf, nameOf, wordsOf, onDecide }: ClashNoticeProps<V>) {
  if (clashes.length === 0 && arrived.length === 0) return null;
  const shown = (field: keyof V & string, text: string): string => (text === '' ? '(empty)' : wordsOf(field, text));
  return (
    <Alert
      severity={clashes.length > 0 ? 'warning' : 'info'}
      sx={{ alignItems: 'flex-start', '& .MuiAlert-message': { flex: 1, minWidth: 0 } }}
    >
      <div>
        Somebody else saved {what} in the meantime.
        {arrived.length > 0 && ` Their changes are in the form: ${arrived.map(nameOf).join(', ')}.`}
        {clashes.length > 0 && ' Both of you changed the following; choose what is to be saved.'}
      </div>
      {clashes.map(({ field, before, theirs }) => (
        <Box
          key={field}
          role="group"
          aria-label={nameOf(field)}
          sx={{ mt: 1.25, pt: 1, borderTop: `1px solid ${COLOURS.rule}`, overflowWrap: 'anywhere' }}
        >
          <Box sx={{ fontWeight: 600 }}>{nameOf(field)}</Box>
          <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto minmax(0, 1fr)', columnGap: 1.5, '& dd': { m: 0 } }}>
            <dt>before</dt>
            <dd>{shown(field, before)}</dd>
            <dt>theirs</dt>
            <dd>{shown(field, theirs)}</dd>
            <dt>yours</dt>
            <dd>{shown(field, mineOf(field))}</dd>
          </Box>
          <Box sx={{ display: 'flex', gap: 1, mt: 0.75, flexWrap: 'wrap' }}>
            <Button size="small" variant="outlined" onClick={() => onDecide(field, 'mine')}>
              Keep yours
            </Button>
            <Button size="small" variant="outlined" onClick={() => onDecide(field, 'theirs')}>
              Take theirs
            </Button>
          </Box>
        </Box>
      ))}
    </Alert>
  );
}
