import { useRef, useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './lots.module.css';

/** Pictures of a lot, for those who want them. */
export function Photos({ lot }: { lot: Schemas['LotView'] }) {
  const file = useRef<HTMLInputElement>(null);
  const [caption, setCaption] = useState('');
  const write = useWrite(
    async (head, wish: { caption: string; base64: string }) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/photos', {
          params: { path: { lotId: lot.id } },
          body: { head, ...wish },
        }),
      ),
    () => setCaption(''),
    lot.version,
  );
  const read = (picture: File) => {
    const reader = new FileReader();
    reader.onload = () =>
      write.mutate({ caption: caption || picture.name, base64: String(reader.result).split(',')[1] ?? '' });
    reader.readAsDataURL(picture);
  };
  return (
    <details className={styles.photos} open={lot.photos.length > 0}>
      <summary>{lot.photos.length > 0 ? 'Pictures' : 'A picture of it'}</summary>
      <ul>
        {lot.photos.map((p) => (
          <li key={p.id}>
            <a href={`/api/photos/${p.id}`} target="_blank" rel="noreferrer">
              <img src={`/api/photos/${p.id}`} alt={p.caption} />
            </a>
            {p.caption}
          </li>
        ))}
      </ul>
      <input
        value={caption}
        placeholder="what it shows"
        aria-label="what the picture shows"
        onChange={(e) => setCaption(e.currentTarget.value)}
      />
      <input
        ref={file}
        type="file"
        aria-label="picture"
        accept="image/jpeg,image/png,image/webp"
        onChange={(e) => {
          const picture = e.currentTarget.files?.[0];
          if (picture) read(picture);
        }}
      />
      <ProblemNote problem={write.error} />
    </details>
  );
}
