import { Select } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useBatchesWith } from '../api/batches';
import type { Schemas } from '../api/client';

/** Which batch the page is about; of a shop of many years, those that have the typed word. */
export function BatchChoice({
  place,
  batches,
  chosen,
}: {
  place: string;
  batches: Schemas['BatchListItem'][];
  chosen: string;
}) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [word] = useDebouncedValue(typed, 200);
  const found = useBatchesWith(batches.some((b) => said(b) === word) ? '' : word);
  const all = [...batches, ...(found.data ?? []).filter((b) => batches.every((x) => x.id !== b.id))];
  return (
    <Select
      label="Batch"
      data={all.map((b) => ({ value: b.id, label: said(b) }))}
      value={chosen}
      onChange={(v) => v && void navigate(`${place}/${v}`)}
      allowDeselect={false}
      searchable={batches.length > 20}
      searchValue={batches.length > 20 ? typed : undefined}
      onSearchChange={setTyped}
      nothingFoundMessage="no batch has that"
    />
  );
}

const said = (b: Schemas['BatchListItem']) =>
  `${b.code} of ${b.lotCode}${b.closedAt ? ', closed' : ''}${b.foreign ? ', of another shop' : ''}`;
