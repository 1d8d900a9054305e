import { Select } from '@mantine/core';
import { useDebouncedValue, useLocalStorage } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useChoices } from '../api/shelf';
import { Fig } from '../metal/Fig';
import { FigureLines } from '../metal/FigureLines';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { WithWorking } from '../metal/WorkingSheet';
import styles from './strength.module.css';
import { Views } from './Views';

const start: Schemas['DryingRequest'] = { salt: 'CuSO4', wet: '', dry: '', possible: '' };

/** What a mass of salt may hold, what drying took, and what a yield above all that was possible means. */
export function DryingPage() {
  const choices = useChoices();
  const [r, setR] = useLocalStorage({
    key: 'spolium-drying',
    defaultValue: start,
    getInitialValueInEffect: false,
  });
  const [body] = useDebouncedValue(r, 120);
  const answer = useQuery({
    queryKey: ['drying', body],
    enabled: !!(body.wet?.trim() ?? body.dry?.trim()),
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.POST('/api/strength/drying', { body })),
  });
  const problem = answer.error as Problem | null;
  const v = problem ? undefined : answer.data;
  const wrong = (field: 'wet' | 'dry') =>
    problem?.at(field) ?? (v?.doubt?.field === field ? v.doubt : undefined);
  const set = (change: Partial<typeof r>) => setR({ ...r, ...change });
  return (
    <WithWorking
      page={['drying', body]}
      load={async (key) =>
        unwrap(await api.POST('/api/strength/drying/working', { body, params: { query: { key } } }))
      }
    >
      <Views />
      <h1>How much of it is salt, how much water?</h1>
      <div className={styles.crystals}>
        <div className={styles.fields}>
          <Select
            label="salt"
            data={(choices.data?.salts ?? []).map((s) => s.formula)}
            value={r.salt}
            onChange={(salt) => salt && set({ salt })}
            searchable
            allowDeselect={false}
          />
          <QuantityField
            label="weighs, as it is"
            placeholder="25.61 g"
            field="Mass"
            value={r.wet ?? ''}
            onChange={(wet) => set({ wet })}
            error={wrong('wet')}
          />
          <QuantityField
            label="weighs after drying"
            placeholder="not dried yet"
            field="Mass"
            value={r.dry ?? ''}
            onChange={(dry) => set({ dry })}
            error={wrong('dry')}
          />
          <QuantityField
            label="all that was possible"
            placeholder="24.62 g"
            field="Mass"
            value={r.possible ?? ''}
            onChange={(possible) => set({ possible })}
            error={problem?.at('possible')}
          />
          <ProblemNote problem={problem} shown={['wet', 'dry', 'possible']} />
        </div>
        {v ? (
          <div>
            {v.sentence && <p className="caution">{v.sentence}</p>}
            {v.holds && <Fig f={v.holds} big />}
            {v.holds && (
              <p className="soft">
                {v.holds.label}: every hydrate is possible until it is dried to constant mass
              </p>
            )}
            <FigureLines figures={[v.lost, v.yield, v.somethingElse, ...v.forms.map((f) => f.holds)]} />
          </div>
        ) : (
          <p className="soft">
            Weigh it, and what it may hold stands here, from the driest to the wettest form.
          </p>
        )}
      </div>
    </WithWorking>
  );
}
