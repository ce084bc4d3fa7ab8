import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Inked, Mark } from '../plate/ink';
import { layout } from '../plate/layout';
import { Plate, type View } from '../plate/Plate';
import { shownSize } from '../plate/readable';
import { saveSvg } from '../plate/saveSvg';
import type { MachineSheet } from '../api/types';
import { keepSetting, useSetting } from '../theme/settings';

const NAMES: Record<View, string> = { whole: 'Whole', memory: 'Memory', slots: 'Slots', bays: 'Bays' };
const LEGEND: Record<string, [string, string]> = {
  found: ['found', 'as found'],
  in: ['in', 'comes in'],
  out: ['out', 'goes out'],
  move: ['move', 'moves'],
  empty: ['empty', 'empty'],
  unknown: ['unknown', 'unknown'],
  disputed: ['disputed', 'two sources differ'],
  dark: ['dark', "can't be used"],
  seen: ['seen', 'seen as expected'],
  deviates: ['deviates', 'deviates'],
  stop: ['deviates', 'stop'],
  failed: ['out', 'failed'],
  loses: ['deviates', 'losing it loses the array'],
};

interface Props {
  sheet: MachineSheet;
  job: Inked;
  name: string;
  first?: View;
  inks: (keyof typeof LEGEND)[];
  marks?: Record<string, Mark>;
  selected?: string | null;
  onAct: (place: string) => void;
  onClear?: (place: string) => void;
  onPick?: (place: string) => void;
  note?: string;
}

/** The plate with its views, legend, SVG export and a divider below that moves and remembers. */
export function PlateBox({ sheet, job, name, first = 'whole', inks, note, ...plate }: Props) {
  const crops = layout(sheet).crops;
  const views = (['whole', 'memory', 'slots', 'bays'] as View[]).filter((v) => crops[v]);
  // Small machines are seen whole; a rack's memory is large enough to be looked at alone.
  // Bays are what the sheet of bays is about, on any machine.
  const start =
    (sheet.chassis?.kind === 'rack' || first === 'bays' || first === 'slots') && views.includes(first)
      ? first
      : 'whole';
  const [view, setView] = useState<View>(start);
  const kind = sheet.chassis?.kind ?? 'board';
  const kept = `plate.${name}.${kind}`;
  const height = Number(
    useSetting(
      kept,
      kind === 'rack' && first === 'memory'
        ? '252'
        : first === 'slots'
          ? '140'
          : first === 'bays'
            ? kind === 'rack'
              ? '158'
              : '200'
            : kind === 'board'
              ? '236'
              : '356',
    ),
  );
  const box = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  const zoomBy = (by: number) => setZoom((z) => Math.min(4, Math.max(1, Math.round((z + by) * 4) / 4)));

  const [room, setRoom] = useState({ w: 0, h: 0 });
  useEffect(() => {
    if (!box.current || typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(([e]) => e && setRoom({ w: e.contentRect.width, h: e.contentRect.height }));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  const size = shownSize(crops[view] ?? crops.whole!, room, zoom, view !== 'whole');
  // What is scrolled begins at what the plan touches.
  const begin = plate.selected ?? job.changes[0]?.place;
  const large = size !== null;
  useEffect(() => {
    const [el, place] = [box.current, begin && box.current?.querySelector(`[data-place="${CSS.escape(begin)}"]`)];
    if (!large || !el || !place) return;
    const [at, frame] = [place.getBoundingClientRect(), el.getBoundingClientRect()];
    if (at.top < frame.top || at.bottom > frame.bottom)
      el.scrollTop += (at.top + at.bottom - frame.top - frame.bottom) / 2;
    if (at.left < frame.left || at.right > frame.right)
      el.scrollLeft += (at.left + at.right - frame.left - frame.right) / 2;
  }, [large, begin, view]);

  const resize = (to: number) => keepSetting(kept, `${Math.round(Math.max(120, Math.min(640, to)))}`);
  const drag = (event: PointerEvent<HTMLButtonElement>) => {
    const start = event.clientY;
    const from = height;
    const button = event.currentTarget;
    button.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent) => resize(from + e.clientY - start);
    button.addEventListener('pointermove', move);
    button.addEventListener('pointerup', () => button.removeEventListener('pointermove', move), { once: true });
  };
  const nudge = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowUp' ? -16 : event.key === 'ArrowDown' ? 16 : 0;
    if (!step) return;
    event.preventDefault();
    resize(height + step);
  };

  return (
    <>
      <div className="pbar">
        <div className="views" role="group" aria-label="View of the machine">
          {views.map((v) => (
            <button
              key={v}
              type="button"
              className={v === view ? 'on' : ''}
              aria-pressed={v === view}
              onClick={() => setView(v)}
            >
              {NAMES[v]}
            </button>
          ))}
        </div>
        {note && <span>{note}</span>}
        <div className="inks">
          {inks.map((i) => (
            <span key={i}>
              <LegendBox kind={LEGEND[i]![0]} />
              {LEGEND[i]![1]}
            </span>
          ))}
          <span className="zoom" role="group" aria-label="Zoom">
            <button
              type="button"
              className="btn"
              disabled={zoom <= 1}
              onClick={() => zoomBy(-0.5)}
              aria-label="Smaller"
            >
              −
            </button>
            <button type="button" className="btn" disabled={zoom >= 4} onClick={() => zoomBy(0.5)} aria-label="Larger">
              +
            </button>
          </span>
          <button type="button" className="btn" onClick={() => box.current && saveSvg(box.current, sheet.name)}>
            SVG
          </button>
        </div>
      </div>
      <div className={size ? 'plate-box zoomed' : 'plate-box'} ref={box} style={{ height }}>
        <Plate size={size} sheet={sheet} job={job} view={view} label={`Plate of ${sheet.name}`} {...plate} />
      </div>
      <button
        type="button"
        className="divider"
        aria-label="Divider between plate and sheet, arrow keys move it"
        onPointerDown={drag}
        onKeyDown={nudge}
      />
    </>
  );
}

function LegendBox({ kind }: { kind: string }) {
  return (
    <svg width="20" height="14" aria-hidden="true">
      <rect
        x="1"
        y="1"
        width="18"
        height="12"
        className={{ seen: 'found', deviates: 'found', disputed: 'found', dark: 'empty' }[kind] ?? kind}
      />
      {kind === 'in' && <path className="plus" d="M6.5 7h7M10 3.5v7" />}
      {kind === 'dark' && <path className="cross" d="M1 1l18 12m0 -12l-18 12" />}
      {kind === 'seen' && <path className="tick" d="M6 7l3 3 5-6" />}
      {kind === 'deviates' && <path className="wedge" d="M0 0h12l-12 12z" />}
      {kind === 'disputed' && <path className="straw-corner" d="M19 4v9h-10z" />}
      {kind === 'unknown' && (
        <text x="10" y="11" textAnchor="middle" className="f-name">
          ?
        </text>
      )}
    </svg>
  );
}
