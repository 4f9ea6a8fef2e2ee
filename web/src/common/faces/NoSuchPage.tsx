import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { Face } from './Face.tsx';

/** An address that leads nowhere. */
export function NoSuchPage() {
  return (
    <Face
      title="There is nothing at this address"
      action={
        <Button variant="contained" component={Link} to="/">
          Go to the Bench
        </Button>
      }
    >
      The page may have been moved, or the address mistyped. What you typed elsewhere is kept.
    </Face>
  );
}
