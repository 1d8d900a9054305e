import { Select, TextInput, Tooltip } from '@mantine/core';
import type { Schemas, StepView } from '../api/client';
import type { Problem } from '../api/problem';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import styles from './plan.module.css';

interface Props {
  step: StepView;
  method: Schemas['MethodView'] | undefined;
  options: Record<string, string>;
  onOption: (id: string, value: string) => void;
  bottles: Schemas['BottleRequest'][];
  onBottles: (bottles: Schemas['BottleRequest'][]) => void;
  problem: Problem | null;
}

/** The side sheet of the chosen step: schools, bottles, what comes of it, what to mind. */
export function StepSheet({ step, method, options, onOption, bottles, onBottles, problem }: Props) {
  const used = bottles
    .map((b, i) => ({ b, i }))
    .filter(({ b }) => step.doses.some((d) => d.bottleId === b.id));
  const setBottle = (i: number, change: Partial<Schemas['BottleRequest']>) =>
    onBottles(bottles.map((b, k) => (k === i ? { ...b, ...change } : b)));
  return (
    <aside className={styles.side} aria-label={step.title}>
      <h2>{step.title}</h2>
      {step.equations.map((e) => (
        <p key={e} className={styles.equation}>
          <Formula text={e} />
        </p>
      ))}
      {method?.options.map((o) => (
        <Tooltip key={o.id} label={o.tip} disabled={!o.tip} multiline w={260} position="left">
          {o.choices.length > 0 ? (
            <Select
              label={o.label}
              data={o.choices.map((c) => ({ value: c.value, label: c.words }))}
              value={options[o.id] ?? o.default}
              onChange={(v) => v && onOption(o.id, v)}
              allowDeselect={false}
            />
          ) : (
            <TextInput
              label={`${o.label}${o.unit ? `, ${o.unit}` : ''}`}
              value={options[o.id] ?? o.default}
              placeholder={o.default || 'not measured'}
              onChange={(e) => onOption(o.id, e.currentTarget.value)}
              error={problem?.fields.find((f) => f.field.endsWith(`options.${o.id}`))?.wayOut}
            />
          )}
        </Tooltip>
      ))}
      {used.map(({ b, i }) => (
        <div key={b.id} className={styles.bottle}>
          <TextInput
            label={`${b.id}, ${b.name}: ${b.density ? 'strength' : 'purity'}`}
            value={b.strength}
            onChange={(e) => setBottle(i, { strength: e.currentTarget.value })}
            error={problem?.of(`bottles[${i}].strength`)}
          />
          {b.density != null && (
            <TextInput
              label="density, g/mL"
              value={b.density}
              onChange={(e) => setBottle(i, { density: e.currentTarget.value })}
              error={problem?.of(`bottles[${i}].density`)}
            />
          )}
        </div>
      ))}
      <dl className={styles.figures}>
        {[
          ...step.figures,
          ...(step.portions ? [step.portions] : []),
          ...(step.heat ? [step.heat] : []),
          ...(step.vessel ? [step.vessel.liquid] : []),
          ...(step.vessel?.foam ? [step.vessel.foam] : []),
        ].map((f) => (
          <div key={f.key}>
            <dt>{f.label}</dt>
            <dd>
              <Fig f={f} />
            </dd>
          </div>
        ))}
        {step.heat === null && step.gases.length > 0 && (
          <div>
            <dt>heat</dt>
            <dd>not known</dd>
          </div>
        )}
      </dl>
      <h2>Where the gold goes</h2>
      <dl className={styles.figures}>
        {step.outputs.map((o) => (
          <div key={o.id}>
            <dt>{o.name}</dt>
            <dd>
              <Fig f={o.gold} />
            </dd>
          </div>
        ))}
      </dl>
      {step.cautions.map((c) => (
        <p key={c.text} className={c.level === 'Stop' ? 'cautionStop' : 'caution'}>
          {c.text}
        </p>
      ))}
    </aside>
  );
}
