import { Checkbox, Select } from '@mantine/core';
import { useDebouncedValue, useLocalStorage } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useChoices } from '../api/shelf';
import { Fig } from '../metal/Fig';
import { FigureLines } from '../metal/FigureLines';
import { Formula } from '../metal/Formula';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { WithWorking } from '../metal/WorkingSheet';
import { Saturation } from './Saturation';
import styles from './strength.module.css';
import { Views } from './Views';

const start: Schemas['CrystalsRequest'] = {
  salt: 'CuSO4',
  solid: 'CuSO4·5H2O',
  mass: '100 g',
  hot: '80 °C',
  cold: '15 °C',
  water: '',
  evaporates: '',
  pressed: false,
  secondBoiled: '',
};

/** How much of a salt falls from hot to cold, in how much water, and what the liquor keeps. */
export function CrystalsPage() {
  const choices = useChoices();
  const [r, setR] = useLocalStorage({
    key: 'spolium-crystals',
    defaultValue: start,
    getInitialValueInEffect: false,
  });
  const [body] = useDebouncedValue(r, 120);
  const answer = useQuery({
    queryKey: ['crystals', body],
    enabled: body.mass.trim().length > 0 && body.hot.trim().length > 0 && body.cold.trim().length > 0,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.POST('/api/strength/crystals', { body })),
  });
  const problem = answer.error as Problem | null;
  const v = problem ? undefined : answer.data;
  const salt = choices.data?.salts.find((s) => s.formula === r.salt);
  const set = (change: Partial<typeof r>) => setR({ ...r, ...change });
  const fields = ['mass', 'hot', 'cold', 'water', 'evaporates', 'secondBoiled', 'solid', 'salt'];
  return (
    <WithWorking
      page={['crystals', body]}
      load={async (key) =>
        unwrap(await api.POST('/api/strength/crystals/working', { body, params: { query: { key } } }))
      }
    >
      <Views />
      <h1>What falls when it cools?</h1>
      <div className={styles.crystals}>
        <div className={styles.fields}>
          <Select
            label="salt"
            data={(choices.data?.salts ?? []).map((s) => s.formula)}
            value={r.salt}
            onChange={(s) =>
              s &&
              set({ salt: s, solid: choices.data?.salts.find((x) => x.formula === s)?.solids.at(-1) ?? s })
            }
            searchable
            allowDeselect={false}
            error={problem?.of('salt')}
          />
          <Select
            label="weighed in as"
            data={salt?.solids ?? [r.solid]}
            value={r.solid}
            onChange={(solid) => solid && set({ solid })}
            allowDeselect={false}
            error={problem?.of('solid')}
          />
          <QuantityField
            label="how much of it"
            field="Mass"
            value={r.mass}
            onChange={(mass) => set({ mass })}
            error={problem?.at('mass')}
          />
          <div className={styles.pair}>
            <QuantityField
              label="dissolved at"
              field="Temperature"
              value={r.hot}
              onChange={(hot) => set({ hot })}
              error={problem?.at('hot')}
            />
            <QuantityField
              label="left to cool to"
              field="Temperature"
              value={r.cold}
              onChange={(cold) => set({ cold })}
              error={problem?.at('cold')}
            />
          </div>
          <div className={styles.pair}>
            <QuantityField
              label="water that goes in"
              placeholder="as much as needed"
              field="Volume"
              value={r.water ?? ''}
              onChange={(water) => set({ water })}
              error={problem?.at('water')}
            />
            <QuantityField
              label="boils away before"
              placeholder="nothing"
              field="Volume"
              value={r.evaporates ?? ''}
              onChange={(evaporates) => set({ evaporates })}
              error={problem?.at('evaporates')}
            />
          </div>
          <Checkbox
            label="the crystals are pressed, not only drained"
            checked={r.pressed ?? false}
            onChange={(e) => set({ pressed: e.currentTarget.checked })}
          />
          <QuantityField
            label="second crop: boil off so much of the liquor’s water"
            placeholder="none"
            field="Share"
            value={r.secondBoiled ?? ''}
            onChange={(secondBoiled) => set({ secondBoiled })}
            error={problem?.at('secondBoiled')}
          />
          <ProblemNote problem={problem} shown={fields} />
        </div>
        {v && (
          <div>
            <FigureLines figures={[v.water, r.water ? v.waterWanted : null, v.anhydrous, v.hotHolds]} />
            {v.notDissolved && <p className="caution">{v.notDissolved}</p>}
            <div className={styles.crops}>
              <Crop title="First crop" c={v.crop} />
              {v.second && <Crop title="Second crop, from the liquor that ran off" c={v.second} />}
            </div>
            <p className="soft">{v.caveat}</p>
            <Saturation curve={v.curve} hot={v.hotC} cold={v.coldC} />
          </div>
        )}
      </div>
    </WithWorking>
  );
}

function Crop({ title, c }: { title: string; c: Schemas['CropView'] }) {
  return (
    <section>
      <h2>{title}</h2>
      <p className="soft">
        <Formula text={c.solid} />
      </p>
      <Fig f={c.crystals} big />
      <FigureLines figures={[c.yield, c.liquor, c.held, c.clinging, c.purity]} />
    </section>
  );
}
