import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { newId } from '../api/newId';
import { api } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { TableFile } from '../metal/TableFile';

/** A price list in from a table. */
export function PricesFile() {
  const money = useMoney();
  const [csv, setCsv] = useState('');
  const [title, setTitle] = useState('');
  const [id, setId] = useState(() => newId());
  const write = useWrite(
    async (head, wish: { id: string; title: string; csv: string }) =>
      unwrap(await api.POST('/api/prices/csv', { body: { head, ...wish } })),
    () => {
      setCsv('');
      setTitle('');
      setId(newId());
    },
  );
  return (
    <TableFile
      out="/api/prices/csv"
      name="prices.csv"
      columns="kind, item, price, and any of paid, charge, as_it_is, held"
      example={`kind,item,price,paid,charge\nmetal,Ag,${money.text(11.2)},92 %,${money.text(0.25)}\nwork,hands,${money.text(55)}`}
      one="price"
      many="prices"
      csv={csv}
      onCsv={setCsv}
      problem={write.error}
      pending={write.isPending}
      onSend={() => write.mutate({ id, title, csv })}
    >
      <TextInput
        label="Name of the list"
        value={title}
        onChange={(e) => setTitle(e.currentTarget.value)}
        w={360}
      />
    </TableFile>
  );
}
