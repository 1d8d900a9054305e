import { Select } from '@mantine/core';
import { useSearchParams } from 'react-router';
import { api, type Schemas } from '../api/client';
import { type LeavingId, useDoseCurve } from '../api/leavings';
import { unwrap } from '../api/problem';
import { WithWorking } from '../metal/WorkingSheet';
import { HeldIn } from './HeldIn';
import styles from './leavings.module.css';
import { UnderDose } from './UnderDose';

const air = [
  { value: 'Foaming', label: 'it foams, nothing stirs' },
  { value: 'Stirred', label: 'stirred in an open basin' },
  { value: 'Aired', label: 'stood until it is quiet' },
];

/** The stages of a curve as a way of the plan page; empty for what is no base. */
function wayOf(curve: Schemas['DoseCurveView'] | undefined) {
  if (!curve?.stages.length) return '';
  const steps = curve.stages.map((_, i) =>
    i < curve.stages.length - 1 ? 'neutralise>liquor' : 'neutralise',
  );
  const search = new URLSearchParams({ way: steps.join('/') });
  curve.stages.forEach((s, i) => search.append('o', `${i + 1}-neutralise.with:${s.formula}`));
  return `?${search.toString()}`;
}

/** One leaving: under a dose where it is a liquor, and what is in it. */
export function LeavingSheet({ of, leaving }: { of: LeavingId; leaving: Schemas['LeavingView'] }) {
  const [search, setSearch] = useSearchParams();
  const chosen = leaving.with.find((w) => w.formula === search.get('with')) ?? leaving.with[0];
  const over = (air.find((a) => a.value === search.get('over'))?.value ?? 'Stirred') as
    'Foaming' | 'Stirred' | 'Aired';
  const set = (name: string, value: string | null) => {
    if (!value) return;
    const next = new URLSearchParams({ ...of, with: chosen?.formula ?? '', over, [name]: value });
    // What was read belongs to what was poured.
    if (name === 'dose') search.getAll('read').forEach((r) => next.append('read', r));
    setSearch(next, { replace: true });
  };
  const dose = search.get('dose');
  const read = search.getAll('read');
  const asked = { ...of, with: chosen?.formula ?? '', over, read };
  const curve = useDoseCurve(asked, !!chosen);
  const setRead = (all: string[]) => {
    const next = new URLSearchParams({ ...of, with: chosen?.formula ?? '', over });
    all.forEach((r) => next.append('read', r));
    setSearch(next, { replace: true });
  };
  return (
    <WithWorking
      page={['leaving', asked, dose]}
      load={async (key) =>
        key.startsWith('dose:')
          ? unwrap(
              await api.GET('/api/leavings/dose/working', {
                params: {
                  query: {
                    ...asked,
                    dose: dose ?? undefined,
                    key: key.slice(5),
                  },
                },
              }),
            )
          : unwrap(await api.GET('/api/leavings/one/working', { params: { query: { ...of, key } } }))
      }
    >
      <div className={styles.sheet}>
        <section className={styles.under} aria-label="under a dose">
          <h1>
            {leaving.code}, {leaving.title}
          </h1>
          {chosen ? (
            <>
              <div className={styles.choices}>
                <Select
                  label="Pour"
                  allowDeselect={false}
                  data={leaving.with.map((w) => ({
                    value: w.formula,
                    label: `${w.name}${w.strength < 99.95 ? `, ${+w.strength.toFixed(1)} %` : ''}${w.bottle ? ` (${w.bottle})` : ''}`,
                  }))}
                  value={chosen.formula}
                  onChange={(v) => set('with', v)}
                />
                <Select
                  label="Carbon dioxide"
                  allowDeselect={false}
                  data={air}
                  value={over}
                  onChange={(v) => set('over', v)}
                />
              </div>
              <UnderDose
                key={`${chosen.formula} ${over}`}
                asked={asked}
                start={dose}
                onRead={setRead}
                onSettle={(grams) => set('dose', `${grams} g`)}
              />
            </>
          ) : (
            <p>
              {leaving.wet
                ? 'Only its metals are known, not what holds them. Make it a lot and say what liquor it is: then it can be dosed here.'
                : 'It is no liquor: nothing is dosed into it as it is.'}
            </p>
          )}
        </section>
        <HeldIn of={of} leaving={leaving} way={wayOf(curve.data)} />
      </div>
    </WithWorking>
  );
}
