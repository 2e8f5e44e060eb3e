import { describe, expect, it } from 'vitest';
import { router } from './router';
import { roomOf, SECTIONS, sectionOf } from './sections';

describe('sections', () => {
  it.each([
    ['/cameras', 'Cameras', '/cameras'],
    ['/cameras/units/OBG-101', 'Cameras', '/cameras/units'],
    ['/cameras/specifications/alder-20', 'Cameras', '/cameras/specifications'],
    ['/sheets/lecture-room/alder-20', 'Standards', undefined],
    ['/history/audit-log', 'History', '/history/audit-log'],
    ['/history/5d9a2c1e', 'History', '/history'],
    ['/shoots/5d9a2c1e/pack', 'Shoots', '/shoots'],
    ['/shoots/loans/5d9a2c1e', 'Shoots', '/shoots/loans'],
  ])('%s is in %s', (path, name, room) => {
    const section = sectionOf(path)!;
    expect(section.name).toBe(name);
    expect(roomOf(section, path)).toBe(room);
  });

  it('has nothing for an account, and no name on the strip without a page behind it', () => {
    expect(sectionOf('/account')).toBeUndefined();
    expect(sectionOf('/benches')).toBeUndefined();
    const paths = SECTIONS.flatMap((s) => [s.path, ...s.rooms.map((r) => r.path)]);
    for (const path of paths) expect(router.resolve(path).matched.at(-1)?.path).toBe(path);
  });

  it.each([
    ['/', '/today'],
    ['/line-ups', '/shoots'],
    ['/line-ups/matches', '/shoots/matches'],
    ['/line-ups/matches/7', '/shoots/matches/7'],
    ['/line-ups/7', '/shoots/7/plan'],
    ['/sheets', '/standards'],
    ['/board', '/cameras'],
    ['/drift', '/cameras/drift'],
    ['/models', '/cameras/specifications'],
    ['/models/elm-p', '/cameras/specifications/elm-p'],
    ['/units/OBG-101', '/cameras/units/OBG-101'],
    ['/units/OBG-101/seems-broken', '/cameras/units/OBG-101/troubleshoot'],
    ['/trail', '/history/audit-log'],
    ['/audit-log', '/history/audit-log'],
    ['/log/7', '/history/7'],
  ])('%s, as it was printed or kept before, still leads to %s', async (old, now) => {
    await router.push(old);
    expect(router.currentRoute.value.path).toBe(now);
  });

  it('keeps what an old address asked for', async () => {
    await router.push('/board?state=off#top');
    expect(router.currentRoute.value.fullPath).toBe('/cameras?state=off#top');
  });
});
