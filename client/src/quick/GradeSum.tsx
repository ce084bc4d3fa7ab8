import { useState } from 'react';
import { useGrades, useRested } from '../frame/sums';

/** What used drives are worth, from what they say of themselves. The listing stays in this window: an address could not hold it. */
export function GradeSum() {
  const [text, setText] = useState('');
  const { data, error } = useGrades(useRested(text));
  return (
    <div className="stack qs">
      <label className="field-label" htmlFor="smart">
        SMART listing, smartctl --json -x, of one drive or several in a row
      </label>
      <textarea id="smart" className="inp mono" rows={6} value={text} onChange={(e) => setText(e.target.value)} />
      {error && <p className="err">{error.message}</p>}
      {data && text && (
        <>
          <p className="quiet">{data.sentence}</p>
          {data.drives.map((d, i) => (
            <section key={i} className="labelcard" aria-label={d.name}>
              <div className="row wrap">
                <b>{d.grade ? (d.grade.grade === 'reject' ? 'Reject' : `Grade ${d.grade.grade}`) : 'No grade'}</b>
                <span>{d.name}</span>
                {d.serial && <span className="quiet mono">{d.serial}</span>}
              </div>
              {!d.grade && <p className="quiet">It told nothing of its health.</p>}
              {d.grade && (
                <ul className="reasons">
                  {d.grade.reasons.map((r, j) => (
                    <li key={j}>
                      <b>{r.grade === 'reject' ? 'Reject' : r.grade}</b> {r.text}
                    </li>
                  ))}
                  {d.grade.doubts.map((t, j) => (
                    <li key={`d${j}`} className="quiet">
                      {t}
                    </li>
                  ))}
                </ul>
              )}
            </section>
          ))}
        </>
      )}
    </div>
  );
}
