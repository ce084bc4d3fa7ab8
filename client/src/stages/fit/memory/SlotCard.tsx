import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import type { JobView } from '../../../api/types';
import { Plate } from '../../../plate/Plate';

/** Whether the card is being printed, and what starts it: it is drawn for the print alone. */
export function useCard(): [boolean, () => void] {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    if (!printing) return;
    const back = () => {
      document.body.classList.remove('printing-card');
      setPrinting(false);
    };
    document.body.classList.add('printing-card');
    window.addEventListener('afterprint', back, { once: true });
    print();
    return () => window.removeEventListener('afterprint', back);
  }, [printing]);
  return [printing, () => setPrinting(true)];
}

/** A card to cut out and lay into the machine: the board as it is to be, and which module sits in which slot. */
export function SlotCard({ job }: { job: JobView }) {
  const sheet = job.sheet!;
  const filled = sheet.sockets?.filter((s) => job.planned[`socket:${s.id}`]) ?? [];
  return createPortal(
    <div className="slotcard">
      <div className="cut">
        <b>
          {sheet.maker} {sheet.name}
        </b>{' '}
        {job.system.serial && <>serial {job.system.serial} · </>}job {job.number} · {job.memory!.planned.rate.words}
        <Plate sheet={sheet} job={job} view="memory" label="The memory as it is to be" />
        <div className="slotlists">
          {filled.map((socket) => (
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
                        const change = job.changes.find((ch) => ch.place === `slot:${slot}`);
                        const [comes, goes] = [!!change?.in, !!change?.out];
                        return (
                          <td key={slot}>
                            <small>{slot}</small> {comes ? '+ ' : ''}
                            {module
                              ? module.short
                              : comes || goes || job.foundEmpty.includes(`slot:${slot}`)
                                ? '–'
                                : '?'}
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
    </div>,
    document.body,
  );
}
