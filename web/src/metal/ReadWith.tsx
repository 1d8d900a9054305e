import { Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { unwrap } from '../api/problem';

interface Props {
  label: string;
  field: 'Temperature' | 'PH' | 'Fineness' | 'Volume';
  value: string | null;
  onChange: (id: string) => void;
}

/** What a reading is taken with; the usual one of its kind stands there from the start. */
export function ReadWith({ label, field, value, onChange }: Props) {
  const { data } = useQuery({
    queryKey: ['instruments'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/quantities/instruments')),
  });
  const known = (data ?? []).filter((i) => i.field === field);
  return (
    <Select
      label={label}
      data={known.map((i) => ({
        value: i.id,
        label: `${i.name}, ${i.within}${i.guess ? ' (a guess)' : ''}`,
      }))}
      value={value ?? known[0]?.id ?? null}
      onChange={(v) => v && onChange(v)}
      allowDeselect={false}
      comboboxProps={{ position: 'bottom-start' }}
    />
  );
}
