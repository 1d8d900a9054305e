/** "4 Nov": the year only when it is another one. */
export function day(at: string): string {
  const d = new Date(at);
  return d.toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: d.getFullYear() === new Date().getFullYear() ? undefined : 'numeric',
  });
}
