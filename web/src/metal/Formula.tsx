/** A formula or an equation with real subscripts; charges stay as they are written. */
export function Formula({ text }: { text: string }) {
  const parts = text.split(/(?<=[A-Za-z)\]])(\d+(?:\.\d+)?)/g);
  return <>{parts.map((p, i) => (i % 2 === 1 ? <sub key={i}>{p}</sub> : p))}</>;
}
