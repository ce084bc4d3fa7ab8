/** What a quick sum brings along in the address; null for none. */
export function carriedOf(params: URLSearchParams) {
  const modules = params.get('modules');
  const wish = Number(params.get('wish'));
  const space = Number(params.get('space'));
  const note = params.get('note');
  if (!modules && !note && !(wish > 0) && !(space > 0) && !params.get('sheet')) return null;
  return {
    sheet: params.get('sheet') ?? '',
    carry: {
      sockets: Number(params.get('sockets')) || 0,
      processor: params.get('cpu') || null,
      modules,
      wishGiB: wish > 0 ? Math.floor(wish) : null,
      osBits: Number(params.get('bits')) || null,
      spaceTB: space > 0 ? space : null,
      failures: Number(params.get('failures')) || null,
      note: note?.slice(0, 500) ?? null,
    },
  };
}
