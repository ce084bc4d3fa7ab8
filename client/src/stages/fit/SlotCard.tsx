import type { JobView } from '../../api/types';

/** Prints the card alone. */
export function printCard() {
  document.body.classList.add('printing-card');
  const back = () => document.body.classList.remove('printing-card');
  window.addEventListener('afterprint', back, { once: true });
  print();
}

/** A card to cut out and lay into the machine: which module sits in which slot. Seen in print only. */
export function SlotCard({ job }: { job: JobView }) {
  const sheet = job.sheet!;
  return (
    <div className="slotcard" aria-hidden="true">
      <div className="cut">
        <b>
          {sheet.maker} {sheet.name}
        </b>{' '}
        {job.system.serial && <>serial {job.system.serial} · </>}job {job.number} · {job.memory!.planned.rate.words}
        {sheet.sockets
          ?.filter((s) => job.planned[`socket:${s.id}`])
          .map((socket) => (
            <table key={socket.id}>
              <caption>{socket.id}</caption>
              <tbody>
                {sheet.channels
                  ?.filter((c) => c.socket === socket.id)
                  .map((c) => (
                    <tr key={c.id}>
                      <th>{c.id}</th>
                      {c.slots.map((slot) => {
                        const module = job.planned[`slot:${slot}`];
                        return (
                          <td key={slot}>
                            <small>{slot}</small> {module ? module.short : '–'}
                            {module?.serial && <small> {module.serial}</small>}
                          </td>
                        );
                      })}
                    </tr>
                  ))}
              </tbody>
            </table>
          ))}
      </div>
    </div>
  );
}
