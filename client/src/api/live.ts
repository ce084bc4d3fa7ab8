/** What a window hears: that listening has begun (anew), that a job has a new entry, or that shelf, sheets or evidence changed. */
export interface Heard {
  kind: 'listening' | 'edit' | 'shelf';
  job?: string | null;
  number?: number;
}

const KINDS = ['listening', 'edit', 'shelf'] as const;
const LOCK = 'irvak.live';
const listeners = new Set<(heard: Heard) => void>();
let channel: BroadcastChannel | null = null;
let started = false;

const tell = (heard: Heard) => listeners.forEach((l) => l(heard));

/** The one stream of this browser; every other window hears it through the channel. */
function lead() {
  const source = new EventSource('/api/live');
  for (const kind of KINDS)
    source.addEventListener(kind, (event) => {
      const heard = JSON.parse((event as MessageEvent<string>).data) as Heard;
      tell(heard);
      channel?.postMessage(heard);
    });
}

/**
 * A browser keeps six connections to one host, so its windows share a stream: the one that has the lock leads, and when it is closed
 * the next one does. Without locks, as over plain HTTP from another machine, each window has its own.
 */
function start() {
  if (started) return;
  started = true;
  if (!('locks' in navigator) || !('BroadcastChannel' in globalThis)) return lead();
  channel = new BroadcastChannel(LOCK);
  channel.onmessage = (event: MessageEvent<Heard>) => tell(event.data);
  void navigator.locks.request(LOCK, () => {
    lead();
    return new Promise(() => {});
  });
}

/** Hears every change until the returned function is called. */
export function hear(listener: (heard: Heard) => void): () => void {
  start();
  listeners.add(listener);
  return () => listeners.delete(listener);
}
