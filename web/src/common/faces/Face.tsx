import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { createContext, useContext, type ReactNode } from 'react';
import { COLOURS } from '../../theme.ts';

/** True inside a page that has its own heading: a face in it is a part of that page. */
export const InPage = createContext(false);

/** A page or a part of one that has nothing to show but a sentence and what to do about it: a strip of cloth, loose. */
export function Face({ title, children, action }: { title: string; children?: ReactNode; action?: ReactNode }) {
  const isPart = useContext(InPage);
  return (
    <Box role="status" sx={{ maxWidth: '35rem', mx: 'auto', my: { xs: 4, md: 8 }, px: 3, textAlign: 'center' }}>
      <svg viewBox="0 0 240 60" width="240" aria-hidden="true">
        <path d="M6 34C40 6 70 58 118 30S196 6 234 30" fill="none" stroke={COLOURS.thread} strokeWidth="12" strokeLinecap="round" />
        <path d="M6 34C40 6 70 58 118 30S196 6 234 30" fill="none" stroke={COLOURS.paper} strokeWidth="1" strokeDasharray="4 3" />
      </svg>
      <Typography variant="h1" component={isPart ? 'h2' : 'h1'} sx={{ mt: 2, mb: 1 }}>
        {title}
      </Typography>
      <Box sx={{ color: 'text.secondary', mb: 3 }}>{children}</Box>
      {action}
    </Box>
  );
}
