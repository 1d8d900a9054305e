import type { FigureView } from '../api/client';
import { useMoney } from '../api/money';
import styles from './worth.module.css';

interface Props {
  margin: FigureView;
  /** Content at which it only just pays. */
  content?: string | null;
  leastLot?: string | null;
}

const width = 620;

// Ends and steps of an axis that holds all of it, and nothing.
function ticks(low: number, high: number) {
  const span = Math.max(high - low, 1);
  const rough = 10 ** Math.floor(Math.log10(span / 4));
  const step = [1, 2, 5, 10].map((k) => k * rough).find((s) => span / s <= 6) ?? rough * 10;
  const from = Math.floor(low / step) * step;
  const count = Math.ceil((high - from) / step);
  return Array.from({ length: count + 1 }, (_, i) => from + i * step);
}

const whole = (x: number) => Math.round(x).toLocaleString('en').replace(/,/g, ' ').replace('-', '−');

/** The margin as one interval on a money axis, with the mark where nothing is left over. */
export function MoneyAxis({ margin, content, leastLot }: Props) {
  const money = useMoney();
  const all = ticks(Math.min(0, margin.low, margin.likely), Math.max(0, margin.high, margin.likely));
  const [first, last] = [all[0] ?? 0, all.at(-1) ?? 1];
  const x = (kr: number) => 24 + ((kr - first) / (last - first)) * (width - 48);
  return (
    <figure className={styles.money}>
      <svg
        viewBox={`0 0 ${width} 96`}
        role="img"
        aria-label={`margin ${margin.value} ${margin.unit}, between ${margin.range}; nothing is left over at 0`}
      >
        <rect
          x={x(margin.low)}
          y="28"
          width={Math.max(2, x(margin.high) - x(margin.low))}
          height="16"
          className={styles.moneySpan}
        />
        <line x1={x(first)} x2={x(last)} y1="56" y2="56" className={styles.moneyAxis} />
        {all.map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1="52" y2="60" className={styles.moneyAxis} />
            <text
              x={x(t)}
              y="76"
              textAnchor={t === last && t >= 1e4 ? 'end' : t === first && t <= -1e4 ? 'start' : 'middle'}
              className={styles.moneyTick}
            >
              {whole(t)}
            </text>
          </g>
        ))}
        <line x1={x(0)} x2={x(0)} y1="22" y2="62" className={styles.moneyZero} />
        <text
          x={x(0)}
          y="92"
          textAnchor={x(0) < 90 ? 'start' : x(0) > width - 90 ? 'end' : 'middle'}
          className={styles.moneyZeroText}
        >
          nothing left over
        </text>
        <line x1={x(margin.likely)} x2={x(margin.likely)} y1="22" y2="50" className={styles.moneyLikely} />
        <text
          x={x(margin.likely)}
          y="16"
          textAnchor={x(margin.likely) < 80 ? 'start' : x(margin.likely) > width - 80 ? 'end' : 'middle'}
          className={styles.moneyText}
        >
          likely {money.text(whole(margin.likely))}
        </text>
      </svg>
      <figcaption className="soft">
        {content && `At ${content} it only just pays. `}
        {leastLot && `The least lot of this content worth doing is ${leastLot}.`}
      </figcaption>
    </figure>
  );
}
