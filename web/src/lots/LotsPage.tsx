import { useHotkeys } from '@mantine/hooks';
import { Link, useNavigate, useParams } from 'react-router';
import { useLots } from '../api/lots';
import { LotDetail } from './LotDetail';
import styles from './lots.module.css';
import { ReceiveForm } from './ReceiveForm';

/** Receive, look at, split. */
export function LotsPage() {
  const { lotId } = useParams();
  const lots = useLots();
  const navigate = useNavigate();
  useHotkeys([['n', () => void navigate('/lots/receive')]]);
  const list = lots.data ?? [];
  const chosen = lotId ?? list[0]?.id;
  return (
    <div className={styles.page}>
      <section className={styles.list} aria-label="lots">
        <Link to="/lots/receive" className={`act ${styles.receive}`}>
          Receive a lot
        </Link>
        <ul>
          {list.map((l) => (
            <li key={l.id}>
              <Link
                to={`/lots/${l.id}`}
                className={l.id === chosen && lotId !== 'receive' ? styles.chosen : undefined}
                aria-current={l.id === chosen}
              >
                <strong>{l.code}</strong>
                <span className={styles.title}>{l.title}</span>
                <span className="figures">{l.amount}</span>
                <span className={styles.left}>
                  {l.leftValue > 0
                    ? l.leftValue < l.amountValue
                      ? `${l.left} left`
                      : 'untouched'
                    : 'none left'}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {lots.data && list.length === 0 && (
          <p className="soft">No lot yet. Weigh one, write down what may be in it, and it can be planned.</p>
        )}
      </section>
      <section className={styles.detail}>
        {lotId === 'receive' || (lots.data && !chosen) ? (
          <ReceiveForm />
        ) : (
          chosen && <LotDetail key={chosen} lotId={chosen} />
        )}
      </section>
    </div>
  );
}
