/** 26-03 after 26-02; the first of a year when there is none. */
export function nextCode(batches: { code: string }[]) {
  const year = String(new Date().getFullYear()).slice(2);
  const last = batches
    .map((b) => /^(\d\d)-(\d+)$/.exec(b.code))
    .filter((m) => m?.[1] === year)
    .map((m) => Number(m?.[2]));
  return `${year}-${String(Math.max(0, ...last) + 1).padStart(2, '0')}`;
}
