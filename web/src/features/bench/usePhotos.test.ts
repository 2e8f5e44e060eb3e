import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent } from 'vue';
import { outboxForTest } from '../../app/outbox/outbox';
import { memoryShelf } from '../../app/outbox/shelf';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import LatePhotos from '../history/LatePhotos.vue';
import type { PhotoEntry } from './outgoing';
import PhotoStrip from './PhotoStrip.vue';
import { usePhotos } from './usePhotos';
import WaitingNotices from './WaitingNotices.vue';

const picture = (text = 'picture') => new Blob([text], { type: 'image/png' });
const photo = (id: string, over: Partial<PhotoEntry> = {}): PhotoEntry => ({
  id,
  kind: 'photo',
  group: 'c1',
  about: `OBG-106, photograph ${id}`,
  setting: 'gain',
  login: 'mara',
  at: 1,
  picture: picture(),
  ...over,
});

const route = 'PUT /api/checks/c1/photos/*';
let photos: ReturnType<typeof usePhotos>;
const taken: unknown[] = [];
const open = async (on = memoryShelf()) => {
  outboxForTest(on);
  const page = mount(
    defineComponent({
      setup: () => {
        photos = usePhotos('c1', (check) => taken.push(check));
        return () => null;
      },
    }),
  );
  await flushPromises();
  return page;
};
const signedIn = (login: string) => (session.value = { login, name: login } as never);

describe('usePhotos', () => {
  beforeEach(() => {
    taken.length = 0;
    signedIn('mara');
    vi.useRealTimers();
  });

  it('sends one at once and keeps nothing of it', async () => {
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    const shelf = memoryShelf();
    await open(shelf);
    await photos.add(picture(), 'gain');
    expect(asked).toHaveLength(1);
    expect(asked[0]!.query).toBe('?setting=gain');
    expect(shelf.kept.size).toBe(0);
    expect(photos.all.value).toEqual([]);
    expect(taken).toHaveLength(1);
  });

  it('keeps one taken without network and sends it under the same id when it is back', async () => {
    vi.useFakeTimers();
    stubSite({});
    const shelf = memoryShelf();
    const page = await open(shelf);
    await photos.add(picture(), 'gain');
    expect(photos.waiting.value).toHaveLength(1);
    const [id] = shelf.kept.keys();
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    await vi.advanceTimersByTimeAsync(4000);
    expect(asked.map((a) => a.path)).toEqual([`/api/checks/c1/photos/${id}`]);
    expect(shelf.kept.size).toBe(0);
    page.unmount();
  });

  it('sends what was kept before the page was closed, in the order in which it was taken', async () => {
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    await open(memoryShelf(photo('second', { at: 2 }), photo('first', { at: 1 })));
    expect(asked.map((a) => a.path.split('/').at(-1))).toEqual(['first', 'second']);
  });

  it('keeps what is no photograph until a person discards it, says why, and goes on with the next', async () => {
    const refused = { code: 'not-a-picture', detail: 'That is no JPEG or PNG.' };
    const asked = stubSite({
      [route]: (a) => (a.path.endsWith('/first') ? json(400, refused) : json(200, { id: 'c1' })),
    });
    const shelf = memoryShelf(photo('first', { at: 1 }), photo('second', { at: 2 }));
    await open(shelf);
    expect(asked).toHaveLength(2);
    expect(photos.wrong.value).toContain('no JPEG or PNG');
    expect([...shelf.kept.keys()]).toEqual(['first']);
    expect(photos.waiting.value).toEqual([]);
    await photos.remove('first');
    expect(shelf.kept.size).toBe(0);
    expect(photos.wrong.value).toBe('');
    expect(asked).toHaveLength(2);
  });

  it('keeps one too many until another is removed, and sends it then', async () => {
    let full = true;
    const refused = { code: 'too-many', detail: 'A check keeps 24 photographs. Remove one first.' };
    stubSite({
      [route]: () => (full ? json(409, refused) : json(200, { id: 'c1' })),
      'DELETE /api/checks/c1/photos/*': () => ((full = false), json(200, { id: 'c1' })),
    });
    const shelf = memoryShelf(photo('one'));
    await open(shelf);
    expect(photos.wrong.value).toContain('Remove one first');
    expect(shelf.kept.size).toBe(1);
    await photos.remove('another');
    await flushPromises();
    expect(shelf.kept.size).toBe(0);
    expect(photos.wrong.value).toBe('');
  });

  it('keeps one that came too late for the signature, and does not send it for ever', async () => {
    const asked = stubSite({
      [route]: () => json(409, { code: 'immutable', detail: 'This check is signed.' }),
    });
    const shelf = memoryShelf(photo('one'));
    const page = await open(shelf);
    expect(photos.wrong.value).toContain('signed');
    page.unmount();
    await open(shelf);
    expect(asked).toHaveLength(1);
    expect(shelf.kept.size).toBe(1);
  });

  it('says that the page must stay open where the browser has no room', async () => {
    stubSite({});
    const full = () => Promise.reject(new DOMException('full', 'QuotaExceededError'));
    await open({ ...memoryShelf(), put: full });
    await photos.add(picture(), null);
    expect(photos.wrong.value).toContain('no room');
    outboxForTest(memoryShelf());
  });

  it('removes one that waits without asking the site', async () => {
    stubSite({});
    const shelf = memoryShelf(photo('one'));
    await open(shelf);
    const asked = stubSite({});
    await photos.remove('one');
    expect(shelf.kept.size).toBe(0);
    expect(asked).toEqual([]);
  });
});

describe('PhotoStrip', () => {
  it('shows what waits beside what is kept, and gives the chosen file on', async () => {
    URL.createObjectURL = () => 'blob:one';
    URL.revokeObjectURL = () => undefined;
    const strip = mount(PhotoStrip, {
      props: {
        id: 'c1',
        photos: [{ id: 'up', setting: 'gain', by: 'Mara', at: '', width: 4, height: 3 }],
        waiting: [photo('down'), photo('bad', { refusal: { code: 'x', message: 'y', final: true } })],
        wrong: 'That is no JPEG or PNG.',
      },
    });
    expect(strip.findAll('img').map((i) => i.attributes('src'))).toEqual([
      '/api/checks/c1/photos/up',
      'blob:one',
      'blob:one',
    ]);
    expect(strip.text()).toContain('not accepted');
    expect(strip.text()).toContain('saved here');
    expect(strip.find('[role=alert]').text()).toContain('no JPEG');
    const input = strip.find('input').element as HTMLInputElement;
    Object.defineProperty(input, 'files', { value: [new File(['x'], 'a.png', { type: 'image/png' })] });
    Object.defineProperty(input, 'value', { value: '', writable: true });
    await strip.find('input').trigger('change');
    expect((strip.emitted('add')![0]![0] as File).name).toBe('a.png');
    await strip.findAll('button')[1]!.trigger('click');
    expect(strip.emitted('remove')).toEqual([['down']]);
    strip.unmount();
  });

  it('is not there in a finished check without photographs', () => {
    expect(mount(PhotoStrip, { props: { id: 'c1', photos: [], fixed: true } }).text()).toBe('');
  });
});

describe('LatePhotos', () => {
  it('offers what was not accepted to be saved, and leaves what still waits alone', async () => {
    URL.createObjectURL = () => 'blob:late';
    URL.revokeObjectURL = () => undefined;
    signedIn('mara');
    stubSite({});
    const refusal = { code: 'immutable', message: 'Signed.', final: true };
    const shelf = memoryShelf(photo('late', { refusal }), photo('waits'));
    outboxForTest(shelf);
    const page = mount(LatePhotos, { props: { id: 'c1' } });
    await flushPromises();
    expect(page.findAll('figure')).toHaveLength(1);
    expect(page.find('a').attributes()).toMatchObject({ href: 'blob:late', download: 'gain.png' });
    await page.find('button').trigger('click');
    await flushPromises();
    expect([...shelf.kept.keys()]).toEqual(['waits']);
    expect(page.text()).toBe('');
    page.unmount();
  });
});

describe('WaitingNotices', () => {
  const read = (id: string, login = 'mara', over = {}) =>
    ({ id, kind: 'reading', group: 'c1', about: `Gain: ${id}`, login, at: 1, tried: true, ...over }) as never;
  const notices = (...entries: never[]) => mount(WaitingNotices, { props: { entries } });

  beforeEach(() => {
    signedIn('mara');
    outboxForTest(memoryShelf());
  });

  it('tells one’s own apart from what others left on this device', () => {
    const text = notices(
      read('a'),
      read('b', 'joss'),
      read('c', 'joss'),
      photo('d', { tried: true }) as never,
      photo('e', { login: 'joss' }) as never,
    ).text();
    expect(text).toContain('1 reading and 1 photograph saved on this device, not uploaded yet');
    expect(text).toContain('2 readings and 1 photograph by joss on this device');
  });

  it('names what was refused, and gives the fault that what waits is waiting for', () => {
    const of = (final: boolean, message: string) => ({ refusal: { code: 'x', message, final } });
    const page = notices(
      read('x', 'mara', of(true, 'Gain has no x.')),
      read('H', 'mara', of(false, 'A fault.')),
    );
    expect(page.find('[data-role=refused]').text()).toContain('Gain: x was not accepted. Gain has no x.');
    expect(page.find('[data-role=waiting]').text()).toMatch(/^1 reading saved.*A fault\. Try now$/);
  });
});
