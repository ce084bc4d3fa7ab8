/** What stands in the holes of a rule, one example for each name. */
const EXAMPLE: Record<string, string> = {
  place: 'A2',
  first: 'A1',
  few: 'A2 and B2',
  slot: 'S3',
  socket: 'CPU 1',
  channel: 'A',
  module: '16 GB R 2666',
  drive: '4 TB SATA',
  card: 'a network card',
  controller: 'a controller',
  array: 'md0',
  processor: 'a processor',
  board: 'registered',
  rate: '2666',
  count: '4',
  size: '4 TB',
  hours: '12',
  watt: '95',
  share: '50 %',
  places: 'bays 1 to 4',
  why: 'the reason',
  what: 'what is the matter',
};

/** The sentence of a rule with its holes named, in its words for one place; pointing at a hole shows an example. */
export const Holed = ({ sentence }: { sentence: string }) => (
  <>
    {sentence
      .replace(/\{([^}|]*)\|[^}]*\}/g, '$1')
      .split(/(\{\w+\})/)
      .map((part, i) => {
        const name = /^\{(\w+)\}$/.exec(part)?.[1];
        return name ? (
          <i key={i} className="hole" title={EXAMPLE[name] ? `for example ${EXAMPLE[name]}` : undefined}>
            {name}
          </i>
        ) : (
          part
        );
      })}
  </>
);
