import { useDesk } from './desk';

/** Says on paper what the head says on the screen: which job, which machine, which list. */
export function PrintHead({ what }: { what: string }) {
  const { job } = useDesk();
  return (
    <header className="print-only print-head">
      <h1>{job.title}</h1>
      <p>
        {what} · Job {job.number} · {[job.sheet?.maker, job.sheet?.name].filter(Boolean).join(' ')}
        {job.system.serial && `, serial ${job.system.serial}`}
      </p>
    </header>
  );
}
