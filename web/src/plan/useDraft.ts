import { useLocalStorage } from '@mantine/hooks';
import type { Schemas } from '../api/client';

export interface PlanDraft {
  amount: string;
  options: Record<string, Record<string, string>>;
  bottles: Schemas['BottleRequest'][] | null;
}

/** What was chosen for a lot, kept on this machine until its batch starts: a refresh loses nothing. */
export function useDraft(
  lotId: string,
  lot: Schemas['LotListItem'] | undefined,
): [PlanDraft, (draft: PlanDraft | null) => void] {
  const [kept, setKept, forget] = useLocalStorage<PlanDraft | null>({
    key: `spolium-way-${lotId}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const draft = kept ?? {
    amount: lot ? `${Number((lot.leftValue || lot.amountValue).toFixed(3))} g` : '',
    options: {},
    bottles: null,
  };
  return [draft, (next) => (next ? setKept(next) : forget())];
}
