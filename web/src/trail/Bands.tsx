import type { Schemas } from '../api/client';
import { inkOf } from '../metal/inks';
import styles from './trail.module.css';

type Trail = Schemas['TrailView'];
type Flow = Schemas['TrailFlow'];

const width = 1120;
const left = 20;
const top = 64;
const most = 150;
// What leaves at this width or more is drawn as a part of the band; less falls away as a thread.
const broadFrom = 8;

interface Props {
  trail: Trail;
  onOpen: (arc: string) => void;
  onSuspect: () => void;
}

/** The way that most of a metal takes: each holding, and of what its taker made the one that most of it went into. */
function mainWay(flows: Flow[]): Flow[] {
  const way: Flow[] = [];
  const most = (a: Flow, b: Flow) => {
    // Where nobody can tell, the way of the batch.
    const [x, y] = [a.grams?.likely, b.grams?.likely];
    return x === undefined || y === undefined || x === y ? (b.main ? b : a) : y > x ? b : a;
  };
  let at = flows.find((f) => f.arc === 'feed');
  while (at) {
    way.push(at);
    const step = at.to;
    const made = flows.filter((f) => step && f.from === step && f.arc !== 'lost' && !way.includes(f));
    at = made.length > 0 ? made.reduce(most) : undefined;
  }
  return way;
}

/** Bands from feed to bar as reconciled, width = grams; what was lost falls away below, what cannot be told is frayed. The table says the same. */
export function Bands({ trail, onOpen, onSuspect }: Props) {
  const { ink, hatch } = inkOf(trail.element);
  const way = mainWay(trail.flows);
  const grams = (f: Flow | undefined) => f?.grams?.likely ?? 0;
  const biggest = Math.max(...trail.flows.map(grams), trail.feed.likely, 1e-9);
  const scale = most / biggest;
  const h = (g: number) => Math.max(0.8, g * scale);
  const gap = way.length > 1 ? (width - 200) / (way.length - 1) : 0;
  const x = (i: number) => left + i * gap;
  const end = x(way.length - 1);
  const last = way[way.length - 1];
  // What came out is one figure wherever it stands, as long as the other readings agree with it.
  const out = trail.agreement.addsUp ? (trail.product ?? last?.grams) : last?.grams;
  // What goes on from a side is in it already.
  const sides = trail.flows.filter(
    (f) => !way.includes(f) && way.some((w) => w.to !== null && w.to === f.from) && grams(f) * scale > 0.05,
  );
  const brought = trail.flows.filter((f) => f.from === null && f.arc !== 'feed' && grams(f) * scale > 0.05);
  // Threads fall below the lowest of what leaves broadly.
  const threads = Math.max(
    top + most + 26,
    ...sides
      .filter((side) => grams(side) * scale > broadFrom)
      .map((side) => {
        const after = way[way.findIndex((w) => w.to === side.from) + 1];
        return top + h(grams(after)) + grams(side) * scale + 36;
      }),
  );
  const leavesBroadly = (f: Flow) =>
    sides.some((side) => side.from === f.to && grams(side) * scale > broadFrom);
  // A loss that was explained has its own arc: it is what frays.
  const isLost = (f: Flow) => f.arc === 'lost';
  const frayed = trail.flows.some(isLost) ? 0 : trail.unaccounted.likely;
  const height = Math.max(
    344,
    threads + (Math.min(6, sides.length) - 1) * 22 + 20,
    ...brought.map((f) => top + h(grams(way.find((w) => w.to === f.to))) + grams(f) * scale + 70),
  );
  // What was explained is not asked about any more.
  const suspect = trail.stands ? undefined : trail.suspects[0];
  const marked = suspect ? way.findIndex((f) => f.arc === suspect.arc) : -1;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={styles.bands}
      role="img"
      id="trail-picture"
      aria-label={`${trail.name} from feed to product; the table below holds the same figures`}
    >
      <defs>
        <pattern id="hatch" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill={ink} />
          <path d={hatch} stroke="rgba(255,255,255,0.28)" strokeWidth="1.2" fill="none" />
        </pattern>
      </defs>
      {way.map((f, i) => {
        const next = way[i + 1];
        const told = f.grams && (!next || next.grams);
        const b = h(grams(next ?? f));
        // What leaves at its full width is drawn by itself: the rest goes straight on.
        const a = leavesBroadly(f) ? b : h(grams(f));
        return (
          <g key={f.arc} className={styles.side} onClick={() => onOpen(f.arc)}>
            {next && (
              <path
                d={`M${x(i)} ${top}H${x(i + 1)}V${top + b}C${x(i + 1) - gap / 3} ${top + b} ${x(i) + gap / 3} ${top + a} ${x(i)} ${top + a}Z`}
                fill={told ? 'url(#hatch)' : 'none'}
                stroke="var(--ink)"
                strokeWidth="0.8"
                strokeDasharray={told ? undefined : '3 5'}
              />
            )}
            <line x1={x(i)} x2={x(i)} y1={top - 6} y2={top + most + 14} className={styles.mark} />
            {f.grams && <Span x={x(i)} low={top + h(f.grams.low)} high={top + h(f.grams.high)} />}
            <text
              x={x(i)}
              y={i % 2 ? top - 12 : top - 30}
              className={styles.name}
              textAnchor={i === 0 ? 'start' : i === way.length - 1 ? 'end' : 'middle'}
            >
              {f.name}
            </text>
          </g>
        );
      })}
      {brought.map((f) => {
        // What a bottle brings joins the band from below, at its full width, where its step begins.
        const at = way.findIndex((w) => w.to === f.to);
        if (at < 0 || !way[at + 1]) return null;
        const w = Math.max(1.5, grams(f) * scale);
        const into = top + h(grams(way[at])) + w / 2;
        const from = into + 34;
        const x0 = Math.max(left, x(at) - gap * 0.45);
        const x1 = at === 0 ? x(0) + gap * 0.35 : x(at);
        return (
          <g key={f.arc} className={styles.side} onClick={() => onOpen(f.arc)}>
            <path
              d={`M${x0} ${from}C${x0 + (x1 - x0) * 0.6} ${from} ${x0 + (x1 - x0) * 0.4} ${into} ${x1} ${into}`}
              fill="none"
              stroke={ink}
              strokeOpacity="0.75"
              strokeWidth={w}
            />
            <text x={x0} y={from + w / 2 + 16} className={styles.sideName}>
              {f.name} <tspan className={styles.grams}>{`${f.grams?.value} ${f.grams?.unit}`}</tspan>
            </text>
          </g>
        );
      })}
      {sides.map((f, k) => {
        const at = Math.max(
          0,
          way.findIndex((w) => w.to === f.from),
        );
        const sx = x(at) + gap * (at === 0 ? 0.5 : 0.15);
        const sy = top + h(grams(way[at + 1] ?? way[at]));
        const w = Math.max(1.5, grams(f) * scale);
        // A side flow that takes much of the band leaves below it at its full width; a small one falls away as a thread.
        const broad = w > broadFrom;
        const y0 = top + h(grams(way[at + 1]));
        const ey = broad ? y0 + 16 + w / 2 : threads + ((sides.length - 1 - k) % 6) * 22;
        const ex = Math.min(sx + gap * 0.6, end - 60);
        return (
          <g key={f.arc} className={styles.side} onClick={() => onOpen(f.arc)}>
            {broad ? (
              <path
                d={`M${x(at)} ${y0}C${x(at) + gap * 0.4} ${y0} ${ex - gap * 0.4} ${y0 + 16} ${ex} ${y0 + 16}V${y0 + 16 + w}C${ex - gap * 0.4} ${y0 + 16 + w} ${x(at) + gap * 0.4} ${y0 + w} ${x(at)} ${y0 + w}Z`}
                fill="url(#hatch)"
                stroke="var(--ink)"
                strokeWidth="0.8"
                strokeDasharray={isLost(f) ? '3 5' : undefined}
              />
            ) : (
              <path
                d={`M${sx} ${sy - w / 2}C${sx + gap * 0.5} ${sy - w / 2} ${sx + gap * 0.3} ${ey} ${ex} ${ey}`}
                fill="none"
                stroke={ink}
                strokeWidth={w}
                strokeDasharray={isLost(f) ? '4 4' : undefined}
              />
            )}
            <rect x={ex} y={broad ? y0 + 16 : ey - 5} width={4} height={broad ? w : 10} fill="var(--ink)" />
            <text x={ex + 10} y={ey + 5} className={styles.sideName}>
              {f.name} <tspan className={styles.grams}>{`${f.grams?.value} ${f.grams?.unit}`}</tspan>
            </text>
          </g>
        );
      })}
      {Math.abs(frayed) * scale > 0.5 && (
        <g>
          {[0, 1, 2].map((n) => (
            <path
              key={n}
              d={`M${x(0) + 4} ${top + h(grams(way[0])) + 4 + n * 5}l${gap * 0.12} ${2 + n * 2}l-6 5l${gap * 0.13} ${4 + n * 3}l-5 4l${gap * 0.08} ${4 + n * 2}`}
              fill="none"
              stroke={ink}
              strokeWidth={Math.min(4, Math.max(1.4, (Math.abs(frayed) * scale) / 4))}
              strokeDasharray="4 4"
            />
          ))}
          <text x={x(0)} y={top + most + 104} className={styles.sideName}>
            {frayed > 0 ? 'unaccounted' : 'more than believed'}{' '}
            <tspan className={styles.grams}>
              {trail.unaccounted.value.replace('−', '')} {trail.unaccounted.unit}
            </tspan>
          </text>
          <text x={x(0)} y={top + most + 122} className={styles.sideName}>
            {frayed > 0 && trail.unaccounted.range}
          </text>
        </g>
      )}
      {last?.grams && out && (
        <>
          <rect x={end} y={top} width={7} height={h(grams(last))} fill="var(--ink)" />
          <text x={end + 16} y={top + 26} className={styles.end}>
            {out.value} {out.unit}
          </text>
          {out.range && (
            <text x={end + 16} y={top + 46} className={styles.sideName}>
              {out.range}
            </text>
          )}
        </>
      )}
      {suspect && marked >= 0 && (
        <g className={styles.side} onClick={onSuspect}>
          <line
            x1={x(marked)}
            x2={x(marked)}
            y1={22}
            y2={top + 14}
            stroke="var(--look-mark)"
            strokeWidth="1.6"
          />
          <circle
            cx={x(marked)}
            cy={top + 22}
            r={8}
            fill="var(--sheet)"
            stroke="var(--look-mark)"
            strokeWidth="2.4"
          />
          <text
            x={x(marked)}
            y={16}
            className={styles.suspectWords}
            textAnchor={marked > way.length / 2 ? 'end' : 'start'}
          >
            {suspect.says} {suspect.was}:{' '}
            {suspect.becomes ? `${suspect.becomes} would fit` : `${suspect.fits} would fit`}
          </text>
        </g>
      )}
    </svg>
  );
}

/** The 5 to 95 % range of a band, at its lower edge. */
function Span({ x, low, high }: { x: number; low: number; high: number }) {
  if (high - low < 1) return null;
  return (
    <path
      d={`M${x - 4} ${low}H${x + 4}M${x} ${low}V${high}M${x - 4} ${high}H${x + 4}`}
      stroke="var(--ink)"
      strokeWidth="1.2"
      fill="none"
    />
  );
}
