/** A copy of a document; reactive objects cannot be cloned by the browser's own means. */
export const copy = <T>(document: T): T => JSON.parse(JSON.stringify(document)) as T;
