import { render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { pressed, Purposes, purposeWords } from './Purposes';

it('takes several, and everything alone', () => {
  expect(pressed([], 'memory')).toEqual(['memory']);
  expect(pressed(['memory'], 'boot')).toEqual(['memory', 'boot']);
  expect(pressed(['memory', 'boot'], 'memory')).toEqual(['boot']);
  expect(pressed(['memory', 'boot'], 'everything')).toEqual(['everything']);
  expect(pressed(['everything'], 'drives')).toEqual(['drives']);
});

it('says them in the order of the table', () => {
  expect(purposeWords(['boot', 'memory'])).toBe('more memory, a new boot drive');
  expect(purposeWords([])).toBe('');
});

it('shows which are chosen, each with what it is about', () => {
  const onPress = vi.fn();
  render(<Purposes value={['drives']} onPress={onPress} />);
  const drives = screen.getByRole('button', { name: /Drives and arrays/ });
  expect(drives.getAttribute('aria-pressed')).toBe('true');
  expect(drives.textContent).toContain('bays, what lies in them');
  screen.getByRole('button', { name: /A processor/ }).click();
  expect(onPress).toHaveBeenCalledWith('processor');
});
