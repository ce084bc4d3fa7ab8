/** Values of an answer that comes line by line, as many at a time as have arrived (newline-delimited JSON). */
export async function* lines<T>(stream: ReadableStream<Uint8Array>): AsyncGenerator<T[]> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  try {
    for (;;) {
      const { done, value } = await reader.read();
      const whole = (rest + decoder.decode(value, { stream: !done })).split('\n');
      rest = whole.pop() ?? '';
      const values = whole.filter(Boolean).map((line) => JSON.parse(line) as T);
      if (values.length) yield values;
      if (done) return;
    }
  } finally {
    // Who stops listening wants no more of it; that it broke off has been said already.
    reader.cancel().catch(() => {});
  }
}
