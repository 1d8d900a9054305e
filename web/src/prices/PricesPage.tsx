import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { usePrices } from '../api/lots';
import { unwrap } from '../api/problem';
import { LotsViews } from '../lots/LotsViews';
import { PriceTable } from './PriceTable';
import { PricesFile } from './PricesFile';
import styles from './prices.module.css';

const day = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** What metal, reagents and work cost. A changed list is kept as a new one; the old stays in the journal. */
export function PricesPage() {
  const prices = usePrices();
  const [asked, setAsked] = useState<Schemas['PricesView'] | null>(null);
  const [busy, setBusy] = useState(false);
  const [silent, setSilent] = useState(false);
  const p = prices.data;
  const ask = async () => {
    setBusy(true);
    try {
      setAsked(unwrap(await api.POST('/api/prices/ask')));
      setSilent(false);
    } catch {
      setSilent(true);
    }
    setBusy(false);
  };
  return (
    <>
      <LotsViews />
      <h1>Prices</h1>
      <p className="soft">
        {p?.from ? `“${p.title}”, since ${day(p.from)}. ` : 'No list is kept yet. '}
        Every list that ships with Spolium is made up: write down what your buyer and your dealer say.
      </p>
      <div className={styles.doings}>
        <button className="lesser" disabled={busy} onClick={() => void ask()}>
          Ask the price stand-in
        </button>
        {asked && (
          <button className="word" onClick={() => setAsked(null)}>
            back to the list as it is kept
          </button>
        )}
        {silent && <span className="caution">The price source does not answer. Nothing was changed.</span>}
      </div>
      {asked && (
        <p className="caution">
          “{asked.title}”: looked at only. Keep the list, and worth is reckoned with it.
        </p>
      )}
      {p && (
        <PriceTable
          key={asked ? asked.title : (p.id ?? 'none')}
          rows={asked?.rows ?? p.rows}
          title={asked?.title ?? ''}
          longestDays={(asked ?? p).longestDays}
          currency={(asked ?? p).currency}
          changed={asked !== null}
          onKept={() => setAsked(null)}
        />
      )}
      <details className={styles.more}>
        <summary>The list as a file</summary>
        <PricesFile />
      </details>
      {p && p.all.length > 1 && (
        <details className={styles.more}>
          <summary>{p.all.length} lists were kept</summary>
          <ul>
            {p.all.map((l) => (
              <li key={l.id}>
                {l.title}, since {day(l.from)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
