import { createContext, useContext } from 'react';

/** True round fields that the person may read and not change. */
export const ReadOnly = createContext(false);
export const useReadOnly = (): boolean => useContext(ReadOnly);
