import type { JobView } from '../../../api/types';
import { useActs } from '../../../frame/desk';
import { Typed } from '../../../frame/Typed';

/** The figures behind the chances, each with its default and source; a drive's own sheet wins over both. */
export function Figures({ job, onClose }: { job: JobView; onClose: () => void }) {
  const { apply } = useActs();
  const set = (key: string, typed: number | null) => {
    const factor = job.figures.find((f) => f.key === key)!.factor;
    apply({
      type: 'changeFields',
      subject: 'figures',
      to: { [key]: typed == null ? null : typed / factor } as never,
    });
  };
  return (
    <section className="sheet arrays" aria-label="Figures of drives">
      <div className="row wrap">
        <h3>Figures behind the chances</h3>
        <span className="quiet">For this job. What a drive’s own sheet tells wins over both columns.</span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      <table className="levels figures">
        <thead>
          <tr>
            <th>Figure</th>
            <th className="num">Default</th>
            <th>Your own</th>
            <th>Where the default comes from</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {job.figures.map((f) => (
            <tr key={f.key}>
              <td>{f.name}</td>
              <td className="num">{f.usualWords ?? `${Number(f.usual.toPrecision(4))} ${f.unit}`}</td>
              <td>
                <Typed id={`figure-${f.key}`} label={f.name} value={f.own} onDone={(n) => set(f.key, n)} />
              </td>
              <td className="wrap-text quiet">{f.source}</td>
              <td>
                {f.own != null && (
                  <button type="button" className="btn o" onClick={() => set(f.key, null)}>
                    Default
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
