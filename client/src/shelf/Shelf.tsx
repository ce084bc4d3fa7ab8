import { useState } from 'react';
import { Link } from 'react-router';
import { useShelf } from '../api/hooks';
import type { ShelfPart } from '../api/types';
import { euro, group, moreThan } from '../format/numbers';
import { Import } from '../editor/Import';
import { Page } from '../frame/Page';
import { Looking } from '../frame/Looking';

/** Kinds of parts with the word that finds them; a chosen one is typed before the rest. */
const KINDS = [
  ['modules', 'module'],
  ['hard disks', 'hdd'],
  ['flash', 'ssd'],
  ['controllers', 'controller'],
  ['network', 'network'],
  ['carriers', 'carrier'],
  ['processors', 'cpu'],
  ['cables', 'cable'],
  ['trays', 'tray'],
] as const;

const MOST = 200;

/** The shelf: every part with its stock, where it lies, and its price. */
export default function Shelf() {
  const [text, setText] = useState('');
  const [kind, setKind] = useState('');
  const words = `${kind} ${text}`.trim();
  const { found, away } = useShelf({ words, most: MOST });
  const total = found?.total;
  return (
    <Page title="Shelf" line={total === undefined ? '' : `${group(total)} ${total === 1 ? 'part' : 'parts'}`}>
      <input
        className="inp search"
        aria-label="Search the shelf"
        placeholder="32 reg 4800"
        value={text}
        onChange={(e) => setText(e.target.value)}
        autoFocus
      />
      <div className="row no-print shelf-tools">
        <Link className="btn go" to={`/shelf/new?label=${encodeURIComponent(text)}`}>
          New part
        </Link>
        <Link className="btn o" to="/shelf/list">
          Take in a list
        </Link>
        <a className="btn o" href="/api/shelf.csv" download="shelf.csv">
          All as CSV
        </a>
        <Import />
      </div>
      <div className="kinds no-print" role="group" aria-label="Kinds of parts">
        {KINDS.map(([name, word]) => (
          <button
            key={word}
            type="button"
            className="btn o"
            aria-pressed={kind === word}
            onClick={() => setKind(kind === word ? '' : word)}
          >
            {name}
          </button>
        ))}
      </div>
      <table>
        <thead>
          <tr>
            <th>Part</th>
            <th>Maker</th>
            <th>Part number</th>
            <th>Lies in</th>
            <th className="num">here</th>
            <th className="num">each</th>
            <th className="num">per GiB or TB</th>
            <th className="num">price of</th>
          </tr>
        </thead>
        <tbody>
          {found?.parts.map((p) => (
            <tr key={p.part.id}>
              <td>
                <Link className="link" to={`/shelf/${p.part.id}`}>
                  {p.long}
                </Link>
              </td>
              <td>{p.maker}</td>
              <td className="mono">{p.number}</td>
              <td>{p.part.liesIn}</td>
              <td className="num">{p.part.inStock}</td>
              <td className="num">{euro(p.part.priceEur)}</td>
              <td className="num">{perUnit(p.part)}</td>
              <td className="num quiet">{p.part.priceDate}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {!found && <Looking away={away} />}
      {total === 0 && (
        <p className="quiet">
          {words
            ? `Nothing on the shelf reads like “${words}”.`
            : 'The shelf is empty: begin with a new part, or take in a list.'}
        </p>
      )}
      {found && moreThan(found) && <p className="quiet">The first {moreThan(found)}.</p>}
    </Page>
  );
}

/** Price by what a part is bought for: a GiB of memory, a TB of space. */
function perUnit({ priceEur, module, drive }: ShelfPart): string {
  const of = module?.capacityMiB ? module.capacityMiB / 1024 : drive?.bytes ? drive.bytes / 1e12 : null;
  return priceEur != null && of ? euro(Math.round((priceEur / of) * 100) / 100) : '–';
}
