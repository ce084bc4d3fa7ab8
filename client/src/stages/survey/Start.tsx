import { useState } from 'react';
import { useTakeCapture } from '../../api/edits';
import { useSheets } from '../../api/hooks';
import { useDesk } from '../../frame/desk';
import { SheetSelect } from '../../frame/SheetSelect';
import { NotTaken } from './NotTaken';
import { PasteField } from './PasteField';

/** A job without a machine yet: paste a capture, or take a sheet from the shelf. */
export function Start() {
  const { job, apply } = useDesk();
  const sheets = useSheets().data ?? [];
  const take = useTakeCapture(job.number);
  const [chosen, setChosen] = useState('');
  return (
    <main className="field" id="field" tabIndex={-1}>
      <div className="table-page start">
        <section className="stack">
          <h3>Paste what the machine says of itself</h3>
          <p className="quiet">
            <code className="mono">dmidecode; cat /proc/meminfo</code> as administrator, or the archive that{' '}
            <a href="/collect.sh" download>
              collect.sh
            </a>{' '}
            makes: plain shell, reads only, asks first. Irvak finds the sheet on the shelf, or drafts one.
          </p>
          <PasteField
            onTake={(pieces) => pieces.forEach((p) => take.mutate({ ...p, phase: 'before' }))}
            busy={take.isPending}
          />
          <NotTaken take={take} />
        </section>
        <section className="stack">
          <h3>Or take a sheet from the shelf</h3>
          <SheetSelect value={chosen} onChange={setChosen} />
          <div>
            <button
              type="button"
              className="btn o"
              disabled={!chosen}
              onClick={() => {
                const sheet = sheets.find((s) => s.id === chosen);
                if (sheet) apply({ type: 'adoptSheet', sheet });
              }}
            >
              Take this sheet
            </button>
          </div>
        </section>
      </div>
    </main>
  );
}
