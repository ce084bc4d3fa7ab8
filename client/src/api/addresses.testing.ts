// A browser resolves an address against its page; a test has none. Imported before anything that asks.
const Plain = globalThis.Request;
globalThis.Request = class extends Plain {
  constructor(to: RequestInfo | URL, init?: RequestInit) {
    super(typeof to === 'string' ? new URL(to, 'http://127.0.0.1') : to, init);
  }
};
export {};
