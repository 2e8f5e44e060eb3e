import { session } from './session';

const ORDERS = { dayFirst: 'en-GB', monthFirst: 'en-US' } as const;

// The month stays in letters whatever the order: 11/12 is two different days.
function parts(at: string): string {
  const order = session.value?.notation?.dates ?? 'browser';
  const date = new Date(at);
  if (order === 'browser') return date.toLocaleDateString(undefined, { dateStyle: 'medium' });
  if (order !== 'yearFirst')
    return date.toLocaleDateString(ORDERS[order], { day: 'numeric', month: 'short', year: 'numeric' });
  return `${date.getFullYear()} ${date.toLocaleDateString('en-GB', { month: 'short' })} ${date.getDate()}`;
}

function time(at: string): string {
  const clock = session.value?.notation?.clock ?? 'browser';
  return new Date(at).toLocaleTimeString(clock === 'browser' ? undefined : 'en-GB', {
    timeStyle: 'short',
    ...(clock === 'browser' ? {} : { hour12: clock === 'hours12' }),
  });
}

/** A day as this person writes it, or as the browser's language does. */
export const day = (at: string): string => parts(at);

/** A day and the time of day. */
export const moment = (at: string): string => `${parts(at)}, ${time(at)}`;
