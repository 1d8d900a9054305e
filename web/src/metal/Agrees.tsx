import { useHotkeys } from '@mantine/hooks';
import { useRef } from 'react';
import styles from './metal.module.css';

interface Props {
  becomes: string;
  onTake: (becomes: string) => void;
}

/** The number that a usual slip would have turned into the one that was refused: one key takes it, the first on the page. */
export function Agrees({ becomes, onTake }: Props) {
  const button = useRef<HTMLButtonElement>(null);
  const isFirst = () => document.querySelector('[data-agrees]') === button.current;
  useHotkeys([['F2', () => isFirst() && onTake(becomes)]], []);
  return (
    <button
      ref={button}
      type="button"
      className={`lesser ${styles.agrees}`}
      data-agrees
      onClick={() => onTake(becomes)}
    >
      It was {becomes} <kbd className={styles.keycap}>F2</kbd>
    </button>
  );
}
