import type { Views } from '../../app/client';

/** What states of shoots and loans are called. */
export const STATUS: Record<Views['ShootStatus'], string> = {
  planned: 'planned',
  prepared: 'prepared',
  out: 'out',
  back: 'back, something open',
  closed: 'closed',
  cancelled: 'cancelled',
};

export const DUTY: Record<Views['DayDuty'], string> = {
  call: 'Call',
  block: '',
  balance: 'White balance',
  blackReference: 'Black reference, lens capped',
  timecode: 'Set all cameras to the same timecode',
  card: 'Change the card',
  battery: 'Change the battery',
  saveMemory: 'Save the memory',
  end: 'End',
};

/** Which cameras something is for; nothing where it is for all. */
export const forCameras = (letters: readonly string[]): string => (letters.length ? letters.join(', ') : '');

/** A moment of the day in words. */
export function duty(moment: Views['DayMomentView']): string {
  const what = DUTY[moment.duty] || moment.name;
  const where = moment.duty === 'balance' || moment.duty === 'saveMemory' ? moment.name : '';
  const who = forCameras(moment.cameras);
  return `${what}${where ? `: ${where}` : ''}${who ? ` (${who})` : ''}`;
}

export const HAZARDS = [
  { key: 'wet', name: 'wet ground, rain' },
  { key: 'lamps', name: 'hot or raised lamps' },
  { key: 'cables', name: 'cables where people walk' },
  { key: 'ladder', name: 'ladders, height' },
  { key: 'slope', name: 'slope' },
  { key: 'sun', name: 'sun in the picture' },
  { key: 'laser-or-strobe', name: 'laser or strobe' },
  { key: 'lifting', name: 'heavy cases' },
];

export const SUPPLIES = [
  { key: 'batteries', name: 'their own batteries' },
  { key: 'plates', name: 'battery plates' },
  { key: 'mains', name: 'mains' },
  { key: 'generator', name: 'a generator' },
];

export const KINDS = [
  ['body', 'camera'],
  ['lens', 'lens'],
  ['plate', 'plate'],
  ['tripod', 'tripod'],
  ['battery', 'battery'],
  ['charger', 'charger'],
  ['adapter', 'mains adapter'],
  ['card', 'card'],
  ['reader', 'card reader'],
  ['microphone', 'microphone'],
  ['wireless-receiver', 'wireless receiver'],
  ['wireless-transmitter', 'wireless transmitter'],
  ['recorder', 'sound recorder'],
  ['headphones', 'headphones'],
  ['cable', 'cable'],
  ['filter', 'front filter'],
  ['rain-cover', 'rain cover'],
  ['aa-batteries', 'AA batteries'],
  ['other', 'other'],
].map(([key, name]) => ({ key: key!, name: name! }));
