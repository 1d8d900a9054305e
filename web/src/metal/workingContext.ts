import { createContext, useContext } from 'react';

/** Opens the working of a figure by its key; each page says where its workings are asked for. */
export const WorkingContext = createContext<(key: string) => void>(() => undefined);

export const useOpenWorking = () => useContext(WorkingContext);
