import { describe, expect, it } from 'vitest';
import { changeOf } from './changes';

const plan = {
  name: 'M',
  level: 'parity-1',
  members: ['bay:1', 'bay:2', 'bay:3'],
  spares: null,
  stripKiB: 64,
  use: 'files',
};

describe('the edit of a form', () => {
  it('carries what changed and nothing else', () => {
    expect(changeOf('array:M', plan, { ...plan, stripKiB: 128 })).toEqual({
      type: 'changeFields',
      subject: 'array:M',
      to: { stripKiB: 128 },
      lists: null,
    });
  });

  it('says what comes into a list and what goes, not the list', () => {
    const edit = changeOf('array:M', plan, { ...plan, members: ['bay:2', 'bay:3', 'bay:4'], spares: ['bay:5'] });
    expect(edit).toMatchObject({
      to: {},
      lists: { members: { add: ['bay:4'], drop: ['bay:1'] }, spares: { add: ['bay:5'], drop: [] } },
    });
  });

  it('sends the whole list where only its order changes', () => {
    const turned = ['bay:3', 'bay:2', 'bay:1'];
    expect(changeOf('array:M', plan, { ...plan, members: turned })).toMatchObject({
      to: { members: turned },
      lists: null,
    });
  });

  it('is none when nothing changed, and null brings the usual value back', () => {
    expect(changeOf('array:M', plan, { ...plan, name: 'N' })).toBeNull();
    expect(changeOf('array:M', plan, { ...plan, stripKiB: undefined })).toMatchObject({ to: { stripKiB: null } });
  });
});
