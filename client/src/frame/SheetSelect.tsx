import { useSheets } from '../api/hooks';

/** Chooses a machine sheet of the shelf by maker and name. */
export function SheetSelect({ value, onChange }: { value: string; onChange: (id: string) => void }) {
  const sheets = useSheets().data ?? [];
  return (
    <div>
      <label className="field-label" htmlFor="sheet">
        Machine
      </label>
      <select id="sheet" className="inp" value={value} onChange={(e) => onChange(e.target.value)}>
        <option value="">choose</option>
        {sheets.map((s) => (
          <option key={s.id} value={s.id}>
            {s.maker} {s.name}
          </option>
        ))}
      </select>
    </div>
  );
}
