import { lazy, Suspense, type ComponentProps } from 'react';

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

export function Who(props: ComponentProps<typeof WhoDialog>) {
  return (
    props.open && (
      <Suspense>
        <WhoDialog {...props} />
      </Suspense>
    )
  );
}
