import type { Theme } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';

/** Whether stage and words stand beside each other. */
export const useIsWide = (): boolean => useMediaQuery((theme: Theme) => theme.breakpoints.up('md'), { noSsr: true });

/** Whether the window is as narrow as a telephone: the picture comes first, and what is seldom pressed is folded away. */
export const useIsPhone = (): boolean => useMediaQuery((theme: Theme) => theme.breakpoints.down('sm'), { noSsr: true });

/** Height of the picture on a telephone. */
export const PHONE_PICTURE = '42dvh';
