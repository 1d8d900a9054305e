import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useElements } from '../api/elements';
import { unwrap, said } from '../api/problem';
import { useBottle, useChoices } from '../api/shelf';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import { ProblemNote } from '../metal/ProblemNote';
import { TakeBack } from '../metal/TakeBack';
import { day } from './day';
import styles from './shelf.module.css';

/** One bottle: what it is, how its strength is known, what came and went. */
export function BottleSheet({ bottleId }: { bottleId: string }) {
  const { data, error } = useBottle(bottleId);
  const choices = useChoices();
  const { precious } = useElements();
  if (error && (!data || said(error)))
    return (
      <aside className={styles.side}>
        <p role="alert">{error.message}</p>
      </aside>
    );
  if (!data) return null;
  const tables = choices.data;
  const { bottle: b, kind } = data;
  const back = (entryId: string) => async (head: Schemas['Head'], reason: string) =>
    unwrap(
      await api.POST('/api/shelf/{bottleId}/corrections', {
        params: { path: { bottleId } },
        body: { head, corrects: entryId, reason },
      }),
    );
  return (
    <aside className={styles.side} aria-label={`bottle ${b.id}`}>
      <h2>
        {b.id}, {b.name}
      </h2>
      <p className="soft">
        <Formula text={b.formula} />
        {b.density && `, ${b.density}`}
        {b.place && `, ${b.place}`}
      </p>
      <Fig f={b.strength} big />
      <p className="soft">
        {b.known}
        {b.others.map((o) => (
          <span key={o.key}>
            {' · '}
            <Fig f={o} bare /> {o.unit === '%' && o.label}
            {o.key.endsWith('/chlorine') && 'active chlorine'}
          </span>
        ))}
      </p>
      <p>
        <Fig f={b.contents} />
        {b.millilitres && (
          <>
            {' = '}
            <Fig f={b.millilitres} />
          </>
        )}
      </p>
      <p className="soft">
        {b.age}
        {b.price && `, ${b.price}`}
        {b.madeIn && `, made in ${b.madeIn}`}
        {b.useBy && `, use by ${day(b.useBy)}`}
      </p>
      {b.wantsLookAlike && <LookAlike b={b} kind={kind} />}
      {b.lookAlike && <p>Looked at: {b.lookAlike}</p>}
      {kind.care && <p className="caution">{kind.care}</p>}
      {kind.chloridePpm != null && (
        <p className="soft">
          About {kind.chloridePpm} ppm chloride, a guess: it clouds silver nitrate; a test paper tells more.
        </p>
      )}
      {kind.reducing && <p className="soft">It reduces: never with nitric acid, peroxide or chlorine.</p>}
      {kind.additives && <p className="soft">May hold {kind.additives}.</p>}
      {data.hazards && (
        <p className="soft">
          {data.hazardSignal}: {data.hazards}. {data.hazardNote}
        </p>
      )}
      {!b.discarded && (
        <div className={styles.doings}>
          {tables?.solutes.some((t) => t.formula === b.formula) && (
            <Link to={`/strength?bottle=${b.id}`} className="lesser">
              Dilute or blend it
            </Link>
          )}
          {!b.openedAt && <Open b={b} />}
          {precious.some((e) => new RegExp(`${e}(?![a-z])`).test(b.formula)) && (
            <Link to={`/lots/take-over?from=Bottle&id=${encodeURIComponent(b.id)}`} className="lesser">
              Make some of it a lot
            </Link>
          )}
        </div>
      )}
      <h3>Tests</h3>
      <ul className={styles.lines}>
        {data.tests.map((t) => (
          <li key={t.entryId}>
            <span className="figures">{t.strength}</span> {t.how}, {day(t.at)}
            {t.readings.length > 0 && <span className="soft"> ({t.readings.join('; ')})</span>}
            {t.canTakeBack && <TakeBack words="take it back" seen={b.version} send={back(t.entryId)} />}
          </li>
        ))}
      </ul>
      {!b.discarded && <TypedTest b={b} byDensity={!!tables?.solutes.some((t) => t.formula === b.formula)} />}
      <h3>Movements</h3>
      <ul className={styles.lines}>
        {data.moves.map((m, i) => (
          <li key={`${m.entryId} ${i}`}>
            <span className="figures">{m.grams}</span> {m.words}, {m.by} {day(m.at)}
            {m.canTakeBack && <TakeBack words="take it back" seen={b.version} send={back(m.entryId)} />}
          </li>
        ))}
      </ul>
      {!b.discarded && <Discard b={b} />}
    </aside>
  );
}

type Unit = NonNullable<Schemas['StrengthRequest']['unit']>;

const units: { value: Unit; label: string }[] = [
  { value: 'MassPercent', label: '% by mass' },
  { value: 'ActiveChlorinePercent', label: '% active chlorine' },
  { value: 'ActiveChlorineGramsPerLitre', label: 'g/L active chlorine' },
];

/** A strength that a titration or an assay gave: from then on it counts, and ageing starts anew. */
function TypedTest({ b, byDensity }: { b: Schemas['ShelfBottleView']; byDensity: boolean }) {
  const [asking, setAsking] = useState(false);
  const [wish, setWish] = useState<{ label: string; unit: Unit }>({ label: '', unit: 'MassPercent' });
  const write = useWrite(
    async (head, w: typeof wish) =>
      unwrap(
        await api.POST('/api/shelf/{bottleId}/tests', {
          params: { path: { bottleId: b.id } },
          body: { head, readings: { solute: b.formula, by: 'Label', ...w } },
        }),
      ),
    () => setAsking(false),
    b.version,
  );
  if (!asking)
    return (
      <p className={styles.doings}>
        {byDensity && <Link to="/strength">test it by its density</Link>}
        <button className="word" onClick={() => setAsking(true)}>
          write a tested strength
        </button>
      </p>
    );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(wish);
      }}
    >
      <TextInput
        label="strength by titration or assay"
        placeholder={b.formula === 'NaOCl' ? '4.1' : `${b.strength.value} %`}
        value={wish.label}
        onChange={(e) => setWish({ ...wish, label: e.currentTarget.value })}
        error={write.error?.of('label')}
        autoFocus
      />
      {b.formula === 'NaOCl' && (
        <Select
          label="in"
          data={units}
          value={wish.unit}
          onChange={(v) => v && setWish({ ...wish, unit: v })}
          allowDeselect={false}
        />
      )}
      <ProblemNote problem={write.error} shown={['label']} />
      <button className="lesser" disabled={!wish.label.trim() || write.isPending}>
        Keep the test
      </button>
    </form>
  );
}

function Open({ b }: { b: Schemas['ShelfBottleView'] }) {
  const open = useWrite(
    async (head) =>
      unwrap(
        await api.POST('/api/shelf/{bottleId}/open', {
          params: { path: { bottleId: b.id } },
          body: { head },
        }),
      ),
    undefined,
    b.version,
  );
  return (
    <>
      <button className="lesser" onClick={() => open.mutate({})} disabled={open.isPending}>
        It was opened
      </button>
      <ProblemNote problem={open.error} />
    </>
  );
}

function LookAlike({ b, kind }: { b: Schemas['ShelfBottleView']; kind: Schemas['KindView'] }) {
  const [saw, setSaw] = useState('');
  const write = useWrite(
    async (head, text: string) =>
      unwrap(
        await api.POST('/api/shelf/{bottleId}/look-alike', {
          params: { path: { bottleId: b.id } },
          body: { head, saw: text },
        }),
      ),
    undefined,
    b.version,
  );
  return (
    <form
      className="caution"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(saw);
      }}
    >
      <p>Bought without a certificate. Before it is used, a little of it tells what it is: {kind.test}.</p>
      <TextInput
        label="what was seen"
        value={saw}
        onChange={(e) => setSaw(e.currentTarget.value)}
        error={write.error?.of('saw')}
      />
      <button className="lesser" disabled={!saw.trim() || write.isPending}>
        It was looked at
      </button>
      <ProblemNote problem={write.error} shown={['saw']} />
    </form>
  );
}

function Discard({ b }: { b: Schemas['ShelfBottleView'] }) {
  const [asking, setAsking] = useState(false);
  const [where, setWhere] = useState('');
  const write = useWrite(
    async (head, to: string) =>
      unwrap(
        await api.POST('/api/shelf/{bottleId}/discard', {
          params: { path: { bottleId: b.id } },
          body: { head, where: to },
        }),
      ),
    () => setAsking(false),
    b.version,
  );
  if (!asking)
    return (
      <button className="word" onClick={() => setAsking(true)}>
        throw it away
      </button>
    );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(where);
      }}
    >
      <TextInput
        label="where does it go?"
        placeholder="acid drum D1"
        value={where}
        onChange={(e) => setWhere(e.currentTarget.value)}
        error={write.error?.of('where')}
      />
      <ProblemNote problem={write.error} shown={['where']} />
      <button className="lesser" disabled={!where.trim() || write.isPending}>
        Throw it away
      </button>
    </form>
  );
}
