import type { ReactNode } from 'react';
import styles from './container.module.css';

/** What a hazard does, as it stands under its picture. */
const words: Record<string, string> = {
  eats: 'eats skin, eyes, metal',
  'feeds-fire': 'feeds fire',
  flame: 'burns',
  gas: 'gas under pressure',
  harmful: 'harmful, irritates',
  lasting: 'harms for life',
  poison: 'poison',
  'water-life': 'kills water life',
};

/** Pictures within the square on its tip, 100 by 100. */
const pictures: Record<string, ReactNode> = {
  eats: (
    <>
      <path d="M24 68h22v6H24zM56 68h20l-4 6H58z" />
      <path d="M36 30l14 8-3 5-14-8zM35 46q4 7 0 10t-4-3zM62 34l-14 7 2 5 15-7zM64 48q4 7 0 10t-4-3z" />
    </>
  ),
  'feeds-fire': (
    <>
      <circle cx="50" cy="63" r="11" fill="none" strokeWidth="5" stroke="currentColor" />
      <path d="M50 50q-12-8-4-20 1 6 5 7-1-8 5-12 0 8 4 12t-2 13z" />
    </>
  ),
  flame: <path d="M50 76q-22-6-13-26 2 6 6 7-3-18 12-30-2 13 5 19 3-3 2-8 11 15 5 28-4 9-17 10z" />,
  gas: <path d="M28 62l36-28 8 10-36 28q-10 4-8-10zM66 32l5-4 8 10-5 4z" />,
  harmful: <path d="M46 26h8l-2 32h-4zM50 64a5 5 0 1 1 0 10 5 5 0 1 1 0-10z" />,
  lasting: (
    <>
      <circle cx="50" cy="31" r="8" />
      <path d="M34 74V52q0-9 9-10h14q9 1 9 10v22h-7V58l-9 6-9-6v16z" />
    </>
  ),
  poison: (
    <>
      <path d="M50 26q15 0 15 14 0 8-6 11v6H41v-6q-6-3-6-11 0-14 15-14zM44 38a4 4 0 1 0 0 8 4 4 0 1 0 0-8zm12 0a4 4 0 1 0 0 8 4 4 0 1 0 0-8z" />
      <path d="M32 60l36 14-2 5-36-14zM68 60L32 74l2 5 36-14z" />
    </>
  ),
  'water-life': (
    <>
      <path d="M40 68q10-12 26-4-12 12-26 4zM70 58l8-5v12z" />
      <path d="M22 74h56v3H22zM34 66V36h4v30zM36 44l-9-8 3-2 8 7zM37 52l10-9 2 3-10 9z" />
    </>
  ),
};

/** One hazard of what is in a container: a square on its tip, and what it means. */
export function Diamond({ name }: { name: string }) {
  return (
    <figure className={styles.diamond}>
      <svg viewBox="0 0 100 100" aria-hidden="true">
        <path className={styles.edge} d="M50 4L96 50 50 96 4 50z" />
        <g fill="currentColor" fillRule="evenodd">
          {pictures[name]}
        </g>
      </svg>
      <figcaption>{words[name] ?? name}</figcaption>
    </figure>
  );
}
