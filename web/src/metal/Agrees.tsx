import { useHotkeys } from '@mantine/hooks';
import type { Problem } from '../api/problem';
import styles from './metal.module.css';

interface Props {
  problem: Problem | null | undefined;
  field: string;
  onTake: (becomes: string) => void;
}

/** The number that a usual slip would have turned into the one that was refused: one key takes it. */
export function Agrees({ problem, field, onTake }: Props) {
  const becomes = problem?.fields.find((f) => f.field === field)?.becomes;
  useHotkeys([['F2', () => becomes && onTake(becomes)]], []);
  if (!becomes) return null;
  return (
    <button type="button" className="lesser" onClick={() => onTake(becomes)}>
      It was {becomes} <kbd className={styles.keycap}>F2</kbd>
    </button>
  );
}
