import { useMemo, useState } from 'react';
import { useNavigationType, useSearchParams } from 'react-router';
import { Page } from '../frame/Page';
import { ArraySum } from './ArraySum';
import { BackupSum } from './BackupSum';
import { BoardSum } from './BoardSum';
import { BootSum } from './BootSum';
import { CacheSum } from './CacheSum';
import { ClockSum } from './ClockSum';
import { FillSum } from './FillSum';
import { GradeSum } from './GradeSum';
import { LabelSum } from './LabelSum';
import { LaneSum } from './LaneSum';
import { OsSum } from './OsSum';
import { RebuildSum } from './RebuildSum';
import type { SumProps } from '../frame/sums';

/** Key in the address, name, what it answers, and its form. */
const SUMS: [string, string, string, (props: SumProps) => React.ReactNode][] = [
  ['label', 'Read a label', 'what a module’s label says, and whether it can be right', LabelSum],
  ['clock', 'What will it clock at', 'modules, a processor, so many in a channel', ClockSum],
  ['fill', 'Which slots first', 'so many modules alike on a board', FillSum],
  ['board', 'Modules on a board', 'these very modules: slot by slot, rate, what stays out', BoardSum],
  ['os', 'What the system shows', 'of so much memory', OsSum],
  ['array', 'Drives in an array', 'size, what it survives, hours to rebuild, risk', ArraySum],
  ['rebuild', 'Hours to rebuild', 'one drive, and what may go wrong meanwhile', RebuildSum],
  ['cache', 'Cache worth it?', 'hits and latency against its size', CacheSum],
  ['boot', 'Boot drive life', 'wear and space, in years', BootSum],
  ['backup', 'Backup before opening', 'hours, and the media it fills', BackupSum],
  ['lane', 'One lane, how fast', 'drives behind a card, a faster network', LaneSum],
  ['grade', 'Used drive', 'its grade from a pasted SMART listing', GradeSum],
];

/** The five-minute questions, outside any job. The address holds the inputs, so that a sum can be sent to somebody. */
export default function QuickSums() {
  const [search, setSearch] = useSearchParams();
  const arrived = useNavigationType();
  // The address follows the typing a moment later; what is typed counts at once, or quick fingers would lose letters.
  const [text, setText] = useState(search.toString());
  const [before, setBefore] = useState(search);
  if (search !== before) {
    setBefore(search);
    if (arrived !== 'REPLACE') setText(search.toString());
  }
  const params = useMemo(() => new URLSearchParams(text), [text]);
  const now = params.get('sum') ?? 'label';
  const Sum = SUMS.find(([key]) => key === now)?.[3] ?? LabelSum;
  /** Changes inputs in the address; empty ones leave it. */
  const set = (more: Record<string, string>) => {
    const next = new URLSearchParams(text);
    for (const [k, v] of Object.entries(more))
      if (v) next.set(k, v);
      else next.delete(k);
    setText(next.toString());
    setSearch(next, { replace: true });
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
        <Sum params={params} set={set} />
      </div>
    </Page>
  );
}
