import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { TableFile } from '../metal/TableFile';

/** The shelf as a table: out to a file, and bottles in from one. All rows, or none. */
export function FileForm() {
  const money = useMoney();
  const [csv, setCsv] = useState('');
  const navigate = useNavigate();
  const write = useWrite(
    async (head, text: string) => unwrap(await api.POST('/api/shelf/import', { body: { head, csv: text } })),
    () => void navigate('/shelf'),
  );
  return (
    <TableFile
      out="/api/shelf/export.csv"
      name="shelf.csv"
      columns="id, form, amount, and any of strength, strength_plus_minus, density, price, place, use_by, certificate, name"
      example={`id,form,amount,strength,price\nN-7,nitric-68,1 L,68 %,${money.text(90)}`}
      one="bottle"
      many="bottles"
      csv={csv}
      onCsv={setCsv}
      problem={write.error}
      pending={write.isPending}
      onSend={() => write.mutate(csv)}
    />
  );
}
