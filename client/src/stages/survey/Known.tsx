import type { ToldFact } from '../../api/types';
import { answerWords } from './words';

/** What is known of the machine as a whole; a row that an answer changes is pressed to put it right. */
export function Known({
  list,
  chosen,
  onChoose,
}: {
  list: readonly ToldFact[];
  chosen: string | null;
  onChoose: (path: string) => void;
}) {
  if (list.length === 0) return <p className="quiet">Nothing of the machine as a whole yet.</p>;
  return (
    <table className="known">
      <tbody>
        {list.map((f) => (
          <tr key={f.path} className={chosen === f.path ? 'sel' : undefined}>
            <td>{f.name}</td>
            <td>
              {f.ask ? (
                <button type="button" className="link" title="Put it right" onClick={() => onChoose(f.path)}>
                  {answerWords(f.value, f.ask)}
                </button>
              ) : (
                f.value
              )}
            </td>
            <td className="quiet" title={f.by}>
              <span>{f.by}</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
