import Button from '@mui/material/Button';
import { useRouteError } from 'react-router';
import { sentenceOf } from '../api/request.ts';
import { Face } from './Face.tsx';

/** A page that failed. Drafts are kept in the browser, so that loading it again loses nothing. */
export function ErrorFace() {
  const error = useRouteError();
  return (
    <Face
      title="This page stopped working"
      action={
        <>
          <Button variant="contained" onClick={() => window.location.reload()} sx={{ mr: 1.5 }}>
            Load it again
          </Button>
          <Button variant="outlined" component="a" href="/">
            Go to the Bench
          </Button>
        </>
      }
    >
      What you typed is kept. The program says: {sentenceOf(error)}
    </Face>
  );
}
