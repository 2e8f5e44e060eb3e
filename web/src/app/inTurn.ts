/** Runs what it is given one after another: what is asked for while an answer is under way begins when that answer is there. */
export function inTurn() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: () => Promise<T>): Promise<T> => {
    const mine = last.then(work);
    // One that fails is told to whoever asked for it, and does not hold up the next.
    last = mine.catch(() => undefined);
    return mine;
  };
}
