import { useLocalStorage } from '@mantine/hooks';
import type { Schemas } from '../api/client';

export interface PlanDraft {
  amount: string;
  /** The methods of the way that was chosen; null takes the one that leaves most over. */
  methods: string[] | null;
  /** The steps are being put together by hand. */
  own?: boolean;
  /** Ways that stand beside each other; null takes the best. */
  wanted?: string[] | null;
  /** The saved plan that it is. */
  planId?: string | null;
  /** By step id. */
  options: Record<string, Record<string, string>>;
  bottles: Schemas['BottleRequest'][] | null;
}

/** What was chosen for a lot, kept on this machine until its batch starts: a refresh loses nothing. */
export function useDraft(
  lotId: string,
  lot: Schemas['LotListItem'] | undefined,
): [PlanDraft, (draft: PlanDraft | null) => void] {
  const [kept, setKept, forget] = useLocalStorage<PlanDraft | null>({
    key: `spolium-plan-${lotId}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const unit = lot?.liquor ? 'mL' : 'g';
  const draft = kept ?? {
    amount: lot ? `${Number((lot.leftValue || lot.amountValue).toFixed(3))} ${unit}` : '',
    methods: null,
    options: {},
    bottles: null,
  };
  return [draft, (next) => (next ? setKept(next) : forget())];
}
