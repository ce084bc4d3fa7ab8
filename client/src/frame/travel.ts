/** Lets cells whose module came from another slot slide in from there; nothing where people asked for less motion. */
export function travel(root: HTMLElement, before: Map<string, string>, now: Map<string, string>) {
  if (typeof window.matchMedia === 'function' && window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
  for (const [place, from] of now) {
    if (before.get(place) === from) continue;
    const [to, start] = [cell(root, place), cell(root, from)];
    if (!to || !start || typeof to.animate !== 'function') continue;
    const [a, b] = [start.getBoundingClientRect(), to.getBoundingClientRect()];
    to.animate([{ transform: `translate(${a.left - b.left}px, ${a.top - b.top}px)` }, { transform: 'none' }], {
      duration: 420,
      easing: 'cubic-bezier(.3,.7,.2,1)',
    });
  }
}

const cell = (root: HTMLElement, place: string) =>
  root.querySelector<HTMLElement>(`[data-cell="${CSS.escape(place.slice(place.indexOf(':') + 1))}"]`);
