import type { Problem } from '../client';
import type { Outcome } from './entry';

const FIRST_MS = 1500;
const LONGEST_MS = 30_000;

/** How long to wait before the nth try in a row that failed, from 0: twice as long each time, half a minute at most. */
export const waitBefore = (failures: number): number =>
  Math.min(FIRST_MS * 2 ** Math.min(failures, 10), LONGEST_MS);

/** Nothing was wrong with what was sent: the session ended, or its token is old. */
export const sessionEnded = (problem: Problem): boolean =>
  problem.status === 401 || problem.code === 'forgery-token';

/**
 * The one policy for what the site did not take. No answer, an ended session and a crowd hold everything back; a fault of the site
 * holds its group back and is asked again, since what was sent may be right; only a refusal of the entry itself is final.
 */
export function outcomeOf(problem: Problem): Outcome {
  const refusal = { code: problem.code, message: problem.message, final: false };
  if (problem.away || sessionEnded(problem) || problem.status === 429) return { kind: 'later', hold: 'all' };
  if (problem.status >= 500 || problem.status === 408) return { kind: 'later', hold: 'group', refusal };
  return { kind: 'refused', refusal: { ...refusal, final: true } };
}
