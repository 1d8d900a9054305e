import type { BooksQuery } from '../api/books';

/** The choice as it stands in an address. */
export const searchOf = (query: BooksQuery) =>
  new URLSearchParams(
    Object.entries(query).filter((e): e is [string, string] => typeof e[1] === 'string'),
  ).toString();
