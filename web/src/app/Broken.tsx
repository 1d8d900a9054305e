import type { FallbackProps } from 'react-error-boundary';

/** In the place of a page that broke: what was written is safe, and the way back. */
export function Broken({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <section role="alert">
      <h1>This page broke</h1>
      <p>That is a fault of Spolium’s. What was written is safe.</p>
      <p className="soft">{error instanceof Error ? error.message : String(error)}</p>
      <button className="act" onClick={resetErrorBoundary}>
        Show it again
      </button>
    </section>
  );
}
