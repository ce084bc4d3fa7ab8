import { useSearchParams } from 'react-router';
import { Page } from '../shelf/Page';
import { BoardSum } from './BoardSum';
import { LabelSum } from './LabelSum';
import { OsSum } from './OsSum';

const SUMS = [
  ['label', 'Read a label', 'what a module’s label says, and whether it can be right'],
  ['board', 'Modules on a board', 'what they clock at, which slot each goes into'],
  ['os', 'What the system shows', 'of so much memory'],
] as const;

/** The five-minute questions, outside any job. The address holds the inputs, so that a sum can be sent to somebody. */
export default function QuickSums() {
  const [params, setParams] = useSearchParams();
  const now = params.get('sum') ?? 'label';
  /** Changes inputs in the address; empty ones leave it. */
  const set = (more: Record<string, string>) => {
    const next = new URLSearchParams(params);
    for (const [k, v] of Object.entries(more))
      if (v) next.set(k, v);
      else next.delete(k);
    setParams(next, { replace: true });
  };
  return (
    <Page title="Quick sums" line="nothing is stored; the address holds what you typed">
      <div className="quick">
        <nav className="stack" aria-label="Quick sums">
          {SUMS.map(([key, name, what]) => (
            <button
              key={key}
              type="button"
              className="sumpick"
              aria-pressed={now === key}
              onClick={() => set({ sum: key })}
            >
              <b>{name}</b>
              <span className="quiet">{what}</span>
            </button>
          ))}
        </nav>
        {now === 'board' ? (
          <BoardSum params={params} set={set} />
        ) : now === 'os' ? (
          <OsSum params={params} set={set} />
        ) : (
          <LabelSum params={params} set={set} />
        )}
      </div>
    </Page>
  );
}
