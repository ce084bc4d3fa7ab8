import { useSheets } from '../api/hooks';
import type { JobView } from '../api/types';
import { mbs } from '../format/numbers';
import { Mark } from '../frame/Mark';
import { Pick } from '../frame/Pick';
import { Saying } from '../frame/Saying';
import type { Inked } from '../plate/ink';
import { Plate } from '../plate/Plate';
import { bare } from '../editor/bare';
import { SlowestOf } from '../drawings/SlowestOf';
import { Unread } from './Unread';
import { ModulesField, BoardPick, CarryOn } from './parts';
import { useSum, useRested, type Board, type SumBody, type SumProps } from '../frame/sums';

/** So many modules on a board: what they clock at, which slot each goes into, what will be seen. */
export function BoardSum({ params, set }: SumProps) {
  const sheetId = params.get('sheet') ?? '';
  const sheet = useSheets().data?.find((s) => s.id === sheetId);
  const bits = params.get('bits') ?? '64';
  const modules = params.get('modules') ?? '';
  const sockets = Number(params.get('sockets') ?? '0');
  const processor = params.get('cpu') ?? '';
  const asked = useRested<SumBody<'board'>>({
    sheetId,
    sockets,
    processor: processor || null,
    modules,
    osBits: bits === '32' ? 32 : 64,
    mode: 'independent' as const,
  });
  const { data, error, isFetching } = useSum('board', asked, asked.sheetId !== '');
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <BoardPick sheetId={sheetId} sheet={sheet} sockets={sockets} set={set} />
        {(sheet?.processors?.length ?? 0) > 1 && (
          <Pick
            id="cpu"
            name="Processor"
            value={processor}
            options={sheet!.processors!.map((p) => [p.name, p.name])}
            onChange={(v) => set({ cpu: v })}
          />
        )}
        <Pick
          id="bits"
          name="System"
          value={bits}
          options={[
            ['64', '64 bit'],
            ['32', '32 bit'],
          ]}
          onChange={(v) => set({ bits: v })}
        />
      </div>
      <ModulesField value={modules} example={'8 × 32GB 2Rx8 PC5-4800B-R'} onChange={(text) => set({ modules: text })} />
      {error && <p className="err">{error.message}</p>}
      {!sheetId && (
        <p className="quiet">Choose the machine; its sheet knows the slots, the table of rates and the limits.</p>
      )}
      {data && sheetId && (
        <div className={isFetching ? 'old' : ''}>
          <BoardAnswer board={data} bits={bits} />
          <CarryOn to={{ sheet: sheetId, modules, sockets: String(sockets), cpu: processor, bits }} />
        </div>
      )}
    </div>
  );
}

function BoardAnswer({ board, bits }: { board: Board; bits: string }) {
  const { figures } = board;
  const base = bare(board.sheet);
  const inked: Inked = {
    ...base,
    planned: board.planned,
    changes: Object.entries(board.planned)
      .filter(([place]) => place.startsWith('slot:'))
      .map(([place, unit]) => ({
        place,
        out: null,
        in: unit,
        movedFrom: null,
        movedTo: null,
      })),
  };
  const own = board.order.join(' ');
  const general = board.generalOrder.join(' ');
  return (
    <div className="boardsum">
      <div className="stack">
        <Unread lines={board.lines} />
        {board.slots.length > 0 && (
          <>
            <p className="qs-answer">
              <b>{figures.words}</b> at <b>{figures.rate.words}</b>
              {figures.bandwidthMBs ? `, ${mbs(figures.bandwidthMBs)}` : ''}; ECC {figures.ecc.words}; the {bits}
              -bit system shows <b>{figures.osTotal?.words ?? 'not known'}</b>.
            </p>
            <SlowestOf memory={{ planned: figures } as NonNullable<JobView['memory']>} />
          </>
        )}
        {board.findings.map((f, i) => (
          <p key={i} className="row">
            <Mark severity={f.severity!} />
            <span>
              <Saying text={f.sentence} />
            </span>
          </p>
        ))}
        {board.out.map((o, i) => (
          <p key={i}>
            <b>
              Stays out: {o.count} × {o.module}.
            </b>{' '}
            {o.why}
          </p>
        ))}
        <p className="small">
          <b>Order of filling</b>{' '}
          <span className="mono">{own || 'not known: the channels of this board are not told yet'}</span>
          {general !== own && (
            <>
              <br />
              <span className="quiet">
                the board’s own table; in general order it would be <span className="mono">{general}</span>
              </span>
            </>
          )}
        </p>
      </div>
      <div className="stack">
        <div className="sumplate">
          <Plate sheet={board.sheet} job={inked} view="memory" label={`${board.sheet.name} with these modules`} />
        </div>
        {board.slots.length > 0 && (
          <table>
            <thead>
              <tr>
                <th className="num">No.</th>
                <th>Slot</th>
                <th>Channel</th>
                <th>Module</th>
              </tr>
            </thead>
            <tbody>
              {board.slots.map((s) => (
                <tr key={s.slot}>
                  <td className="num">{s.order}</td>
                  <td className="mono">{s.slot}</td>
                  <td>
                    {s.channel}, {s.socket}
                  </td>
                  <td>{s.module}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}
