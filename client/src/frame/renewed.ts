/** When the host was renewed under an open window, its parts are gone: the page is loaded again, once for each time it was loaded well. */
export function followRenewal(reload: () => void = () => location.reload()) {
  window.addEventListener('vite:preloadError', (event) => {
    const at = Number(sessionStorage.getItem('renewed') ?? 0);
    // Twice within ten seconds means that loading again does not help.
    if (Date.now() - at < 10_000) return;
    sessionStorage.setItem('renewed', String(Date.now()));
    event.preventDefault();
    reload();
  });
}
