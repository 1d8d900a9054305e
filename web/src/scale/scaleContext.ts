import { createContext, useContext } from 'react';

/** One event of the balance's live stream. */
export interface Live {
  /** As it goes into a field: "41.27 g". */
  text: string;
  steady: boolean;
}

/** What the scale shows now; nothing while it does not answer. */
export const ScaleContext = createContext<Live | null>(null);

export const useScale = () => useContext(ScaleContext);
