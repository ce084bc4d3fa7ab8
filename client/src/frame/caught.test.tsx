import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Link, MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Caught } from './Caught';
import { followRenewal } from './renewed';

afterEach(() => {
  cleanup();
  sessionStorage.clear();
  vi.restoreAllMocks();
});

function Broken(): never {
  throw new Error('no such shape');
}

describe('a page that can’t be drawn', () => {
  it('says so, offers the ways on, and takes no other page with it', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    render(
      <MemoryRouter initialEntries={['/a']}>
        <Link to="/b">elsewhere</Link>
        <Caught>
          <Routes>
            <Route path="/a" element={<Broken />} />
            <Route path="/b" element={<p>whole</p>} />
          </Routes>
        </Caught>
      </MemoryRouter>,
    );
    expect(screen.getByText(/no such shape/).textContent).toContain('What was entered is stored');
    expect(screen.getByRole('button', { name: 'Load it again' })).toBeTruthy();
    await userEvent.click(screen.getByText('elsewhere'));
    expect(screen.getByText('whole')).toBeTruthy();
    expect(screen.queryByText(/no such shape/)).toBeNull();
  });
});

describe('a window that is older than its host', () => {
  it('loads itself again once, and not in a circle', () => {
    const reload = vi.fn();
    followRenewal(reload);
    const gone = () => {
      const event = new Event('vite:preloadError', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    expect(gone()).toBe(true);
    expect(reload).toHaveBeenCalledTimes(1);
    expect(gone()).toBe(false);
    expect(reload).toHaveBeenCalledTimes(1);
    sessionStorage.setItem('renewed', String(Date.now() - 11_000));
    expect(gone()).toBe(true);
  });
});
