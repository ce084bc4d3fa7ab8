/** Years as a bar; the line stands at ten, longer than most machines are kept. */
export function Life({
  name,
  years,
  top,
  none,
  width = 320,
}: {
  name: string;
  years?: number | null;
  top: number;
  none: string;
  width?: number;
}) {
  return (
    <div className="row">
      {name && <span className="nm">{name}</span>}
      <svg width={width} height="12" viewBox={`0 0 ${width} 12`} aria-hidden="true">
        <rect x="0.5" y="0.5" width={width - 1} height="11" fill="none" stroke="var(--line)" />
        {years != null && (
          <rect x="0" y="0" width={(width * Math.min(years, top)) / top} height="12" fill="var(--ink)" />
        )}
        <line x1={(width * 10) / top} x2={(width * 10) / top} y1="0" y2="12" stroke="var(--copper)" strokeWidth="2" />
      </svg>
      <span className="num">{years == null ? none : `${years < 100 ? years.toFixed(1) : '> 100'} years`}</span>
    </div>
  );
}
