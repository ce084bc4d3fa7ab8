import type { JobView } from '../../../api/types';
import { group } from '../../../format/numbers';

type Figures = NonNullable<JobView['memory']>['planned'];

/** Interleave: length = share of the socket's memory, figure = channels; right the bandwidth. */
export function Bands({ memory }: { memory: NonNullable<JobView['memory']> }) {
  const sockets = memory.planned.interleave;
  if (sockets.length === 0)
    return <p className="quiet">Interleave is not known: the channels of this board are not told yet.</p>;
  return (
    <div>
      <h3>
        Interleave <span className="lab">on so many channels, MB/s</span>
      </h3>
      {sockets.map((s) => (
        <div key={s.socket} className="bands">
          <Line name={`${s.socket}, found`} figures={memory.found} socket={s.socket} />
          <Line name="planned" figures={memory.planned} socket={s.socket} strong />
        </div>
      ))}
    </div>
  );
}

function Line({ name, figures, socket, strong }: { name: string; figures: Figures; socket: string; strong?: boolean }) {
  const found = figures.interleave.find((i) => i.socket === socket);
  const total = found?.bands.reduce((sum, b) => sum + b.miB, 0) ?? 0;
  return (
    <div className="bandline">
      <span className="nm">{strong ? <b>{name}</b> : name}</span>
      <span className="band">
        {found?.bands.map((b) => (
          <span key={b.channels} style={{ flexGrow: b.miB }} title={`${b.miB / 1024} GiB on ${b.channels} channels`}>
            {b.channels}
          </span>
        ))}
        {(found?.bands.length ?? 0) > 1 && (
          <small>{found!.bands.map((b) => `${Math.round((100 * b.miB) / total)} % on ${b.channels}`).join(', ')}</small>
        )}
      </span>
      <span className="num">{found?.bandwidthMBs ? group(found.bandwidthMBs) : '–'}</span>
    </div>
  );
}
