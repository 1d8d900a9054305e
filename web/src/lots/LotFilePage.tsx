import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { TableFile } from '../metal/TableFile';
import { LotsViews } from './LotsViews';

/** Lots as a table: out to a file, and in from one. All rows, or none. */
export function LotFilePage() {
  const [csv, setCsv] = useState('');
  const navigate = useNavigate();
  const write = useWrite(
    async (head, text: string) => unwrap(await api.POST('/api/lots/csv', { body: { head, csv: text } })),
    () => void navigate('/lots'),
  );
  return (
    <>
      <LotsViews />
      <h1>Lots as a file</h1>
      <TableFile
        out="/api/lots/csv"
        name="lots.csv"
        columns="code, title, amount, and any of material, plus_minus, pieces, thickness, content, balance, held_by, free_acid, part, marks, open, nitrate, denitrated, chlorine, sulphite, id"
        example={
          'code,title,amount,content,balance\nHL-12,clad pins,240 g,Au 0.2-0.4-0.9 %; Cu 60-70-80 % rest,Zn'
        }
        one="lot"
        many="lots"
        csv={csv}
        onCsv={setCsv}
        problem={write.error}
        pending={write.isPending}
        onSend={() => write.mutate(csv)}
      />
    </>
  );
}
