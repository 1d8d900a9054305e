import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { showRefusal } from '../app/refusal';
import { useWho } from '../app/who';
import type { Schemas } from './client';
import { newId } from './newId';
import { Problem } from './problem';

type Head = Schemas['Head'];

/** What belongs to one wish and not to one try: ids and the time are stamped when it is made, and stay however often it is sent. */
export interface Once {
  /** For what the wish makes: a lot, a plan. */
  id: string;
  /** When the wish was made, so many minutes ago of it: the time to be written. */
  ago: (minutes: number) => string | null;
}

const stamp = (wish: string) => {
  const at = Date.now();
  return {
    wish,
    entryId: newId(),
    once: {
      id: newId(),
      ago: (minutes: number) => (minutes > 0 ? new Date(at - minutes * 60000).toISOString() : null),
    } satisfies Once,
  };
};

/**
 * Writes one entry. The id is made once and kept until the entry is written, so that a retry never writes twice;
 * what was written makes all lists fresh.
 */
export function useWrite<Wish, Answer>(
  send: (head: Head, wish: Wish, once: Once) => Promise<Answer>,
  done?: (answer: Answer) => void,
  /** Version of the stream as this page shows it: what somebody else wrote since is told, never merged in silence. */
  seen: number | null = null,
) {
  const [who] = useWho();
  const made = useRef<ReturnType<typeof stamp> | null>(null);
  const queries = useQueryClient();
  return useMutation<Answer, Problem, Wish>({
    mutationFn: (wish) => {
      const text = JSON.stringify(wish);
      // Another wish is another entry; the same wish again is a retry of the same one.
      if (made.current?.wish !== text) made.current = stamp(text);
      const { entryId, once } = made.current;
      return send(
        { entryId, by: who, occurredAt: null, expectedVersion: seen, timeIsRight: false },
        wish,
        once,
      );
    },
    onSuccess: async (answer) => {
      made.current = null;
      await queries.invalidateQueries();
      done?.(answer);
    },
    onError: (problem) => {
      if (problem.status === 409) void queries.invalidateQueries();
      // Once it is drawn: this frame only hears of it.
      requestAnimationFrame(() => requestAnimationFrame(showRefusal));
    },
  });
}
