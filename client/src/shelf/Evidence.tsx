import { useEvidence, useSheets } from '../api/hooks';
import { plural } from '../format/numbers';
import { Page } from '../frame/Page';

/** The evidence book: logged outcomes with who and when, the counts, and what they mean under each policy. */
export default function Evidence() {
  const page = useEvidence().data;
  const sheets = useSheets().data ?? [];
  const named = (id: string) => {
    const sheet = sheets.find((s) => s.id === id);
    return sheet ? [sheet.maker, sheet.name].filter(Boolean).join(' ') : id;
  };
  return (
    <Page title="Evidence" line={plural(page?.records.length ?? 0, 'record', 'records')}>
      <h3>Counts, then the 90 % interval of the success rate</h3>
      <table>
        <thead>
          <tr>
            <th>Machine</th>
            <th>Parts</th>
            <th>worked</th>
            <th>interval</th>
            <th>last report</th>
          </tr>
        </thead>
        <tbody>
          {page?.counts.map((c) => (
            <tr key={c.machineId + c.part}>
              <td>{named(c.machineId)}</td>
              <td>{c.part}</td>
              <td>
                {c.works} of {c.works + c.fails}
              </td>
              <td>
                {Math.round(c.low * 100)} to {Math.round(c.high * 100)} %
              </td>
              <td className={c.lastFailed ? 'err' : ''}>{c.lastFailed ? 'failed' : 'worked'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="gap">Records</h3>
      <table>
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>Machine, firmware</th>
            <th className="num">Size</th>
            <th>Outcome</th>
            <th>Seen</th>
          </tr>
        </thead>
        <tbody>
          {page?.records.map((r) => (
            <tr key={r.id}>
              <td>{r.date}</td>
              <td>{r.who}</td>
              <td>
                {named(r.machineId)}, {r.firmware ?? 'firmware not noted'}
              </td>
              <td className="num">{r.driveTB ? `${r.driveTB} TB` : `${(r.capacityMiB ?? 0) / 1024} GB`}</td>
              <td className={r.outcome === 'fails' ? 'err' : ''}>{r.outcome.replaceAll('-', ' ')}</td>
              <td>{r.seen}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="gap">What a standing means</h3>
      <table>
        <thead>
          <tr>
            <th>Standing</th>
            <th>Listed</th>
            <th>Field-proven</th>
            <th>Sound</th>
          </tr>
        </thead>
        <tbody>
          {page?.policy.map((p) => (
            <tr key={p.standing}>
              <td>{p.standing}</td>
              <td>{p.listed ?? 'nothing said'}</td>
              <td>{p.fieldProven ?? 'nothing said'}</td>
              <td>{p.sound ?? 'nothing said'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Page>
  );
}
