import Box from '@mui/material/Box';
import type { SystemStyleObject, Theme } from '@mui/system';
import type { ReactNode } from 'react';

/** A table that scrolls by itself where the window is too narrow for it. */
export function WideTable({ label, sx, children }: { label?: string; sx: SystemStyleObject<Theme>; children: ReactNode }) {
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Box component="table" aria-label={label} sx={{ borderCollapse: 'collapse', ...sx }}>
        {children}
      </Box>
    </Box>
  );
}
