import type { UseMutationResult } from '@tanstack/react-query';
import { Refusal } from '../../api/client';
import { useLeftOut, type Piece } from '../../api/hooks';
import { useDesk } from '../../frame/desk';

/** Why a capture was not taken. One of another machine can be taken all the same: a person may know that it is this one. */
export function NotTaken<P extends Piece>({ take }: { take: UseMutationResult<unknown, Error, P> }) {
  const left = useLeftOut(useDesk().job.number);
  const { error, variables } = take;
  const machine = error instanceof Refusal ? error.problem.machine : undefined;
  return (
    <>
      {error && <p className="err">{error.message}</p>}
      {machine && variables && (
        <div className="row">
          <button type="button" className="btn o" onClick={() => take.mutate({ ...variables, machine })}>
            It is this machine, take it
          </button>
        </div>
      )}
      {!error &&
        left.map((l) => (
          <p key={l.sentence} className="err">
            Left out: {l.sentence}
          </p>
        ))}
    </>
  );
}
