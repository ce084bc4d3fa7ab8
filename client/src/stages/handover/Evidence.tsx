import type { HandoverPage } from '../../api/types';

/** What was expected and what was seen, line by line, with who looked. */
export function Evidence({ page }: { page: HandoverPage }) {
  return (
    <>
      <h3>
        Expected and seen <span className="lab">{page.lines.length} lines</span>
      </h3>
      <table>
        <thead>
          <tr>
            <th>Where</th>
            <th>What</th>
            <th>expected</th>
            <th>seen</th>
            <th>by</th>
          </tr>
        </thead>
        <tbody>
          {page.lines.map((l, i) => (
            <tr key={i}>
              <td className="quiet">{l.screen}</td>
              <td>{l.what}</td>
              <td>{l.expected}</td>
              <td className={l.state === 'deviates' ? 'err' : ''}>
                <b>{l.seen ?? '–'}</b> {l.remark}
              </td>
              <td className="quiet">{l.by}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {page.leftAside && <p className="quiet">{page.leftAside}</p>}
    </>
  );
}
