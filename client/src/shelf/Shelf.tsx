import { useState } from 'react';
import { useShelf } from '../api/hooks';
import { euro, plural } from '../format/numbers';
import { Page } from './Page';

/** The shelf: every part with its stock, where it lies, and its price. */
export default function Shelf() {
  const [text, setText] = useState('');
  const parts = useShelf(text).data ?? [];
  return (
    <Page title="Shelf" line={plural(parts.length, 'part', 'parts')}>
      <input
        className="inp search"
        aria-label="Search the shelf"
        placeholder="32 reg 4800"
        value={text}
        onChange={(e) => setText(e.target.value)}
        autoFocus
      />
      <table>
        <thead>
          <tr>
            <th>Part</th>
            <th>Maker</th>
            <th>Part number</th>
            <th>Lies in</th>
            <th className="num">here</th>
            <th className="num">each</th>
            <th className="num">per GiB</th>
            <th className="num">price of</th>
          </tr>
        </thead>
        <tbody>
          {parts.map((p) => (
            <tr key={p.id}>
              <td>{p.module.long}</td>
              <td>{p.module.maker}</td>
              <td className="mono">{p.module.partNumber}</td>
              <td>{p.liesIn}</td>
              <td className="num">{p.inStock}</td>
              <td className="num">{euro(p.priceEur)}</td>
              <td className="num">
                {p.priceEur != null && p.module.capacityMiB
                  ? euro(Math.round((p.priceEur / (p.module.capacityMiB / 1024)) * 100) / 100)
                  : '–'}
              </td>
              <td className="num quiet">{p.priceDate}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {parts.length === 0 && <p className="quiet">Nothing on the shelf reads like “{text}”.</p>}
    </Page>
  );
}
