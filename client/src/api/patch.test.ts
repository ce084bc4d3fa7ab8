import { describe, expect, it } from 'vitest';
import { patched, type Operation } from './patch';

// RFC 6902, appendix A, where its operations are those that the host sends; A.14 of RFC 6901's escapes.
describe('operations of RFC 6902', () => {
  const cases: [string, object, Operation[], object][] = [
    ['A.1 adding a member', { foo: 'bar' }, [{ op: 'add', path: '/baz', value: 'qux' }], { baz: 'qux', foo: 'bar' }],
    [
      'A.2 adding an entry',
      { foo: ['bar', 'baz'] },
      [{ op: 'add', path: '/foo/1', value: 'qux' }],
      { foo: ['bar', 'qux', 'baz'] },
    ],
    ['A.3 removing a member', { baz: 'qux', foo: 'bar' }, [{ op: 'remove', path: '/baz' }], { foo: 'bar' }],
    [
      'A.4 removing an entry',
      { foo: ['bar', 'qux', 'baz'] },
      [{ op: 'remove', path: '/foo/1' }],
      { foo: ['bar', 'baz'] },
    ],
    [
      'A.5 replacing a value',
      { baz: 'qux', foo: 'bar' },
      [{ op: 'replace', path: '/baz', value: 'boo' }],
      { baz: 'boo', foo: 'bar' },
    ],
    [
      'A.10 adding a nested member',
      { foo: 'bar' },
      [{ op: 'add', path: '/child', value: { grandchild: {} } }],
      { foo: 'bar', child: { grandchild: {} } },
    ],
    ['A.14 escapes', { '/': 9, '~1': 10 }, [{ op: 'replace', path: '/~01', value: 11 }], { '/': 9, '~1': 11 }],
    ['null is a value', { a: { b: 1 } }, [{ op: 'replace', path: '/a/b', value: null }], { a: { b: null } }],
  ];
  it.each(cases)('%s', (_, before, operations, after) => expect(patched(before, operations)).toEqual(after));

  it('refuses what is not there, A.12', () => {
    expect(() => patched({ foo: 'bar' }, [{ op: 'add', path: '/baz/bat', value: 'qux' }])).toThrow();
    expect(() => patched({ foo: [1] }, [{ op: 'remove', path: '/foo/1' }])).toThrow();
    expect(() => patched({ foo: 1 }, [{ op: 'remove', path: '/bar' }])).toThrow();
    expect(() => patched({ foo: 1 }, [{ op: 'replace', path: '', value: 2 }])).toThrow();
  });

  it('leaves the document as it was, and shares what no operation touches', () => {
    const before = { a: { x: [1, 2] }, b: { y: [3] } };
    const after = patched(before, [
      { op: 'replace', path: '/a/x/0', value: 9 },
      { op: 'add', path: '/a/x/2', value: 4 },
    ]);
    expect(after).toEqual({ a: { x: [9, 2, 4] }, b: { y: [3] } });
    expect(before).toEqual({ a: { x: [1, 2] }, b: { y: [3] } });
    expect(after.b).toBe(before.b);
    expect(patched(before, [])).toBe(before);
  });

  it('keeps names that stood in order in order, and others as they stood', () => {
    const ordered = patched<Record<string, number>>({ 'bay:1': 1, 'bay:3': 3, 'slot:A1': 4 }, [
      { op: 'add', path: '/bay:2', value: 2 },
    ]);
    expect(Object.keys(ordered)).toEqual(['bay:1', 'bay:2', 'bay:3', 'slot:A1']);
    const own = patched<Record<string, number>>({ z: 1, a: 2 }, [{ op: 'add', path: '/m', value: 3 }]);
    expect(Object.keys(own)).toEqual(['z', 'a', 'm']);
  });
});
