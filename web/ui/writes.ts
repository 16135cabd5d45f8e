/** Whether what stands here may be written, for the fields in it: what somebody may only look at takes no keys. */
import { createContext, useContext } from 'react';

export const Writes = createContext(true);
export const useWrites = (): boolean => useContext(Writes);
