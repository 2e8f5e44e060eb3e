import type { Views } from '../app/client';

/** What a new line-up begins with, as the site gives it. */
export const newLineUp = (over: object = {}) =>
  ({
    document: {
      id: '00000000-0000-0000-0000-000000000000',
      name: '',
      place: '',
      standard: 'night',
      light: { temperatureK: 2900, mainsHz: 50, lamp: 'tungsten', lux: 12, meter: 'dome' },
      cameras: [],
      strategy: 'common-speed',
    },
    camera: { letter: '', unit: '', part: '', watch: 'fixed', require: 'open', distanceM: 3 },
    lux: 12,
    reading: { iris: 'f/5.6', time: '1/50', iso: 320 },
    movesByStops: 2,
    places: ['face, far side', 'background'],
    kit: [{ label: '2', stops: 2, count: 1 }],
    room: { name: '', temperatureK: 3200 },
    person: { name: '', kind: 'person', acrossM: 2, awayM: 3, leanM: 0.3 },
    thing: { name: '', kind: '', acrossM: 2, awayM: 3, leanM: 0 },
    thingsApartM: 0.5,
    framedM: 2,
    focalMm: 35,
    ...over,
  }) as unknown as Views['NewLineUp'];
