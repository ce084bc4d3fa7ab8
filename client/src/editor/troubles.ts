import { Refusal } from '../api/client';
import type { Trouble } from './SpecForm';

/** What a check says. One that was refused or not answered says something too: nothing of it may look as if all were well. */
export function troubles(check: { data?: { problems: Trouble[] }; error: unknown }): Trouble[] {
  if (!check.error) return check.data?.problems ?? [];
  if (!(check.error instanceof Refusal)) return [{ path: '', text: 'It could not be checked: nobody answers.' }];
  const { errors } = check.error.problem;
  return errors?.length
    ? errors.map(({ path }) => ({ path, text: 'What stands here can’t be read.' }))
    : [{ path: '', text: check.error.message }];
}
