import { useLocalStorage } from '@mantine/hooks';

/** Initials of the person who writes; kept on this machine. */
export function useWho(): [string, (who: string) => void] {
  const [who, setWho] = useLocalStorage({
    key: 'spolium-who',
    defaultValue: 'AV',
    getInitialValueInEffect: false,
  });
  return [who, setWho];
}
