import { useHotkeys } from '@mantine/hooks';
import { Link, useNavigate, useParams } from 'react-router';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useShelf } from '../api/shelf';
import { WithWorking } from '../metal/WorkingSheet';
import { BottleDrawn } from './BottleDrawn';
import { BottleSheet } from './BottleSheet';
import { CountForm } from './CountForm';
import { FileForm } from './FileForm';
import { LicenceList } from './LicenceList';
import { Needs } from './Needs';
import { ReceiveBottle } from './ReceiveBottle';
import styles from './shelf.module.css';
import { Uses } from './Uses';
import { VesselList } from './VesselList';

/** Bottles by family, drawn with what is left in them; what came, went, is wanted and did cost. */
export function ShelfPage() {
  const { view, bottleId } = useParams();
  const shelf = useShelf();
  const navigate = useNavigate();
  useHotkeys([['n', () => void navigate('/shelf/receive')]]);
  const s = shelf.data;
  const bottles = (s?.families ?? []).flatMap((f) => f.bottles);
  return (
    <WithWorking
      page={['shelf', s?.families.map((f) => f.bottles.map((b) => b.version))]}
      load={async (key) => unwrap(await api.GET('/api/shelf/working', { params: { query: { key } } }))}
      side={view === 'bottle' && bottleId ? <BottleSheet key={bottleId} bottleId={bottleId} /> : undefined}
    >
      <div className={styles.head}>
        <h1>On the shelf</h1>
        <nav className={styles.doings} aria-label="what can be done with the shelf">
          <Link to="/shelf/receive" className="act">
            A bottle comes in
          </Link>
          <Link to="/shelf/count" className="lesser">
            Count the shelf
          </Link>
          <Link to="/shelf/file" className="lesser">
            As a file
          </Link>
          <Link to="/shelf/vessels" className="lesser">
            Vessels
          </Link>
          <Link to="/shelf/licences" className="lesser">
            Licences
          </Link>
        </nav>
      </div>
      {view === 'receive' && <ReceiveBottle />}
      {view === 'count' && s && <CountForm bottles={bottles} />}
      {view === 'file' && <FileForm />}
      {view === 'vessels' && <VesselList />}
      {view === 'licences' && <LicenceList />}
      {s && bottles.length === 0 && view !== 'receive' && (
        <p>
          Nothing stands here yet: plans go by usual labels.{' '}
          <Link to="/shelf/receive">Write down a bottle</Link>, or <Link to="/strength">test one</Link>, and
          doses are taken from it.
        </p>
      )}
      <div className={styles.families}>
        {s?.families.map((f) => (
          <section key={f.name} className={styles.family}>
            <h2>{f.name}</h2>
            <ul>
              {f.bottles.map((b) => (
                <li key={b.id}>
                  <Link
                    to={`/shelf/bottle/${b.id}`}
                    className={b.id === bottleId ? styles.chosen : styles.bottle}
                    aria-current={b.id === bottleId}
                  >
                    <BottleDrawn b={b} />
                    <strong>{b.id}</strong>
                    <span className={styles.name}>{b.name}</span>
                    <span className="figures">
                      {b.strength.likely < 99.95 ? `${b.strength.value} %` : 'pure'}
                    </span>
                    <span className={styles.left}>
                      {b.empty
                        ? 'empty'
                        : `${b.millilitres?.value ?? b.contents.value} ${b.millilitres?.unit ?? b.contents.unit}`}
                    </span>
                    <span className={styles.age}>{b.age}</span>
                    {b.wantsLookAlike && <span className={styles.look}>look first</span>}
                    {b.pastUse && <span className={styles.look}>past its day</span>}
                    {b.firstOut && <span className={styles.first}>use first</span>}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      {s && <Needs needs={s.needs} />}
      {s && <Uses uses={s.uses} />}
      {s && s.gone.length > 0 && (
        <details className={styles.gone}>
          <summary>{s.gone.length} thrown away</summary>
          {s.gone.map((b) => (
            <Link key={b.id} to={`/shelf/bottle/${b.id}`}>
              {b.id}, {b.name}
            </Link>
          ))}
        </details>
      )}
    </WithWorking>
  );
}
