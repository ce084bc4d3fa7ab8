import { useHistory } from '../api/hooks';
import { day } from '../format/numbers';
import { plain } from './Saying';

/** Who did what, newest first. */
export function HistoryTable({ number, lastNumber, open }: { number: string; lastNumber: number; open: boolean }) {
  const rows = useHistory(number, lastNumber, open).data ?? [];
  return (
    <table>
      <tbody>
        {rows.map((r) => (
          <tr key={r.number}>
            <td className="num quiet">{r.number}</td>
            <td>
              <b>{r.who}</b> {plain(r.sentence)}
            </td>
            <td className="num quiet">{day(r.at)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
