import { TextInput, type TextInputProps } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { type Problem, unwrap } from '../api/problem';

interface Props extends Omit<TextInputProps, 'value' | 'onChange' | 'error'> {
  value: string;
  onChange: (text: string) => void;
  /** What is asked for: the field decides what a unit letter means. */
  field:
    | 'Mass'
    | 'Volume'
    | 'MassOrVolume'
    | 'Temperature'
    | 'Share'
    | 'Fineness'
    | 'Concentration'
    | 'Length'
    | 'Density';
  error?: string;
}

/** A quantity as people write it; what was understood stands below it in full words. */
export function QuantityField({ value, onChange, field, error, ...rest }: Props) {
  const [text] = useDebouncedValue(value, 200);
  const echo = useQuery({
    queryKey: ['read', field, text],
    enabled: text.trim().length > 0,
    staleTime: Infinity,
    retry: false,
    queryFn: async () => unwrap(await api.POST('/api/quantities/read', { body: { text, field } })),
  });
  const wrong = echo.error ? ((echo.error as Problem).of('text') ?? echo.error.message) : undefined;
  const words = text === value && echo.data ? echo.data.words : ' ';
  return (
    <TextInput
      {...rest}
      value={value}
      onChange={(e) => onChange(e.currentTarget.value)}
      error={error ?? (text === value ? wrong : undefined)}
      description={words}
      inputWrapperOrder={['label', 'input', 'description', 'error']}
    />
  );
}
