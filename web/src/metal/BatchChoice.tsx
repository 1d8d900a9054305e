import { Select } from '@mantine/core';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';

/** Which batch the page is about. */
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
  return (
    <Select
      label="Batch"
      data={batches.map((b) => ({
        value: b.id,
        label: `${b.code} of ${b.lotCode}${b.closedAt ? ', closed' : ''}`,
      }))}
      value={chosen}
      onChange={(v) => v && void navigate(`${place}/${v}`)}
      allowDeselect={false}
    />
  );
}
