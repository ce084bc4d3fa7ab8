/** The drawing as a file of its own, with its colours written in. */
export function saveSvg(box: HTMLElement, name: string) {
  const svg = box.querySelector('svg');
  if (!svg) return;
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const originals = [svg, ...svg.querySelectorAll('*')];
  [copy, ...copy.querySelectorAll('*')].forEach((el, i) => {
    const look = getComputedStyle(originals[i]!);
    for (const key of [
      'fill',
      'stroke',
      'stroke-width',
      'stroke-dasharray',
      'opacity',
      'font-family',
      'font-size',
      'font-weight',
      'text-decoration',
    ])
      el.setAttribute(key, look.getPropertyValue(key));
    el.removeAttribute('class');
  });
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([copy.outerHTML], { type: 'image/svg+xml' }));
  link.download = `${name.replace(/\W+/g, '-').toLowerCase()}.svg`;
  link.click();
  URL.revokeObjectURL(link.href);
}
