import { describe, expect, it } from 'vitest';
import { lines } from './lines';

const stream = (chunks: (string | Uint8Array)[], ended?: () => void) =>
  new ReadableStream<Uint8Array>({
    start(to) {
      for (const c of chunks) to.enqueue(typeof c === 'string' ? new TextEncoder().encode(c) : c);
      if (!ended) to.close();
    },
    cancel: ended,
  });

const all = async (from: ReadableStream<Uint8Array>) => {
  const got: unknown[][] = [];
  for await (const some of lines(from)) got.push(some);
  return got;
};

describe('lines of an answer', () => {
  it('come as they arrive, cut anywhere', async () => {
    expect(await all(stream(['{"a":1}\n{"a"', ':2}\n', '{"a":3}\n{"a":4}\n']))).toEqual([
      [{ a: 1 }],
      [{ a: 2 }],
      [{ a: 3 }, { a: 4 }],
    ]);
  });

  it('keep a letter whose bytes came apart', async () => {
    const bytes = new TextEncoder().encode('"×"\n');
    expect(await all(stream([bytes.slice(0, 2), bytes.slice(2)]))).toEqual([['×']]);
  });

  it('are none of an empty answer; half a line at its end is none', async () => {
    expect(await all(stream([]))).toEqual([]);
    expect(await all(stream(['{"a":1}\n{"a":']))).toEqual([[{ a: 1 }]]);
  });

  it('stop the answer when nobody listens any more', async () => {
    let ended = false;
    for await (const some of lines(stream(['1\n'], () => (ended = true)))) {
      expect(some).toEqual([1]);
      break;
    }
    expect(ended).toBe(true);
  });

  it('say that the answer broke off, once and to who listens', async () => {
    const unheard: unknown[] = [];
    const hear = (e: unknown) => unheard.push(e);
    process.on('unhandledRejection', hear);
    const given = new DOMException('given up', 'AbortError');
    const broken = new ReadableStream<Uint8Array>({ pull: (to) => to.error(given) });
    await expect(all(broken)).rejects.toBe(given);
    await new Promise((turn) => setTimeout(turn));
    process.off('unhandledRejection', hear);
    expect(unheard).toEqual([]);
  });
});
