import { describe, expect, it } from 'vitest';
import { MACHINE } from './machineSpec';
import { fullness, pieces, withPiece } from './sections';

const section = (title: string) => MACHINE.find((s) => s.title === title)!;

describe('Sections of a sheet', () => {
  it('tell how full they are, and nothing where nothing is told', () => {
    const doc = { name: 'X', fans: 0, slots: [{ id: 'S1' }, { id: 'S2' }], m2: [], chassis: { kind: 'rack' } };
    expect(fullness(section('The machine'), doc)).toBe('2 of 6 told');
    expect(fullness(section('Lanes'), doc)).toBe('2 rows');
    expect(fullness(section('Lanes'), { m2: [{ id: 'M1' }] })).toBe('1 row');
    expect(fullness(section('Chassis'), doc)).toBe('1 of 2 told');
    expect(fullness(section('Drives'), doc)).toBe('');
    expect(pieces(section('Lanes'), doc)).toEqual([{ key: 'slots', title: 'Card slots', count: 2 }]);
  });

  it('are taken from another sheet piece by piece, and the rest stays', () => {
    const other = { name: 'Y', maker: 'M', draft: false, fans: 4, slots: [{ id: 'P1' }], m2: [{ id: 'M1' }] };
    const mine = { name: 'X', draft: true, fans: 2, slots: [{ id: 'S1' }] };
    expect(withPiece(section('Lanes'), 'slots', other, mine)).toEqual({ ...mine, slots: [{ id: 'P1' }] });
    // Its name and how sure it is are its own; what the other does not tell is not wiped out.
    expect(withPiece(section('The machine'), '', { ...other, fans: null }, mine)).toEqual({ ...mine, maker: 'M' });
    const chassis = withPiece(section('Chassis'), '', { chassis: { kind: 'rack', units: 0 } }, mine);
    expect(chassis).toEqual({ ...mine, chassis: { kind: 'rack', units: 0 } });
  });

  it('are copies: what is changed here changes nothing there', () => {
    const other = { slots: [{ id: 'P1' }] };
    const taken = withPiece(section('Lanes'), 'slots', other, {}) as typeof other;
    taken.slots[0]!.id = 'Q';
    expect(other.slots[0]!.id).toBe('P1');
  });
});
