import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useLayoutEffect, useRef } from 'react';
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

// While what this page itself wrote is still being read again. A key that is pressed then goes by what comes of it, and is not told that
// somebody else wrote in between.
let rereading: Promise<unknown> | null = null;

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

// Until what was read again is drawn; a line that hangs holds nobody for long.
const drawn = async (reread: Promise<unknown>) => {
  await Promise.race([reread, wait(2000)]);
  await wait(30);
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
  const shown = useRef(seen);
  useLayoutEffect(() => {
    shown.current = seen;
  }, [seen]);
  return useMutation<Answer, Problem, Wish>({
    mutationFn: async (wish) => {
      const text = JSON.stringify(wish);
      // Another wish is another entry; the same wish again is a retry of the same one.
      if (made.current?.wish !== text) made.current = stamp(text);
      const { entryId, once } = made.current;
      if (rereading) await drawn(rereading);
      return send(
        { entryId, by: who, occurredAt: null, expectedVersion: shown.current, timeIsRight: false },
        wish,
        once,
      );
    },
    onSuccess: async (answer) => {
      made.current = null;
      const reread = queries.invalidateQueries();
      rereading = reread;
      await reread;
      if (rereading === reread) rereading = null;
      done?.(answer);
    },
    onError: (problem) => {
      if (problem.status === 409) void queries.invalidateQueries();
      // Once it is drawn: this frame only hears of it.
      requestAnimationFrame(() => requestAnimationFrame(showRefusal));
    },
  });
}
