import { useMantineColorScheme } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Link, NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { BackupAge } from './BackupAge';
import { Broken } from './Broken';
import styles from './Frame.module.css';
import { HelpSheet } from './HelpSheet';
import { LastKnown } from './LastKnown';
import { ScaleProvider } from '../scale/ScaleProvider';
import { ScaleStrip } from '../scale/ScaleStrip';
import { places } from './places';
import { useWho } from './who';

/** Rail, head, page, and the scale at the foot. Day line (above) and log line (below) come with their issue; the frame keeps their room. */
export function Frame() {
  const [help, setHelp] = useState(false);
  const [who, setWho] = useWho();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const location = useLocation();
  const { colorScheme, toggleColorScheme } = useMantineColorScheme();
  useHotkeys([
    ...places.map((p): [string, () => void] => [p.key, () => void navigate(p.path)]),
    ['shift+?', () => setHelp((h) => !h)],
    ['?', () => setHelp((h) => !h)],
  ]);
  const place = places.find((p) => location.pathname.startsWith(p.path))?.name ?? 'Lots';
  return (
    <ScaleProvider>
      <div className={styles.frame}>
        <header className={styles.head}>
          <span className={styles.name}>Spolium</span>
          <span className={styles.tools}>
            <BackupAge />
            <label className={styles.who}>
              at the bench
              <input
                value={who}
                maxLength={4}
                onChange={(e) => setWho(e.currentTarget.value.toUpperCase())}
                aria-label="initials of the person at the bench"
              />
            </label>
            <Link to="/sources" className="word">
              where figures come from
            </Link>
            <button className="word" onClick={() => toggleColorScheme()}>
              {colorScheme === 'dark' ? 'by day' : 'by night'}
            </button>
            <button className="word" onClick={() => setHelp(true)}>
              keys <kbd className={styles.key}>?</kbd>
            </button>
          </span>
        </header>
        <nav className={styles.rail} aria-label="places">
          {places.map((p) => (
            <NavLink
              key={p.path}
              to={p.path}
              className={({ isActive }) =>
                isActive ? `${styles.place} ${styles.here}` : (styles.place ?? '')
              }
            >
              <svg viewBox="0 0 28 28" width="28" height="28" aria-hidden="true">
                <path d={p.mark} fill="none" stroke="currentColor" strokeWidth="2" strokeLinejoin="round" />
              </svg>
              {p.name}
            </NavLink>
          ))}
        </nav>
        <main className={styles.page}>
          <LastKnown />
          <ErrorBoundary
            FallbackComponent={Broken}
            resetKeys={[location.pathname]}
            onReset={() => queries.clear()}
          >
            <Outlet />
          </ErrorBoundary>
        </main>
        <ScaleStrip />
        {help && <HelpSheet place={place} onClose={() => setHelp(false)} />}
      </div>
    </ScaleProvider>
  );
}
