import Button from '@mui/material/Button';
import { signOut } from '../api/session.ts';
import { Face } from '../faces/Face.tsx';

/** What a PIN is not enough for. */
export function NeedsPassword() {
  return (
    <Face
      title="A PIN is not enough for this"
      action={
        <Button variant="contained" onClick={() => void signOut()}>
          Sign in with a password
        </Button>
      }
    >
      You took over this counter by PIN. What is managed, taken away or erased wants your password or a passkey.
    </Face>
  );
}
