/** 14:02; with the day when it was not today. */
export function clock(iso: string): string {
  const at = new Date(iso);
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return at.toDateString() === new Date().toDateString()
    ? time
    : `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${time}`;
}
