import { MultiSelect, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { useElements } from '../api/elements';
import { useMarks } from '../api/marks';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { type Content, typed } from './contentText';
import { LiquorState } from './LiquorState';
import styles from './lots.module.css';

interface Props {
  lot: Schemas['LotView'];
  thought: Content | null;
  onThought: (content: Content | null) => void;
  onKept: () => void;
}

/** What was dragged or typed is kept with its reason: an assay, or a better guess. */
export function BelieveForm({ lot, thought, onThought, onKept }: Props) {
  const [how, setHow] = useState<string>('guess');
  const [reason, setReason] = useState('');
  const [pieces, setPieces] = useState('');
  const liquor = lot.isLiquor;
  const write = useWrite(
    async (head, wish: { content: Content; how: string; reason: string; pieces: number | null }) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/content', {
          params: { path: { lotId: lot.id } },
          body: { head, ...wish },
        }),
      ),
    onKept,
    lot.version,
  );
  const content = thought ?? lot.typed;
  const { symbols } = useElements();
  const suspects = useMarks();
  const missing = symbols.filter((m) => content.balance !== m && content.lines.every((l) => l.element !== m));
  const last = lot.beliefs.at(-1);
  return (
    <div className={styles.believe}>
      <Select
        aria-label="another element in it"
        placeholder="another element in it"
        data={missing}
        value={null}
        searchable
        onChange={(m) =>
          m &&
          onThought({
            ...content,
            lines: [
              ...content.lines,
              {
                element: m,
                low: typed(0, liquor),
                likely: typed(liquor ? 0.5 : 1, liquor),
                high: typed(liquor ? 1 : 3, liquor),
                of: 'Whole',
              },
            ],
          })
        }
        w={240}
      />
      {content.part && (
        <TextInput
          label={`Share of the lot that is ${content.part}`}
          description="one number, or low–likely–high"
          value={content.partShare ?? ''}
          onChange={(e) => onThought({ ...content, partShare: e.currentTarget.value })}
          error={write.error?.of('partShare')}
          w={240}
        />
      )}
      {content.open && (
        <TextInput
          label="Lies open"
          description="share of the metals that a liquid reaches unbroken"
          value={content.open}
          onChange={(e) => onThought({ ...content, open: e.currentTarget.value })}
          error={write.error?.of('open')}
          w={240}
        />
      )}
      {content.liquor === 'Chloride' && (
        <LiquorState
          state={content.state}
          onChange={(state) => onThought({ ...content, state })}
          error={write.error?.at('state.nitrate')}
        />
      )}
      {(content.marks ?? []).length > 0 && (
        <MultiSelect
          label="It may also hold, or be"
          data={suspects}
          value={content.marks ?? []}
          onChange={(marks) => onThought({ ...content, marks })}
          w={300}
        />
      )}
      {last && !thought && (
        <span className="soft">
          {last.how === 'assay' ? 'assayed' : 'believed'}
          {last.pieces ? ` on ${last.pieces} pieces` : ''}: {last.reason}
        </span>
      )}
      {thought && (
        <form
          className={styles.row}
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            write.mutate({ content: thought, how, reason, pieces: pieces ? Number(pieces) : null });
          }}
        >
          <Select
            label="This is"
            data={[
              { value: 'guess', label: 'a better guess' },
              { value: 'assay', label: 'an assay' },
            ]}
            value={how}
            onChange={(v) => v && setHow(v)}
            allowDeselect={false}
            w={150}
          />
          {how === 'assay' && (
            <TextInput
              label="of how many pieces"
              placeholder="20 or more"
              inputMode="numeric"
              value={pieces}
              onChange={(e) => setPieces(e.currentTarget.value.replace(/\D/g, ''))}
              error={write.error?.of('pieces')}
              w={150}
            />
          )}
          <TextInput
            label="Where it comes from"
            placeholder={how === 'assay' ? 'fire assay by the assay office' : 'two tips dissolved'}
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
            error={write.error?.of('reason')}
            w={250}
          />
          <span className={styles.formKeys}>
            <button className="act" disabled={write.isPending}>
              Keep it
            </button>
            <button type="button" className="word" onClick={() => onThought(null)}>
              as it was
            </button>
          </span>
          <ProblemNote problem={write.error} shown={['reason', 'pieces']} />
        </form>
      )}
    </div>
  );
}
