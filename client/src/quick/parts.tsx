import type { ComponentProps, ReactNode } from 'react';
import { Link } from 'react-router';
import type { MachineSheet } from '../api/types';
import { Field } from '../frame/Field';
import { Pick } from '../frame/Pick';
import { SheetSelect } from '../frame/SheetSelect';
import { digits, type SumProps } from '../frame/sums';

/** Labels of modules, one kind a line. */
export function ModulesField({
  value,
  example,
  onChange,
}: {
  value: string;
  example: string;
  onChange: (text: string) => void;
}) {
  return (
    <div>
      <label className="field-label" htmlFor="modules">
        Modules by label, one kind a line
      </label>
      <textarea
        id="modules"
        className="inp mono"
        rows={3}
        value={value}
        placeholder={example}
        onChange={(e) => onChange(e.target.value)}
      />
    </div>
  );
}

/** A number that a sum is asked with; it stands in the address under the name of its field. */
export function Amount({
  id,
  set,
  ...field
}: Omit<ComponentProps<typeof Field>, 'onChange'> & { set: SumProps['set'] }) {
  return <Field id={id} {...field} onChange={(v) => set({ [id]: digits(v) })} />;
}

/** The machine that a sum is about, and how many of its sockets hold a processor. */
export function BoardPick({
  sheetId,
  sheet,
  sockets,
  set,
}: {
  sheetId: string;
  sheet: MachineSheet | undefined;
  sockets: number;
  set: (more: Record<string, string>) => void;
}) {
  return (
    <>
      <SheetSelect value={sheetId} onChange={(id) => set({ sheet: id, sockets: '', cpu: '' })} />
      {(sheet?.sockets?.length ?? 0) > 1 && (
        <Pick
          id="sockets"
          name="Processors"
          value={String(sockets || sheet!.sockets!.length)}
          options={sheet!.sockets!.map((_, i) => [String(i + 1), String(i + 1)])}
          onChange={(v) => set({ sockets: v })}
        />
      )}
    </>
  );
}

/** Goes on from a sum to a job, with what the sum found in the address. */
export function CarryOn({ to, children = 'Carry into a job' }: { to: Record<string, string>; children?: ReactNode }) {
  const search = new URLSearchParams(to).toString();
  return (
    <div className="row">
      <Link className="btn go" to={search ? `/begin?${search}` : '/begin'}>
        {children}
      </Link>
    </div>
  );
}
