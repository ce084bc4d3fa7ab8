import type { BootSchool } from '../../../api/types';

/** Schools of what a system starts from, with what each gets and pays, and whether this machine can. */
export function BootSchools({ schools }: { schools: BootSchool[] }) {
  return (
    <>
      <h4>Schools, side by side</h4>
      <table className="levels controllers schools" aria-label="Schools of boot drives">
        <thead>
          <tr>
            <th>School</th>
            <th>Gets</th>
            <th>Pays</th>
            <th>Here</th>
          </tr>
        </thead>
        <tbody>
          {schools.map((s) => (
            <tr key={s.key} className={s.isPlanned ? 'now' : ''}>
              <td>
                <b>{s.name}</b>
                {s.isPlanned && <div className="quiet">as it stands</div>}
              </td>
              <td>{s.gets}</td>
              <td>{s.pays}</td>
              <td className={s.can === false ? 'quiet' : ''}>
                {s.can === false ? 'no: ' : s.can == null ? 'not known: ' : ''}
                {s.here}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet small">
        Common practice, no source. Smaller machines mostly share, larger ones keep it apart.
      </p>
    </>
  );
}
