import type { AimPicture, Policy } from '../../api/types';
import { plural } from '../../format/numbers';
import { POLICY_NAMES } from '../../frame/policies';

/** What each policy changes here, as sentences with the counts of this shelf and this evidence. */
export function Policies({ picture, policy }: { picture: AimPicture | undefined; policy: Policy }) {
  return (
    <section className="policies">
      <h3>
        What the policy changes
        {picture && (
          <span className="lab"> with this shelf and these {plural(picture.reports, 'report', 'reports')}</span>
        )}
      </h3>
      <dl>
        {(picture?.policies ?? []).map((p) => (
          <div key={p.policy} className={p.policy === policy ? 'on' : undefined}>
            <dt>
              {POLICY_NAMES[p.policy]}
              {p.policy === policy && <span className="spoken"> chosen</span>}
            </dt>
            <dd>{p.sentences.join(' ')}</dd>
          </div>
        ))}
      </dl>
      <p className="quiet">
        The policy changes severities, never facts. Every part off the list is named in the handover, with its evidence
        and the remark on warranty.
      </p>
    </section>
  );
}
