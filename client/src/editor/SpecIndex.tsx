import type { SectionSpec } from './spec';
import { fullness, slug } from './sections';
import type { Doc } from './SpecForm';

/** Every section of the form with how much of it is told: a press opens it and leads there. */
export function SpecIndex({
  sections,
  doc,
  wrong,
  onGo,
}: {
  sections: SectionSpec[];
  doc: Doc;
  wrong: (section: SectionSpec) => number;
  onGo: (section: SectionSpec) => void;
}) {
  return (
    <nav className="spec-index" aria-label="Sections of the sheet">
      {sections.map((s) => {
        const bad = wrong(s);
        const told = fullness(s, doc);
        return (
          <button
            key={s.title}
            type="button"
            className={told || bad ? 'link' : 'link bare'}
            aria-controls={`spec-${slug(s)}`}
            onClick={() => onGo(s)}
          >
            {s.title}
            {told && <span className="lab"> {told}</span>}
            {bad > 0 && <span className="err"> {bad} to mend</span>}
          </button>
        );
      })}
    </nav>
  );
}
