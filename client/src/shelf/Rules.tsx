import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { useRules } from '../api/hooks';
import { Mark, WORD } from '../frame/Mark';
import { plural } from '../format/numbers';
import { Holed } from './Holed';
import { Page } from '../frame/Page';

/** Every rule with its reason, source and basis: the same text that stands behind Why. */
export default function Rules() {
  const rules = useRules().data ?? [];
  const { hash } = useLocation();
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [hash, rules.length]);
  return (
    <Page title="Rules" line={plural(rules.length, 'rule', 'rules')}>
      <table>
        <thead>
          <tr>
            <th>Code</th>
            <th>Severity</th>
            <th>Sentence</th>
            <th>Why</th>
            <th>Source</th>
            <th>Basis</th>
          </tr>
        </thead>
        <tbody>
          {rules.map((r) => (
            <tr key={r.code} id={r.code} className={hash === `#${r.code}` ? 'on' : ''}>
              <td className="mono">{r.code}</td>
              <td>
                <span className="mkline">
                  <Mark severity={r.severity} /> {WORD[r.severity]}
                </span>
              </td>
              <td>
                <Holed sentence={r.sentence} />
              </td>
              <td>{r.reason}</td>
              <td>{r.source}</td>
              <td>{r.basis}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Page>
  );
}
