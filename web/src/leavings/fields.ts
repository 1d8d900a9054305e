import type { Schemas } from '../api/client';

/** Where one metal is down and the next has not begun to fall: there it can be filtered off by itself. */
export function fieldsOf(metals: Schemas['CurveMetal'][], most: number) {
  const falling = metals.filter((m) => m.begins != null).sort((a, b) => (a.begins ?? 0) - (b.begins ?? 0));
  return falling.flatMap((m, i) => {
    const next = falling[i + 1];
    const from = Math.max(...falling.slice(0, i + 1).map((f) => f.down ?? Infinity));
    const to = Math.min(next?.begins ?? Infinity, m.again ?? Infinity);
    return next && from < to && to - from > most / 200
      ? [{ from, to: Math.min(to, most), words: `${m.name} down, ${next.name} stays` }]
      : [];
  });
}

/** Round numbers along an axis, some six of them. */
export function ticksOf(most: number) {
  const rough = most / 6;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((n) => n * power).find((s) => s >= rough) ?? power;
  return Array.from({ length: Math.floor(most / step + 1e-9) + 1 }, (_, i) =>
    Number((i * step).toPrecision(6)),
  );
}
