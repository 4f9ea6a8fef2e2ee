import type { Theme } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';

/** Whether stage and words stand beside each other. */
export const useIsWide = (): boolean => useMediaQuery((theme: Theme) => theme.breakpoints.up('md'), { noSsr: true });
