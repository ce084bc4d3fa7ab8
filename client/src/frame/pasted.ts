/** The capture that travels from the bench's foot into the new job. */
let held: { text: string; product: string | null } | null = null;

export const pasted = {
  keep: (text: string, product: string | null) => {
    held = { text, product };
  },
  peek: () => held,
  drop: () => {
    held = null;
  },
};
