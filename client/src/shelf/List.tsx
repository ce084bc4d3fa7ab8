import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, unwrap } from '../api/client';
import type { ListRequest } from '../api/types';
import { Page } from '../frame/Page';
import { ColumnMeanings } from '../frame/ColumnMeanings';

type Column = ListRequest['columns'][number];
const MEANINGS: [Column, string][] = [
  ['none', 'not needed'],
  ['id', 'short name'],
  ['description', 'description or label'],
  ['number', 'part number or model'],
  ['maker', 'maker'],
  ['stock', 'pieces'],
  ['liesIn', 'lies in'],
  ['price', 'price'],
  ['priceDate', 'price of'],
  ['priceSource', 'who asks it'],
];

/** A stock or price list: what each column means, what each line would do, and all or nothing. */
export default function List() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [columns, setColumns] = useState<Column[]>([]);
  const [settled, setSettled] = useState({ text, columns });
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled({ text, columns }), 250);
    return () => window.clearTimeout(timer);
  }, [text, columns]);
  const preview = useQuery({
    queryKey: ['list', settled],
    enabled: settled.text.trim().length > 0,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () => unwrap(await api.POST('/api/shelf/list/preview', { body: settled })),
  });
  const take = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/shelf/list', { body: { text, columns } })),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['shelf'] });
      void navigate('/shelf');
    },
  });
  const change = (to: string) => {
    setText(to);
    setColumns([]);
  };
  const seen = text.trim() ? preview.data : undefined;
  return (
    <Page title="A list for the shelf" line="stock or prices, as CSV">
      <textarea
        className="inp"
        rows={6}
        aria-label="The list"
        placeholder={'description;in stock;price\n16GB 2Rx4 PC4-2400T-R;8;32,00'}
        spellCheck={false}
        value={text}
        onChange={(e) => change(e.target.value)}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          const file = e.dataTransfer.files[0];
          if (!file) return;
          e.preventDefault();
          void file.text().then(change);
        }}
      />
      <p aria-live="polite" className={seen ? '' : 'quiet'}>
        {preview.error && text.trim()
          ? preview.error.message
          : (seen?.sentence ??
            'The first line names the columns. A known part takes stock, place and price; a new one is read from its description.')}
      </p>
      {seen && (
        <>
          <table aria-label="What the columns mean">
            <ColumnMeanings
              columns={seen.columns}
              meanings={MEANINGS}
              now={seen.meanings as Column[]}
              onChange={setColumns}
            />
          </table>
          <table>
            <thead>
              <tr>
                <th className="num">line</th>
                <th>as written</th>
                <th>becomes</th>
              </tr>
            </thead>
            <tbody>
              {seen.lines.map((l) => (
                <tr key={l.line}>
                  <td className="num">{l.line}</td>
                  <td className="mono">{l.text}</td>
                  <td className={l.problem ? 'err' : l.isNew ? 'chg' : ''}>
                    {l.problem ?? `${l.becomes}${l.isNew ? ', new' : ''}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {take.error && <p className="err">{take.error.message}</p>}
      <div className="row">
        <button
          type="button"
          className="btn go"
          disabled={!seen || seen.wrong > 0 || seen.count === 0 || take.isPending}
          onClick={() => take.mutate()}
        >
          Take all {seen?.count ?? ''} lines
        </button>
        <Link className="btn o" to="/shelf">
          Leave
        </Link>
        {seen && seen.wrong > 0 && <span className="quiet">All or nothing: mend what is wrong first.</span>}
      </div>
    </Page>
  );
}
