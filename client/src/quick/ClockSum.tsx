import type { JobView } from '../api/types';
import { mbs } from '../format/numbers';
import { Pick } from '../frame/Pick';
import { SlowestOf } from '../drawings/SlowestOf';
import { Unread } from './Unread';
import { Amount, ModulesField, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

const whole = (text: string) => (Number(text) > 0 ? Math.floor(Number(text)) : null);

/** What modules clock at, without any sheet: the slowest of module, processor and board. */
export function ClockSum({ params, set }: SumProps) {
  const modules = params.get('modules') ?? '';
  const per = params.get('per') ?? '1';
  const cpu = params.get('cpuMTs') ?? '';
  const board = params.get('boardMTs') ?? '';
  const asked = useRested<SumBody<'clock'>>({
    modules,
    perChannel: Number(per) || 1,
    processorMTs: whole(cpu),
    boardMTs: whole(board),
  });
  const { data, error, isFetching } = useSum('clock', asked, (asked.modules ?? '').trim() !== '');
  return (
    <div className="stack qs">
      <ModulesField value={modules} example={'16GB 2Rx4 PC4-2400T-R'} onChange={(text) => set({ modules: text })} />
      <div className="row wrap fields">
        <Pick
          id="per"
          name="In each channel"
          value={per}
          options={['1', '2', '3', '4'].map((n) => [n, n])}
          onChange={(v) => set({ per: v })}
        />
        <Amount id="cpuMTs" label="Processor’s limit, MT/s" value={cpu} set={set} />
        <Amount id="boardMTs" label={`Board’s limit with ${per} in a channel, MT/s`} value={board} set={set} />
      </div>
      {error && <p className="err">{error.message}</p>}
      {!modules.trim() && (
        <p className="quiet">
          A 1600 module on a processor of 1333 runs at 1333: type the label, and the limits as far as they are known.
        </p>
      )}
      {data && modules.trim() && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <Unread lines={data.lines} />
          {data.against ? (
            <p className="err">{data.against}</p>
          ) : (
            data.rate.chain.length > 0 && (
              <>
                <p className="qs-answer">
                  It clocks at{' '}
                  <b>{data.rate.rateMTs || data.rate.lowMTs ? data.rate.words : `${data.rate.highMTs ?? '?'} MT/s`}</b>
                  {data.rate.rateMTs || data.rate.lowMTs ? '' : ', unless the board gives less'}
                  {data.channelMBs ? `: ${mbs(data.channelMBs)} a channel` : ''}.
                </p>
                <div className="slow-narrow">
                  <SlowestOf memory={{ planned: { rate: data.rate } } as NonNullable<JobView['memory']>} />
                </div>
                <p className="quiet small">
                  {data.rate.lowMTs
                    ? 'Without the board’s own table only the range of its class can be said (from memory). '
                    : ''}
                  Source: {data.why.source}
                </p>
                <CarryOn to={{ modules }} />
              </>
            )
          )}
        </div>
      )}
    </div>
  );
}
