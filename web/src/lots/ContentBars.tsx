import { useState } from 'react';
import type { FigureView, Schemas } from '../api/client';
import { Badge } from '../metal/Badge';
import { Fig } from '../metal/Fig';
import { Bar } from './Bar';
import { type Content, drawn, type End, moved, typed } from './contentText';
import styles from './lots.module.css';

/** What is said of the part that no line names. */
const restSays: Record<string, string> = {
  'metal of unknown kind': 'counted as copper in a plan, at the worst as aluminium',
  'no metal': 'board, plastic, ceramic, cloth: no acid takes it',
};

interface Props {
  lot: Schemas['LotView'];
  /** A content that is only thought of; null while the bars stand as believed. */
  thought: Content | null;
  /** Left out where the content cannot be believed anew. */
  onThought?: ((content: Content) => void) | undefined;
  /** Grams by the content that is thought of. */
  grams?: FigureView[] | undefined;
}

/** Low, likely and high of each metal on one scale, and the grams that come of it. */
export function ContentBars({ lot, thought, onThought, grams }: Props) {
  const [typing, setTyping] = useState<{ element: string; end: End; text: string } | null>(null);
  const liquor = lot.isLiquor;
  const content = thought ?? lot.typed;
  const move = (element: string, end: End, text: string) =>
    onThought?.({
      ...content,
      lines: content.lines.map((l) => (l.element === element ? moved(l, end, text) : l)),
    });
  return (
    <table className={styles.bars}>
      <thead>
        <tr>
          <th>metal</th>
          <th>{liquor ? 'in each litre' : 'share'}</th>
          <th>grams, 5–95 %</th>
        </tr>
      </thead>
      <tbody>
        {lot.content.map((c) => {
          const line = content.lines.find((l) => l.element === c.element);
          const now = thought ? (grams?.find((g) => g.label === c.element) ?? c.grams) : c.grams;
          const value = (end: End) => (line && drawn(line[end])) ?? c[`${end}Percent`];
          return (
            <tr key={c.element}>
              <th scope="row">
                <span className={styles.metal}>
                  <Badge element={c.element} /> {c.name}
                </span>
              </th>
              <td>
                {c.balance ? (
                  <span className="soft">the balance</span>
                ) : (
                  <div className={styles.barCell}>
                    <Bar
                      element={c.element}
                      name={c.name}
                      low={value('low')}
                      likely={value('likely')}
                      high={value('high')}
                      unit={liquor ? 'g/L' : '%'}
                      onMove={
                        onThought && line ? (end, x) => move(c.element, end, typed(x, liquor)) : undefined
                      }
                    />
                    <span className={styles.ends}>
                      {(['low', 'likely', 'high'] as const).map((end) =>
                        onThought && line ? (
                          <input
                            key={end}
                            aria-label={`${c.name}, ${end}`}
                            className={end === 'likely' ? styles.likelyText : styles.endText}
                            value={
                              typing?.element === c.element && typing.end === end ? typing.text : line[end]
                            }
                            onChange={(e) =>
                              setTyping({ element: c.element, end, text: e.currentTarget.value })
                            }
                            onBlur={() => {
                              if (typing) move(typing.element, typing.end, typing.text);
                              setTyping(null);
                            }}
                            onKeyDown={(e) => {
                              if (e.key === 'Enter') e.currentTarget.blur();
                              if (e.key === 'Escape') setTyping(null);
                            }}
                          />
                        ) : (
                          <span key={end} className={`figures ${end === 'likely' ? '' : 'soft'}`}>
                            {c[end]}
                          </span>
                        ),
                      )}
                      {c.of === 'Rest' && <span className="soft">of the rest</span>}
                      {c.of === 'Part' && <span className="soft">of the {content.part}</span>}
                    </span>
                  </div>
                )}
              </td>
              <td>
                <Fig f={now} />
              </td>
            </tr>
          );
        })}
        {lot.unknown && !thought && (
          <tr>
            <th scope="row">{lot.unknown.label}</th>
            <td className="soft">{restSays[lot.unknown.label] ?? 'carried, never taken as nothing'}</td>
            <td>
              <Fig f={lot.unknown} />
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
