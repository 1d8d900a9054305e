import { FocusTrap } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import styles from './HelpSheet.module.css';
import { keysOf, places } from './places';

/** The keys of the place that one stands in. */
export function HelpSheet({ place, onClose }: { place: string; onClose: () => void }) {
  useHotkeys([['Escape', onClose]]);
  const rows: [string, string][] = [
    ...places.map((p): [string, string] => [p.key, p.name]),
    ['?', 'this sheet'],
    ...(keysOf[place] ?? []),
  ];
  return (
    <FocusTrap>
      <aside className={styles.sheet} role="dialog" aria-label="keys">
        <h2>Keys in {place}</h2>
        <dl>
          {rows.map(([key, what]) => (
            <div key={key}>
              <dt className="figures">{key}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <button className="lesser" onClick={onClose} data-autofocus>
          Close
        </button>
      </aside>
    </FocusTrap>
  );
}
