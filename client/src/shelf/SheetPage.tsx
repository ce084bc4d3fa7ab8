import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useSheets } from '../api/hooks';
import type { MachineSheet } from '../api/types';
import { short } from '../format/numbers';
import { PlateBox } from '../frame/PlateBox';
import { Page } from '../frame/Page';
import { bare } from '../editor/bare';
import { factsOf } from './sheetFacts';

/** One machine sheet: its plate, what it says of every place, and its file. */
export default function SheetPage() {
  const { id } = useParams();
  const sheet = useSheets().data?.find((s) => s.id === id);
  if (!sheet)
    return (
      <Page title="Sheets" line="looking">
        {null}
      </Page>
    );
  return <OneSheet sheet={sheet} />;
}

function OneSheet({ sheet }: { sheet: MachineSheet }) {
  const [place, setPlace] = useState<string | null>(null);
  const { general, about } = factsOf(sheet);
  const shown = place ? about(place) : general;
  // A value in two fields is known when one of them tells it.
  const silent = shown
    .filter(([name, value]) => value == null && !(name === 'Top rate' && sheet.memory?.rates?.length))
    .map(([name]) => name);
  return (
    <Page title={`${sheet.maker ?? ''} ${sheet.name}`.trim()} line={sheet.draft ? 'draft' : 'machine sheet'}>
      <h1 className="print-only">{`${sheet.maker ?? ''} ${sheet.name}`}</h1>
      <div className="one-sheet">
        <PlateBox
          sheet={sheet}
          job={bare(sheet)}
          name="sheet"
          inks={['found', 'empty']}
          selected={place}
          onAct={(p) => setPlace(p === place ? null : p)}
        />
        <section className="stack facts" aria-live="polite">
          <h3>
            {place ? <span className="mono">{short(place)}</span> : 'The machine'}{' '}
            {place && (
              <button type="button" className="btn" onClick={() => setPlace(null)}>
                back to the machine
              </button>
            )}
          </h3>
          <table>
            <tbody>
              {shown
                .filter(([, value]) => value != null)
                .map(([name, value], i) => (
                  <tr key={`${name}${i}`}>
                    <td>{name}</td>
                    <td>{value}</td>
                  </tr>
                ))}
              {silent.length > 0 && (
                <tr>
                  <td className="quiet">Not known</td>
                  <td className="quiet">{silent.join('; ')}</td>
                </tr>
              )}
            </tbody>
          </table>
          <div className="row no-print">
            <a className="btn o" href={`/api/sheets/${encodeURIComponent(sheet.id)}`} download={`${sheet.id}.json`}>
              Export
            </a>
            <button type="button" className="btn o" onClick={() => print()}>
              Print
            </button>
            <Link className="btn o" to={`/sheets/${sheet.id}/edit`}>
              Edit
            </Link>
          </div>
        </section>
      </div>
    </Page>
  );
}
