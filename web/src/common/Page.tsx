import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { PAGE_WIDTH } from '../theme.ts';
import { InPage } from './faces/Face.tsx';
import { usePageTitle } from './pageTitle.ts';

interface PageProps {
  readonly title: ReactNode;
  /** What the page is called in the browser's tab; the title where that is plain text. */
  readonly name?: string;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** A room's page: its title, what can be done there, its content. */
export function Page({ title, name, actions, children }: PageProps) {
  usePageTitle(name ?? (typeof title === 'string' ? title : ''));
  return (
    <Box sx={{ px: { xs: 2, md: 2.5 }, py: 2.5, maxWidth: PAGE_WIDTH, mx: 'auto' }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 'min(100%, 12.5rem)' }}>
          {title}
        </Typography>
        {actions}
      </Box>
      <InPage value={true}>{children}</InPage>
    </Box>
  );
}
