import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { showRefusal } from '../app/refusal';
import { useWho } from '../app/who';
import type { Schemas } from './client';
import { Problem } from './problem';

type Head = Schemas['Head'];

/**
 * Writes one entry. The id is made once and kept until the entry is written, so that a retry never writes twice;
 * what was written makes all lists fresh.
 */
export function useWrite<Wish, Answer>(
  send: (head: Head, wish: Wish) => Promise<Answer>,
  done?: (answer: Answer) => void,
  /** Version of the stream as this page shows it: what somebody else wrote since is told, never merged in silence. */
  seen: number | null = null,
) {
  const [who] = useWho();
  const id = useRef<{ id: string; wish: string } | null>(null);
  const queries = useQueryClient();
  return useMutation<Answer, Problem, Wish>({
    mutationFn: (wish) => {
      const text = JSON.stringify(wish);
      // Another wish is another entry; the same wish again is a retry of the same one.
      if (id.current?.wish !== text) id.current = { id: crypto.randomUUID(), wish: text };
      return send({ entryId: id.current.id, by: who, occurredAt: null, expectedVersion: seen }, wish);
    },
    onSuccess: async (answer) => {
      id.current = null;
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
