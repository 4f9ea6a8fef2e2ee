import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** A room's page: its title, what can be done there, its content. */
export function Page({ title, actions, children }: { title: ReactNode; actions?: ReactNode; children: ReactNode }) {
  return (
    <Box component="main" sx={{ px: { xs: 2, md: 2.5 }, py: 2.5, maxWidth: 1320, mx: 'auto' }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 200 }}>
          {title}
        </Typography>
        {actions}
      </Box>
      {children}
    </Box>
  );
}
