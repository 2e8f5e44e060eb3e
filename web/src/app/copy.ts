const NO_NUMBER = '\u0000no number';

/** A document as text; a number that is half typed is kept as what it is, since JSON has no word for it. */
export const toText = (document: unknown): string =>
  JSON.stringify(document, (_key, value: unknown) => (Number.isNaN(value) ? NO_NUMBER : value));

export const fromText = <T>(text: string): T =>
  JSON.parse(text, (_key, value: unknown) => (value === NO_NUMBER ? NaN : value)) as T;

/** A copy of a document; reactive objects cannot be cloned by the browser's own means. */
export const copy = <T>(document: T): T => fromText<T>(toText(document));
