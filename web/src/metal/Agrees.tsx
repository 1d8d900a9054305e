import { useHotkeys } from '@mantine/hooks';
import { useEffect, useRef } from 'react';
import styles from './metal.module.css';

interface Props {
  becomes: string;
  onTake: (becomes: string) => void;
}

/** The number that a usual slip would have turned into the one that was refused: one key takes it, the first on the page. */
export function Agrees({ becomes, onTake }: Props) {
  const button = useRef<HTMLButtonElement>(null);
  const isFirst = () => document.querySelector('[data-agrees]') === button.current;
  // In a long form the field may stand far above the button that was pressed.
  useEffect(() => {
    if (isFirst()) button.current?.scrollIntoView({ block: 'nearest' });
  }, []);
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
