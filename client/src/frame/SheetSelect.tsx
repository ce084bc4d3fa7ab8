import { useSheets } from '../api/hooks';
import { Pick } from './Pick';

/** Chooses a machine sheet of the shelf by maker and name. */
export function SheetSelect({ value, onChange }: { value: string; onChange: (id: string) => void }) {
  const sheets = useSheets().data ?? [];
  return (
    <Pick
      id="sheet"
      name="Machine"
      value={value}
      options={[['', 'choose'], ...sheets.map((s) => [s.id, `${s.maker} ${s.name}`] as [string, string])]}
      onChange={onChange}
    />
  );
}
