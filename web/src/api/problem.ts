/** What is wrong with one field: why, and what would be right. */
export interface FieldError {
  field: string;
  reason: string;
  wayOut: string;
  /** The number that would agree, with its unit, where a usual slip explains the refused one. */
  becomes?: string | null;
}

export const wordsOf = (wrong: FieldError | undefined) => wrong && `${wrong.reason}: ${wrong.wayOut}`;

/** A refusal of the server, as problem details. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly fields: FieldError[],
    readonly since: string[],
  ) {
    super(title);
  }

  /** What is wrong with one field, or nothing. */
  at(field: string): FieldError | undefined {
    return this.fields.find((f) => f.field === field);
  }

  /** Words for one field, or nothing. */
  of(field: string): string | undefined {
    return wordsOf(this.at(field));
  }
}

/** The shop answered, and what was asked for is not there or not allowed: what stood on the page no longer holds. No answer is another thing. */
export const said = (error: Error | null): boolean =>
  error instanceof Problem && error.status >= 400 && error.status < 500;

/** Gives the data of an answer, or throws its problem. */
export function unwrap<T>(answer: { data?: T; error?: unknown; response: Response }): T {
  if (answer.data !== undefined && answer.response.ok) return answer.data;
  const p = (answer.error ?? {}) as { title?: string; errors?: FieldError[]; since?: string[] };
  throw new Problem(
    answer.response.status,
    p.title ?? 'The shop does not answer as expected. Nothing was written.',
    Array.isArray(p.errors) ? p.errors : [],
    p.since ?? [],
  );
}
