const PREFIX = 'gold-notch.';
/** Not a person's: the look of this device. */
const DEVICE = new Set(['theme']);

/** What this browser remembers under a name, or null. */
export function recall<T>(name: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

/** Remembers a value for the next time, or forgets it where it is null. Gives false where the browser has no room. */
export function remember(name: string, value: unknown): boolean {
  try {
    if (value === null) localStorage.removeItem(PREFIX + name);
    else localStorage.setItem(PREFIX + name, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

const names = () =>
  Object.keys(localStorage)
    .filter((name) => name.startsWith(PREFIX))
    .map((name) => name.slice(PREFIX.length))
    .filter((name) => !DEVICE.has(name));

/** How many documents have changes that only this browser has. */
export const draftsHere = (): number =>
  names().filter((name) => /^(card|standard|line-up)\./.test(name)).length;

/** Forgets everything that belongs to the person who goes. */
export const forgetPerson = (): void => names().forEach((name) => localStorage.removeItem(PREFIX + name));
