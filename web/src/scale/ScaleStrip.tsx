import { Popover } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import styles from './scale.module.css';
import { useScale } from './scaleContext';

/** The balance at the foot of every place: what it shows, its tare, and what lies on the pan of the stand-in. */
export function ScaleStrip() {
  const live = useScale();
  const [mass, setMass] = useState('41.27 g');
  const tare = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/instruments/balance/tare')),
  });
  const load = useMutation<unknown, Problem, string>({
    mutationFn: async (text) =>
      unwrap(await api.POST('/api/instruments/balance/load', { body: { mass: text } })),
  });
  return (
    <footer className={styles.strip} aria-label="scale">
      <span className="soft">scale</span>
      {live ? (
        <>
          <span className={`figures ${styles.reading}`}>{live.text}</span>
          <span className={live.steady ? styles.steady : styles.moving}>
            {live.steady ? 'steady' : 'moving'}
          </span>
          <kbd className={styles.key}>Space</kbd>
          <button className="word" onClick={() => tare.mutate()}>
            tare
          </button>
          <Popover position="top-end" trapFocus>
            <Popover.Target>
              <button className="word">no real scale: what lies on it?</button>
            </Popover.Target>
            <Popover.Dropdown className={styles.sheet}>
              <form
                onSubmit={(e) => {
                  e.preventDefault();
                  load.mutate(mass);
                }}
              >
                <p>This balance is a stand-in. Say what you put on its pan.</p>
                <label>
                  on the pan
                  <input value={mass} onChange={(e) => setMass(e.currentTarget.value)} />
                </label>
                <button className="act">Put it on</button>
                <button type="button" className="lesser" onClick={() => load.mutate('0 g')}>
                  Take it off
                </button>
                {load.error && <p role="alert">{load.error.message}</p>}
              </form>
            </Popover.Dropdown>
          </Popover>
        </>
      ) : (
        <span className="soft">does not answer; masses can be typed</span>
      )}
    </footer>
  );
}
