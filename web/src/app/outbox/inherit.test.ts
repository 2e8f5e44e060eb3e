import { beforeEach, describe, expect, it } from 'vitest';
import { inherit } from './inherit';
import { memoryShelf } from './shelf';

describe('what an earlier version left waiting', () => {
  beforeEach(() => localStorage.clear());
  const place = 'gold-notch.check.c1.waiting';

  it('is taken over in its order, and then only', async () => {
    localStorage.setItem('gold-notch.session', JSON.stringify({ login: 'mara' }));
    const before = [
      { setting: 'gain', read: 'H', seen: 3, stage: 'left', receipt: 'r1', login: 'joss' },
      { setting: 'nd', read: null, seen: 0 },
    ];
    localStorage.setItem(place, JSON.stringify(before));
    const shelf = memoryShelf();
    await inherit(shelf);
    expect(localStorage.getItem(place)).toBeNull();
    const [first, second] = [...shelf.kept.values()].sort((a, b) => a.at - b.at);
    expect(first).toMatchObject({
      id: 'r1',
      group: 'c1',
      kind: 'reading',
      login: 'joss',
      seen: 3,
      stage: 'left',
    });
    expect(second).toMatchObject({ setting: 'nd', read: null, login: 'mara', stage: 'found' });
  });

  it('stays where it is while the new place takes nothing', async () => {
    localStorage.setItem(place, JSON.stringify([{ setting: 'gain', read: 'H', seen: 0, login: 'mara' }]));
    await inherit({ ...memoryShelf(), put: () => Promise.reject(new Error('full')) });
    expect(localStorage.getItem(place)).toContain('gain');
  });
});
