import type { Severity } from '../api/types';

/** The severity marks; always beside the word. */
export function Mark({ severity, title }: { severity: Severity | 'tick' | 'open' | 'again'; title?: string }) {
  const label = title ? { role: 'img', 'aria-label': title } : { 'aria-hidden': true };
  switch (severity) {
    case 'stop':
      return (
        <svg className="mk" width="14" height="14" {...label}>
          <path d="M0 0h14L0 14z" fill="var(--carmine)" />
        </svg>
      );
    case 'care':
      return (
        <svg className="mk" width="14" height="14" {...label}>
          <path d="M0 10a7 7 0 0 1 14 0z" fill="var(--straw)" />
        </svg>
      );
    case 'note':
      return (
        <svg className="mk" width="14" height="14" {...label}>
          <circle cx="7" cy="7" r="5" fill="none" stroke="var(--slate)" strokeWidth="2" />
        </svg>
      );
    case 'tick':
      return (
        <svg className="mk" width="14" height="14" {...label}>
          <path d="M2 7l4 4 6-8" fill="none" stroke="var(--teal)" strokeWidth="2" />
        </svg>
      );
    default:
      return (
        <svg className="mk" width="14" height="14" {...label}>
          <circle cx="7" cy="7" r="5" fill="none" stroke="var(--graphite)" strokeDasharray="2 2" />
        </svg>
      );
  }
}

export const WORD: Record<Severity, string> = { stop: 'Stop', care: 'Care', note: 'Note' };
