import { Select } from '@mantine/core';
import type { Schemas } from '../api/client';
import type { Problem } from '../api/problem';
import { QuantityField } from '../metal/QuantityField';
import type { Draft, Request } from './draft';
import styles from './strength.module.css';

interface Props {
  draft: Draft;
  onChange: (draft: Draft) => void;
  choices: Schemas['StrengthChoices'] | undefined;
  bottles: Schemas['ShelfBottleView'][];
  problem: Problem | null;
}

const ways = [
  { value: 'Weighed', label: 'I weighed a volume of it' },
  { value: 'Hydrometer', label: 'I floated a hydrometer in it' },
  { value: 'Label', label: 'its strength is known' },
  { value: 'Bottle', label: 'it is a bottle of the shelf' },
] satisfies { value: Request['by']; label: string }[];

const scales = [
  { value: 'GramsPerMl', label: 'g/mL' },
  { value: 'Gravity20', label: 'specific gravity, water of 20 °C' },
  { value: 'Gravity15', label: 'specific gravity, water of 15 °C' },
  { value: 'Gravity4', label: 'specific gravity, water of 4 °C' },
  { value: 'Gravity60F', label: 'specific gravity, 60/60 °F' },
  { value: 'BaumeHeavy', label: '°Bé, heavier than water' },
  { value: 'BaumeLight', label: '°Bé, lighter than water' },
] satisfies { value: NonNullable<Request['scale']>; label: string }[];

const units = [
  { value: 'MassPercent', label: '% by mass' },
  { value: 'MolesPerLitre', label: 'mol/L' },
  { value: 'GramsPerLitre', label: 'g/L' },
  { value: 'MolesPerKilogramWater', label: 'mol in a kg of water' },
  { value: 'Volumes', label: 'volumes of oxygen' },
] satisfies { value: NonNullable<Request['unit']>; label: string }[];

/** What was read of the liquid: each reading with its vessel or scale. */
export function Readings({ draft, onChange, choices, bottles, problem }: Props) {
  const r = draft.request;
  const set = (change: Partial<Request>) => onChange({ ...draft, request: { ...r, ...change } });
  const scaleField =
    r.scale === 'GramsPerMl' ? 'Density' : r.scale?.startsWith('Baume') ? 'Baume' : 'Gravity';
  return (
    <div className={styles.fields}>
      <Select
        label="how do you know?"
        data={ways}
        value={r.by}
        onChange={(v) => v && set({ by: v })}
        allowDeselect={false}
      />
      {r.by === 'Bottle' ? (
        <Select
          label="bottle"
          placeholder="choose one"
          data={bottles
            .filter((b) => choices?.solutes.some((s) => s.formula === b.formula))
            .map((b) => ({ value: b.id, label: `${b.id}, ${b.name}` }))}
          value={r.bottleId ?? null}
          onChange={(v) => v && set({ bottleId: v, solute: bottles.find((b) => b.id === v)?.formula ?? '' })}
          error={problem?.of('bottleId')}
        />
      ) : (
        <Select
          label="liquid"
          data={(choices?.solutes ?? []).map((s) => ({ value: s.formula, label: s.name }))}
          value={r.solute}
          onChange={(v) => v && set({ solute: v })}
          allowDeselect={false}
          error={problem?.of('solute')}
        />
      )}
      {r.by === 'Weighed' && (
        <>
          <QuantityField
            label="weighed, glass taken off"
            placeholder="68.9 g"
            field="Mass"
            value={r.mass ?? ''}
            onChange={(mass) => set({ mass })}
            error={problem?.at('mass')}
          />
          <div className={styles.pair}>
            <QuantityField
              label="volume"
              placeholder="50 mL"
              field="Volume"
              value={r.volume ?? ''}
              onChange={(volume) => set({ volume })}
              error={problem?.at('volume')}
            />
            <Select
              label="read in"
              data={(choices?.vessels ?? []).map((v) => ({ value: v.id, label: `${v.name} ${v.plusMinus}` }))}
              value={r.vessel ?? 'cylinder'}
              onChange={(v) => v && set({ vessel: v })}
              allowDeselect={false}
              error={problem?.of('vessel')}
            />
          </div>
        </>
      )}
      {r.by === 'Hydrometer' && (
        <>
          <Select
            label="scale of the hydrometer"
            data={scales}
            value={r.scale ?? 'GramsPerMl'}
            onChange={(v) => v && set({ scale: v })}
            allowDeselect={false}
          />
          <QuantityField
            label="it reads"
            placeholder={scaleField === 'Baume' ? '42' : '1.378'}
            field={scaleField}
            value={r.hydrometer ?? ''}
            onChange={(hydrometer) => set({ hydrometer })}
            error={problem?.at('hydrometer')}
          />
        </>
      )}
      {r.by === 'Label' && (
        <div className={styles.pair}>
          <QuantityField
            label="strength"
            placeholder="68"
            field={
              r.unit === 'MassPercent'
                ? 'Share'
                : r.unit === 'GramsPerLitre'
                  ? 'Concentration'
                  : r.unit === 'MolesPerLitre'
                    ? 'Molarity'
                    : 'Gravity'
            }
            value={r.label ?? ''}
            onChange={(label) => set({ label })}
            error={problem?.at('label')}
          />
          <Select
            label="in"
            data={units.filter((u) => u.value !== 'Volumes' || r.solute === 'H2O2')}
            value={r.unit ?? 'MassPercent'}
            onChange={(v) => v && set({ unit: v })}
            allowDeselect={false}
          />
        </div>
      )}
      <QuantityField
        label="temperature of the liquid"
        placeholder={r.by === 'Weighed' || r.by === 'Hydrometer' ? '21 °C' : '20 °C, unless you say'}
        field="Temperature"
        value={r.temperature ?? ''}
        onChange={(temperature) => set({ temperature })}
        error={problem?.at('temperature')}
      />
    </div>
  );
}
