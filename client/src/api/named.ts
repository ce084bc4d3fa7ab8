/** The field that a path leads to, in words: "/edit/plan/dataGB" is "data GB", "/supplies/0/watt" is "watt". */
export function fieldOf(path: string): string | null {
  const name = path
    .split('/')
    .filter((part) => part !== '' && part !== 'edit' && !/^\d+$/.test(part))
    .at(-1);
  return name ? name.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b}`) : null;
}

/** A sentence that says "It …" names what it is about, where it stands apart from the field. */
export function named(sentence: string, path: string | undefined): string {
  const field = path && /^It /.test(sentence) ? fieldOf(path) : null;
  return field ? `${field[0]!.toUpperCase()}${field.slice(1)}: it ${sentence.slice(3)}` : sentence;
}
