import { Select, TextInput, Tooltip } from '@mantine/core';
import type { Schemas, StepView } from '../api/client';
import type { Problem } from '../api/problem';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import { BottlePick } from './BottlePick';
import styles from './plan.module.css';
import { SafetyLines } from './SafetyLines';

interface Props {
  step: StepView;
  method: Schemas['MethodView'] | undefined;
  /** Methods that may stand in its place, itself among them. */
  schools?: Schemas['MethodView'][];
  onSchool?: (method: string) => void;
  options: Record<string, string>;
  onOption: (id: string, value: string) => void;
  choices: Schemas['BottleChoice'][];
  bottles: Schemas['BottleRequest'][];
  onBottles: (bottles: Schemas['BottleRequest'][]) => void;
  problem: Problem | null;
}

/** The side sheet of the chosen step: schools, bottles, what comes of it, what to mind. */
export function StepSheet({
  step,
  method,
  schools,
  onSchool,
  options,
  onOption,
  choices,
  bottles,
  onBottles,
  problem,
}: Props) {
  // A step that refuses has no doses: another bottle may be the way round.
  const wanted = step.refusals.length > 0 ? (method?.reagents ?? []) : step.doses.map((d) => d.formula);
  const used = [...new Set(wanted.filter((f) => choices.some((c) => c.formula === f)))];
  const formulaOf = (b: Schemas['BottleRequest']) => b.formula ?? choices.find((c) => c.id === b.id)?.formula;
  return (
    <aside className={styles.side} aria-label={step.title}>
      <h2>{step.title}</h2>
      {step.equations.map((e) => (
        <p key={e} className={styles.equation}>
          <Formula text={e} />
        </p>
      ))}
      {schools && onSchool && schools.length > 1 && (
        <Select
          label="Done by"
          data={schools.map((m) => ({ value: m.id, label: m.title }))}
          value={step.method}
          onChange={(v) => v && onSchool(v)}
          allowDeselect={false}
        />
      )}
      {method?.options.map((o) => (
        <Tooltip key={o.id} label={o.tip} disabled={!o.tip} multiline w={260} position="left">
          {o.choices.length > 0 ? (
            <Select
              label={o.label}
              data={o.choices.map((c) => ({ value: c.value, label: c.words }))}
              value={options[o.id] ?? step.options[o.id] ?? o.default}
              onChange={(v) => v && onOption(o.id, v)}
              error={problem?.fields.find((f) => f.field.endsWith(`options.${o.id}`))?.wayOut}
              allowDeselect={false}
            />
          ) : (
            <TextInput
              label={`${o.label}${o.unit ? `, ${o.unit}` : ''}`}
              value={options[o.id] ?? step.options[o.id] ?? o.default}
              placeholder={o.default || 'left open'}
              onChange={(e) => onOption(o.id, e.currentTarget.value)}
              error={problem?.fields.find((f) => f.field.endsWith(`options.${o.id}`))?.wayOut}
            />
          )}
        </Tooltip>
      ))}
      {used.map((formula) => (
        <BottlePick
          key={formula}
          formula={formula}
          choices={choices.filter((c) => c.formula === formula)}
          chosen={bottles.filter((b) => formulaOf(b) === formula)}
          at={bottles.findIndex((b) => formulaOf(b) === formula)}
          onChange={(chosen) => onBottles([...bottles.filter((b) => formulaOf(b) !== formula), ...chosen])}
          problem={problem}
        />
      ))}
      <dl className={styles.figures}>
        {step.doses
          .filter((d) => d.perGram)
          .map((d) => (
            <div key={d.id}>
              <dt>
                {d.perGram?.label}
                {step.doses.some((o) => o !== d && o.perGram?.label === d.perGram?.label) && `: ${d.how}`}
              </dt>
              <dd>{d.perGram && <Fig f={d.perGram} />}</dd>
            </div>
          ))}
      </dl>
      <dl className={styles.figures}>
        {[
          ...step.figures,
          ...(step.portions ? [step.portions] : []),
          ...(step.heat ? [step.heat] : []),
          ...(step.warming ? [step.warming] : []),
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
      {step.learned.length > 0 && (
        <dl className={styles.figures}>
          {step.learned.map((f) => (
            <div key={f.key}>
              <dt>{f.label}</dt>
              <dd>
                <Fig f={f} />
              </dd>
            </div>
          ))}
        </dl>
      )}
      <h2>Where the {step.metal} goes</h2>
      <dl className={styles.figures}>
        {step.outputs.map((o) => (
          <div key={o.id}>
            <dt>{o.name}</dt>
            <dd>
              <Fig f={o.metal} />
            </dd>
          </div>
        ))}
      </dl>
      <h2>What to mind</h2>
      <SafetyLines step={step} />
    </aside>
  );
}
