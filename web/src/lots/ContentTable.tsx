import { Select } from '@mantine/core';
import { Fragment } from 'react';
import { useElements } from '../api/elements';
import { type FieldError, wordsOf } from '../api/problem';
import { QuantityField } from '../metal/QuantityField';
import type { Line } from './contentLines';
import styles from './lots.module.css';

interface Props {
  lines: Line[];
  /** Grams per litre instead of shares. */
  liquor: boolean;
  /** The part that some lines are a share of; empty where there is none. */
  part?: string | undefined;
  onChange: (lines: Line[]) => void;
  error: (line: number, field: string) => FieldError | undefined;
}

/** Low, likely and high of each metal. */
export function ContentTable({ lines, liquor, part, onChange, error }: Props) {
  const { symbols, says } = useElements();
  const set = (i: number, change: Partial<Line>) =>
    onChange(lines.map((l, k) => (k === i ? { ...l, ...change } : l)));
  return (
    <table className={styles.content}>
      <thead>
        <tr>
          <th>element</th>
          <th>low</th>
          <th>likely</th>
          <th>high</th>
          {!liquor && <th>share of</th>}
          <th>
            <span className="hidden">take out</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map((l, i) => (
          <Fragment key={i}>
            <tr>
              <td>
                <Select
                  aria-label={`element ${i + 1}`}
                  data={symbols}
                  value={l.element}
                  onChange={(v) => v && set(i, { element: v })}
                  allowDeselect={false}
                  w={84}
                  error={wordsOf(error(i, 'element'))}
                />
              </td>
              {(['low', 'likely', 'high'] as const).map((f) => (
                <td key={f}>
                  <QuantityField
                    aria-label={`${l.element} ${f}`}
                    placeholder={f === 'likely' && i === 0 ? (liquor ? '3 g/L' : '2.1 %') : ''}
                    field={liquor ? 'Concentration' : 'Share'}
                    value={l[f]}
                    onChange={(v) => set(i, { [f]: v })}
                    error={error(i, f)}
                    w={130}
                  />
                </td>
              ))}
              {!liquor && (
                <td>
                  <Select
                    aria-label={`${l.element} is a share of`}
                    data={[
                      { value: 'Whole', label: 'the lot' },
                      { value: 'Rest', label: 'the rest' },
                      ...(part ? [{ value: 'Part', label: part }] : []),
                    ]}
                    value={l.of}
                    onChange={(v) => v && set(i, { of: v as Line['of'] })}
                    allowDeselect={false}
                    w={110}
                  />
                </td>
              )}
              <td>
                <button
                  type="button"
                  className="word"
                  onClick={() => onChange(lines.filter((_, k) => k !== i))}
                >
                  take out<span className="hidden"> {l.element}</span>
                </button>
              </td>
            </tr>
            {says(l.element) && (
              <tr>
                <td colSpan={6} className={styles.says}>
                  {l.element} is carried along; more than a trace has no way yet in some steps:{' '}
                  {says(l.element)}.
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}
