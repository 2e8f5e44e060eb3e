/** A day as this browser's language writes it, its month in letters: 11/12 is two different days. */
export const day = (at: string): string =>
  new Date(at).toLocaleDateString(undefined, { dateStyle: 'medium' });

/** A day and the time of day. */
export const moment = (at: string): string =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
