import { Link } from 'react-router';
import { mbs } from '../format/numbers';
import { useSum, useRested, type SumProps } from '../frame/sums';

const EXAMPLE = '16GB 2Rx4 PC4-2400T-RB1-11\n2 × 8gb pc3l 12800 e\n32GB 2Rx8 PC5-4800B-SB0-1010-XT';

/** Labels of modules, one a line: what each says, what is missing, what can't be right. */
export function LabelSum({ params, set }: SumProps) {
  const text = params.get('labels') ?? '';
  const asked = useRested(text);
  const { data = [], error } = useSum('labels', { text: asked }, asked.trim() !== '');
  const good = data.filter((l) => !l.line.reading.problem && l.line.reading.isLabel);
  return (
    <div className="stack qs">
      <label className="field-label" htmlFor="labels">
        Labels, one a line
      </label>
      <textarea
        id="labels"
        className="inp mono"
        rows={4}
        value={text}
        placeholder={EXAMPLE}
        onChange={(e) => set({ labels: e.target.value })}
        autoFocus
      />
      {!text && (
        <p>
          <button type="button" className="btn o" onClick={() => set({ labels: EXAMPLE })}>
            Try these three
          </button>
        </p>
      )}
      {error && <p className="err">{error.message}</p>}
      {text &&
        data.map((l) => (
          <section key={l.line.line} className="labelcard" aria-label={`Line ${l.line.line}`}>
            <div className="row wrap">
              <b>
                {l.line.reading.count > 1 && `${l.line.reading.count} × `}
                {l.line.reading.isLabel ? l.long : 'No label of a module'}
              </b>
              <span className="mono quiet">{l.line.typed}</span>
            </div>
            {l.line.reading.problem && <p className="err">{l.line.reading.problem}</p>}
            {l.line.reading.isLabel && (
              <table>
                <tbody>
                  <Fact name="In full" value={<span className="mono">{l.written}</span>} />
                  <Fact name="Missing" value={l.line.reading.missing.join(', ') || 'nothing'} />
                  <Fact name="Supply" value={l.line.reading.milliVolt && `${l.line.reading.milliVolt / 1000} V`} />
                  <Fact name="Chips" value={l.dieGbit && `${Number(l.dieGbit.toFixed(2))} Gbit`} />
                  <Fact name="One channel" value={l.mBs && mbs(l.mBs)} />
                  <Fact
                    name="Latency"
                    value={
                      l.line.reading.casLatency &&
                      `${l.line.reading.casLatency} clocks${l.latencyNs ? `, ${l.latencyNs.toFixed(2)} ns` : ''}`
                    }
                  />
                  <Fact
                    name="Card, SPD"
                    value={
                      l.line.reading.details.rawCard &&
                      `layout ${l.line.reading.details.rawCard} revision ${l.line.reading.details.cardRevision}, SPD ${l.line.reading.details.spdWords ?? '?'}`
                    }
                  />
                  <Fact name="Maker’s own" value={l.line.reading.details.tail} />
                </tbody>
              </table>
            )}
            {l.line.reading.remarks.map((r) => (
              <p key={r} className="quiet small">
                {r}
              </p>
            ))}
          </section>
        ))}
      {good.length > 0 && (
        <div className="row wrap">
          <button type="button" className="btn o" onClick={() => set({ sum: 'board', modules: text })}>
            On a board
          </button>
          <Link className="btn go" to={`/begin?modules=${encodeURIComponent(text)}`}>
            Carry into a job
          </Link>
        </div>
      )}
    </div>
  );
}

function Fact({ name, value }: { name: string; value: React.ReactNode }) {
  if (value == null || value === '' || value === 0) return null;
  return (
    <tr>
      <td>{name}</td>
      <td>{value}</td>
    </tr>
  );
}
