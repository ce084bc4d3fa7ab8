import { useState } from 'react';
import { CopyPart } from './CopyPart';
import { pieces, slug } from './sections';
import { baseOf, type Doc, type Folds, type Trouble } from './SpecForm';
import type { SectionSpec } from './spec';

/** Leads the hand to a section, once it is drawn. */
const leadTo = (s: SectionSpec) =>
  requestAnimationFrame(() => {
    const section = document.getElementById(`spec-${slug(s)}`);
    section?.scrollIntoView({ block: 'start' });
    section?.querySelector('summary')?.focus();
  });

/** Which sections of a sheet stand open: those that tell something when it is opened, and those that are pressed. */
export function useFolds(
  doc: Doc,
  setDoc: (doc: Doc) => void,
  problems: Trouble[],
  own: string,
): Folds & {
  wrong: (section: SectionSpec) => number;
  onGo: (section: SectionSpec) => void;
  /** What was just taken over, and the way back; null once that is gone. */
  back: { words: string; undo: () => void } | null;
  /** Once something else is changed, the way back would take that along. */
  onEdit: () => void;
} {
  const [start] = useState(doc);
  const [pressed, setPressed] = useState<Record<string, boolean>>({});
  const [taken, setTaken] = useState(0);
  const [before, setBefore] = useState<{ words: string; doc: Doc } | null>(null);
  const wrong = (s: SectionSpec) =>
    problems.filter((p) =>
      [...(s.fields ?? []), ...(s.lists ?? [])].some(({ key }) => {
        const path = `${baseOf(s)}/${key}`;
        return p.path === path || p.path.startsWith(path + '/');
      }),
    ).length;
  const isOpen = (s: SectionSpec) => pressed[s.title] ?? pieces(s, start).length > 0;
  const show = (next: Doc) => {
    setDoc(next);
    setTaken(taken + 1);
  };
  return {
    isOpen,
    onToggle: (s, open) =>
      setPressed((was) => ((was[s.title] ?? isOpen(s)) === open ? was : { ...was, [s.title]: open })),
    taken,
    copy: (s) => (
      <CopyPart
        section={s}
        doc={doc}
        own={own}
        onTake={(next, words) => {
          setBefore({ words, doc });
          show(next);
          leadTo(s);
        }}
      />
    ),
    wrong,
    onGo: (s) => {
      setPressed((was) => ({ ...was, [s.title]: true }));
      leadTo(s);
    },
    onEdit: () => setBefore(null),
    back: before && {
      words: before.words,
      undo: () => {
        show(before.doc);
        setBefore(null);
      },
    },
  };
}
