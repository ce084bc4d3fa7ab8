import type { LabelSumView } from '../frame/sums';

/** Lines that are no label, or one that can't be right, each with its reason. */
export function Unread({ lines }: { lines: LabelSumView[] }) {
  return lines
    .filter((l) => !l.line.reading.isLabel || l.line.reading.problem)
    .map((l) => (
      <p key={l.line.line} className="err">
        Line {l.line.line}: {l.line.reading.problem ?? 'no label of a module.'}
      </p>
    ));
}
