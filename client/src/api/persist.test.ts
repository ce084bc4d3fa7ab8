import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from './client';
import { persist } from './persist';

const refusal = (status: number) => new Refusal({ type: '/problems/x', title: 'x', status, detail: 'x' });

describe('what was typed', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('is sent again while host or database are away, and answers once', async () => {
    const answers = [refusal(503), new TypeError('no network'), refusal(503)];
    let sent = 0;
    const done = persist(async () => {
      sent++;
      const away = answers.shift();
      if (away) throw away;
      return 'stored';
    });
    await vi.runAllTimersAsync();
    expect(await done).toBe('stored');
    expect(sent).toBe(4);
  });

  it('is not sent again when somebody decided against it', async () => {
    let sent = 0;
    const done = persist(async () => {
      sent++;
      throw refusal(sent === 1 ? 503 : 409);
    });
    const failed = expect(done).rejects.toMatchObject({ problem: { status: 409 } });
    await vi.runAllTimersAsync();
    await failed;
    expect(sent).toBe(2);
  });
});
