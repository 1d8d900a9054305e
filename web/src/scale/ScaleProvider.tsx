import { useDocumentVisibility } from '@mantine/hooks';
import { type ReactNode, useEffect, useState } from 'react';
import { type Live, ScaleContext } from './scaleContext';

/**
 * Listens to the balance while the page is looked at. A page that is hidden or left hangs up: a browser keeps only six lines to one server, and
 * pages kept for the back key would hold theirs.
 */
export function ScaleProvider({ children }: { children: ReactNode }) {
  const [live, setLive] = useState<Live | null>(null);
  const [turn, setTurn] = useState(0);
  const seen = useDocumentVisibility() !== 'hidden';
  useEffect(() => {
    if (!seen) return;
    const source = new EventSource('/api/instruments/balance/live');
    source.onmessage = (e: MessageEvent<string>) => {
      const next = JSON.parse(e.data) as Live;
      setLive((was) => (was && was.text === next.text && was.steady === next.steady ? was : next));
    };
    source.onerror = () => setLive(null);
    const hangUp = () => source.close();
    const again = (e: PageTransitionEvent) => e.persisted && setTurn((n) => n + 1);
    window.addEventListener('pagehide', hangUp);
    window.addEventListener('pageshow', again);
    return () => {
      window.removeEventListener('pagehide', hangUp);
      window.removeEventListener('pageshow', again);
      source.close();
    };
  }, [seen, turn]);
  return <ScaleContext.Provider value={live}>{children}</ScaleContext.Provider>;
}
