/** A day as people write it. */
export const day = (at: string | null | undefined) =>
  at ? new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: '2-digit' }) : '';
