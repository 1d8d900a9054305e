import type { BooksQuery } from '../api/books';

/** A day as people write it. */
export const day = (at: string | null | undefined) =>
  at ? new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: '2-digit' }) : '';

/** The choice as it stands in an address. */
export const searchOf = (query: BooksQuery) =>
  new URLSearchParams(
    Object.entries(query).filter((e): e is [string, string] => typeof e[1] === 'string'),
  ).toString();
