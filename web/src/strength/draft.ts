import type { Schemas } from '../api/client';

export type Request = Schemas['StrengthRequest'];
export type Then = Schemas['ThenRequest'];

/** What was typed on the Strength page; kept on this machine, so that a refresh loses nothing. */
export interface Draft {
  request: Request;
  then: Then;
  wants: boolean;
}

export const fresh: Draft = {
  request: {
    solute: 'HNO3',
    by: 'Weighed',
    mass: '',
    volume: '50 mL',
    vessel: 'cylinder',
    temperature: '',
    hydrometer: '',
    scale: 'GramsPerMl',
    label: '',
    unit: 'MassPercent',
  },
  then: { kind: 'Dilute', target: '', amount: '', weaker: '', ratio: '1 to 1', parts: [] },
  wants: true,
};

/** True once all that the way of knowing needs was typed. */
export function complete(r: Request): boolean {
  const has = (s: string | null | undefined) => !!s && s.trim().length > 0;
  switch (r.by) {
    case 'Weighed':
      return has(r.mass) && has(r.volume) && has(r.temperature);
    case 'Hydrometer':
      return has(r.hydrometer) && has(r.temperature);
    case 'Label':
      return has(r.label);
    default:
      return has(r.bottleId);
  }
}

/** What is wanted of it, or nothing while that is not said. */
export function wish(t: Then): Then | null {
  const has = (s: string | null | undefined) => !!s && s.trim().length > 0;
  if (t.kind === 'Ratio') return has(t.ratio) ? t : null;
  if (t.kind === 'Make') return has(t.target) && has(t.amount) ? t : null;
  if (t.kind === 'Blend') return has(t.target) && (t.parts?.length ?? 0) > 0 ? t : null;
  return has(t.target) ? t : null;
}
