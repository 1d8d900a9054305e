import { Select } from '@mantine/core';
import { useWays } from '../api/ways';
import { byStage } from '../plan/OwnWay';
import styles from './run.module.css';

interface Props {
  methods: string[];
  onChange: (methods: string[]) => void;
  error?: string | undefined;
}

/** The steps that go on from here, one after the other. */
export function OnwardPick({ methods, onChange, error }: Props) {
  const ways = useWays();
  const all = ways.data?.methods ?? [];
  return (
    <ol className={styles.onward}>
      {methods.map((m, i) => (
        <li key={i}>
          <Select
            aria-label={`step ${i + 1} from here`}
            data={byStage(all)}
            value={m.split('>')[0] ?? null}
            onChange={(v) => v && onChange(methods.map((x, k) => (k === i ? v : x)))}
            allowDeselect={false}
            searchable
          />
          <button type="button" className="word" onClick={() => onChange(methods.filter((_, k) => k !== i))}>
            out<span className="hidden"> step {i + 1}</span>
          </button>
        </li>
      ))}
      <li>
        <Select
          aria-label="and then"
          placeholder="and then"
          data={byStage(all)}
          value={null}
          onChange={(v) => v && onChange([...methods, v])}
          searchable
          error={error}
        />
      </li>
    </ol>
  );
}
