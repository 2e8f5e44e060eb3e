import type { Views } from '../../app/client';

/** The word of each state. */
export const STATES: Record<Views['ReadinessState'], string> = {
  ready: 'ready',
  due: 'due',
  off: 'off',
  out: 'out',
  repair: 'in repair',
  retired: 'retired',
};
