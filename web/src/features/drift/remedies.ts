import type { Views } from '../../app/client';

/** What to do about a setting that does not stay. */
export const REMEDIES: Record<Views['DriftRemedy'], string> = {
  tooFew: 'too few to say',
  leave: 'stays',
  shorterInterval: 'look more often',
  tape: 'tape it or mark its place',
  lock: 'lock it or keep it in a memory',
  hold: 'tape or lock it, by model',
  training: 'show people',
};
