import { Select } from '@mantine/core';
import type { Schemas } from '../api/client';
import type { Problem } from '../api/problem';
import styles from './plan.module.css';

interface Props {
  methods: string[];
  all: Schemas['MethodView'][];
  /** What a step put behind another begins as. */
  behind: string;
  onChange: (methods: string[]) => void;
  problem: Problem | null;
}

const stages: Record<string, string> = {
  MakeReady: 'make ready',
  Strip: 'strip, leach',
  Dissolve: 'dissolve',
  Denitrate: 'denitrate',
  Clear: 'clear',
  Precipitate: 'bring down',
  Finish: 'wash, dry, melt',
  MakeSafe: 'make safe',
  Regenerate: 'work acid back',
};

/** All methods by the stage of the work. */
export const byStage = (all: Schemas['MethodView'][]) =>
  Object.entries(stages).map(([stage, group]) => ({
    group,
    items: all.filter((m) => m.stage === stage).map((m) => ({ value: m.id, label: m.title })),
  }));

/** The steps of a way of one's own: each may be changed, left out, or followed by another; the holding that goes on may be chosen. */
export function OwnWay({ methods, all, behind, onChange, problem }: Props) {
  const set = (i: number, text: string) => onChange(methods.map((m, k) => (k === i ? text : m)));
  return (
    <ol className={styles.own} aria-label="steps of your own way">
      {methods.map((m, i) => {
        const [id = '', onward] = m.split('>');
        const outputs = all.find((x) => x.id === id)?.outputs ?? [];
        return (
          <li key={i}>
            <Select
              aria-label={`step ${i + 1}`}
              data={byStage(all)}
              value={id}
              onChange={(v) => v && set(i, v)}
              allowDeselect={false}
              searchable
              error={problem?.of(`methods[${i}]`)}
              w={330}
            />
            {outputs.length > 1 && i < methods.length - 1 && (
              <Select
                aria-label={`what goes on from step ${i + 1}`}
                data={outputs.map((o) => ({ value: o.value, label: `${o.words} goes on` }))}
                value={onward ?? outputs[0]?.value ?? null}
                onChange={(v) => v && set(i, v === outputs[0]?.value ? id : `${id}>${v}`)}
                allowDeselect={false}
                w={240}
              />
            )}
            <button
              type="button"
              className="word"
              onClick={() => onChange([...methods.slice(0, i + 1), behind, ...methods.slice(i + 1)])}
            >
              a step behind it
            </button>
            {methods.length > 1 && (
              <button
                type="button"
                className="word"
                onClick={() => onChange(methods.filter((_, k) => k !== i))}
              >
                leave it out
              </button>
            )}
          </li>
        );
      })}
    </ol>
  );
}
