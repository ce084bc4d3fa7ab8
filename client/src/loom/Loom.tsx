import { useMemo, type KeyboardEvent, type Ref } from 'react';
import type { LaneSheet } from '../api/types';
import { loom, type Box, type Word } from './layout';

/** Threads from roots to devices: one line per lane, cut ones loose with the reason. Arrow keys go from box to box. */
export function Loom({
  sheet,
  selected,
  onAct,
  ref,
}: {
  sheet: LaneSheet;
  selected: string | null;
  onAct: (place: string) => void;
  ref?: Ref<HTMLDivElement>;
}) {
  const drawn = useMemo(() => loom(sheet), [sheet]);
  const move = (e: KeyboardEvent<SVGSVGElement>) => {
    const step = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[e.key];
    if (!step) return;
    const all = [...e.currentTarget.querySelectorAll<SVGGElement>('[data-loom]')];
    const at = all.indexOf(document.activeElement as unknown as SVGGElement);
    if (at < 0) return;
    e.preventDefault();
    all[Math.max(0, Math.min(all.length - 1, at + step))]?.focus();
  };
  return (
    <div className="loombox" ref={ref}>
      <svg
        className="loom"
        viewBox={`0 0 ${drawn.w} ${drawn.h}`}
        role="group"
        aria-label="Lanes from the processors to the devices"
        onKeyDown={move}
      >
        {drawn.threads.map((t, i) => (
          <path key={i} d={t.d} className={names(`thread ${t.look}`)} />
        ))}
        {drawn.boxes.map((b) => (
          <Piece key={b.key} box={b} selected={b.place !== null && b.place === selected} onAct={onAct} />
        ))}
        {/* What is heard says it all; the words drawn lie above and are only seen. */}
        <g aria-hidden="true">
          {drawn.boxes.map((b) => (
            <g key={b.key} className={names(b.look)} data-words={b.key}>
              {b.texts.map((t, i) => (
                <Text key={i} word={t} />
              ))}
            </g>
          ))}
          {drawn.notes.map((n, i) => (
            <Text key={i} word={n} />
          ))}
        </g>
      </svg>
    </div>
  );
}

/** Names of their own, so that the plate's inks don't reach in here. */
const names = (words: string) =>
  words
    .split(' ')
    .filter(Boolean)
    .map((w) => `lm-${w}`)
    .join(' ');

function Piece({ box, selected, onAct }: { box: Box; selected: boolean; onAct: (place: string) => void }) {
  const { place } = box;
  const acts = place
    ? {
        role: 'button',
        tabIndex: 0,
        'data-loom': box.key,
        'aria-label': box.spoken,
        onClick: () => onAct(place),
        onKeyDown: (e: KeyboardEvent) => {
          if (e.key !== 'Enter' && e.key !== ' ') return;
          e.preventDefault();
          onAct(place);
        },
      }
    : {};
  return (
    <g className={names(`${box.look}${selected ? ' chosen' : ''}`)} data-box={box.key} {...acts}>
      <title>{box.spoken}</title>
      <rect x={box.x} y={box.y} width={box.w} height={box.h} rx={3} />
      {box.look.includes(' unseen') && (
        <path
          className="lm-cross"
          d={`M${box.x} ${box.y}l${box.w} ${box.h}M${box.x} ${box.y + box.h}l${box.w} ${-box.h}`}
        />
      )}
      {box.look.includes(' stop') && <path className="lm-wedge" d={`M${box.x} ${box.y}h10l-10 10z`} />}
    </g>
  );
}

const Text = ({ word }: { word: Word }) => (
  <text
    x={word.x}
    y={word.y}
    textAnchor={word.end ? 'end' : 'start'}
    className={names([word.mono ? 'mono' : '', word.bold ? 'bold' : '', word.look ?? ''].join(' '))}
  >
    {word.text}
  </text>
);
