import { TextInput, type TextInputProps } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { type FieldError, type Problem, unwrap, wordsOf } from '../api/problem';
import { useScale } from '../scale/scaleContext';
import { Agrees } from './Agrees';
import styles from './metal.module.css';

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
    | 'Density'
    | 'Money'
    | 'Baume'
    | 'Gravity'
    | 'Molarity'
    | 'PH';
  error?: string | FieldError;
  /** A mass that lies on no scale: a ± of one. */
  unweighed?: boolean;
  /** Takes the number that would agree; left out, it is only written into the field. */
  onAgree?: (becomes: string) => void;
}

/** A quantity as people write it; what was understood stands below it in full words, in the place of what may be written. */
export function QuantityField({
  value,
  onChange,
  field,
  error,
  onAgree = onChange,
  flex,
  description,
  unweighed,
  ...rest
}: Props) {
  const [text] = useDebouncedValue(value, 200);
  const echo = useQuery({
    queryKey: ['read', field, text],
    enabled: text.trim().length > 0,
    staleTime: Infinity,
    retry: false,
    queryFn: async () => unwrap(await api.POST('/api/quantities/read', { body: { text, field } })),
  });
  const scale = useScale();
  const weighs = !unweighed && (field === 'Mass' || field === 'MassOrVolume');
  const take = () => scale?.steady && onChange(scale.text);
  const misread =
    text === value && echo.error ? ((echo.error as Problem).at('text') ?? echo.error.message) : undefined;
  const refused = error ?? misread;
  const becomes = typeof refused === 'object' ? refused.becomes : undefined;
  // Once it stands there it is no longer wrong.
  const wrong = becomes && becomes === value ? undefined : refused;
  const words = text === value && echo.data ? echo.data.words : (description ?? '\u00a0');
  // Always in its own box: a proposal that comes or goes must not take the field from under the hand.
  return (
    <div className={styles.quantity} data-quantity style={{ flex: flex as number | undefined }}>
      <TextInput
        {...rest}
        value={value}
        onChange={(e) => onChange(e.currentTarget.value)}
        error={typeof wrong === 'object' ? wordsOf(wrong) : wrong}
        description={words}
        onKeyDown={(e) => {
          // Space says nothing in an empty field: here it takes what the scale shows.
          if (weighs && e.key === ' ' && value.trim() === '' && scale) {
            e.preventDefault();
            take();
          }
        }}
        rightSection={
          weighs && scale ? (
            <button
              type="button"
              className={styles.takeScale}
              tabIndex={-1}
              disabled={!scale.steady}
              onClick={take}
              title={
                scale.steady
                  ? `take ${scale.text} from the scale (Space)`
                  : 'the scale still moves: wait until it is steady'
              }
              aria-label="take what the scale shows"
            >
              <svg viewBox="0 0 24 24" width="20" height="20" aria-hidden="true">
                <path
                  d="M3 8h18M7 8l-3 8h6zM17 8l-3 8h6zM12 4v16M8 20h8"
                  fill="none"
                  stroke="currentColor"
                  strokeWidth="1.6"
                  strokeLinejoin="round"
                />
              </svg>
            </button>
          ) : undefined
        }
        inputWrapperOrder={['label', 'input', 'description', 'error']}
      />
      {becomes && wrong && <Agrees becomes={becomes} onTake={onAgree} />}
    </div>
  );
}
