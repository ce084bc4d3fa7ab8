import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { person } from '../api/person';
import { PlainHead } from './PlainHead';
import { useKeys } from './keys';
import { Who } from './dialogs';

/** A page outside of any job. */
export function Page({ title, line, children }: { title: string; line: string; children: ReactNode }) {
  const navigate = useNavigate();
  useKeys([{ key: '0', what: 'back to the bench', run: () => void navigate('/') }]);
  return (
    <div className="frame plainpage">
      <PlainHead title={title} line={line} onWho={person.ask} />
      <main className="field wide-field" id="field">
        <div className="table-page" tabIndex={0} role="region" aria-label={title}>
          {children}
        </div>
      </main>
      <Who />
    </div>
  );
}
