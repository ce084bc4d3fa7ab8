import { lazy, Suspense, type ComponentProps } from 'react';
import { person, useAsking } from '../api/person';

const HelpDialog = lazy(() => import('./HelpDialog'));
const WhoDialog = lazy(() => import('./WhoDialog'));

/** Dialogs are fetched when they are first opened, so that the first page stays light. */
export function Help(props: ComponentProps<typeof HelpDialog>) {
  return (
    props.open && (
      <Suspense>
        <HelpDialog {...props} />
      </Suspense>
    )
  );
}

/** Asks for the name wherever something waits for it. */
export function Who() {
  const open = useAsking();
  return (
    open && (
      <Suspense>
        <WhoDialog open onClose={person.leave} />
      </Suspense>
    )
  );
}
