import { useDocumentVisibility } from '@mantine/hooks';
import { type ReactNode, useEffect, useState } from 'react';
import { type Live, ScaleContext } from './scaleContext';

/** Listens to the balance while the page is looked at; a hidden page hangs up. */
export function ScaleProvider({ children }: { children: ReactNode }) {
  const [live, setLive] = useState<Live | null>(null);
  const seen = useDocumentVisibility() !== 'hidden';
  useEffect(() => {
    if (!seen) return;
    const source = new EventSource('/api/instruments/balance/live');
    source.onmessage = (e: MessageEvent<string>) => {
      const next = JSON.parse(e.data) as Live;
      setLive((was) => (was && was.text === next.text && was.steady === next.steady ? was : next));
    };
    source.onerror = () => setLive(null);
    return () => source.close();
  }, [seen]);
  return <ScaleContext.Provider value={live}>{children}</ScaleContext.Provider>;
}
