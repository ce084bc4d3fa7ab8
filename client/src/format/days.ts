/** The day that it is here, year-month-day. */
export function todayHere(now = new Date()): string {
  const two = (n: number) => `${n}`.padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

const noon = (day: string) => Date.parse(`${day}T12:00:00Z`);

/** Days from one day to another; below 0 for one that is over. */
export const daysTo = (day: string, today: string) => Math.round((noon(day) - noon(today)) / 86_400_000);

/** So many days later, year-month-day. */
export const later = (today: string, days: number) =>
  new Date(noon(today) + days * 86_400_000).toISOString().slice(0, 10);

/** A promised day as people say it: "today", "Fri 4 Dec", with the year where it is another one. */
export function promised(day: string, today: string): string {
  const left = daysTo(day, today);
  if (left === 0) return 'today';
  if (left === 1) return 'tomorrow';
  const year = day.slice(0, 4) === today.slice(0, 4) ? {} : ({ year: 'numeric' } as const);
  return new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
    ...year,
  })
    .format(noon(day))
    .replace(',', '');
}
