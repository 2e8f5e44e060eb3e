import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent } from 'vue';
import { session } from '../../app/session';
import { json, stubSite } from '../../testing/site';
import type { KeptPhoto, PhotoShelf } from './keptPhotos';
import LatePhotos from '../history/LatePhotos.vue';
import KeptNotices from './KeptNotices.vue';
import PhotoStrip from './PhotoStrip.vue';
import type { Waiting } from './useCheck';
import { usePhotos } from './usePhotos';

const picture = (text = 'picture') => new Blob([text], { type: 'image/png' });
const photo = (id: string, over: Partial<KeptPhoto> = {}): KeptPhoto => ({
  id,
  check: 'c1',
  setting: 'gain',
  login: 'mara',
  at: 1,
  picture: picture(),
  ...over,
});

function shelf(...there: KeptPhoto[]): PhotoShelf & { kept: Map<string, KeptPhoto> } {
  const all = new Map(there.map((p) => [p.id, p]));
  return {
    kept: all,
    all: async () => [...all.values()],
    of: async () => [...all.values()].sort((a, b) => a.at - b.at),
    keep: async (p) => void all.set(p.id, p),
    drop: async (id) => void all.delete(id),
  };
}

const route = 'PUT /api/checks/c1/photos/*';
let photos: ReturnType<typeof usePhotos>;
const taken: unknown[] = [];
const open = async (on: PhotoShelf) => {
  const page = mount(
    defineComponent({
      setup: () => {
        photos = usePhotos('c1', (check) => taken.push(check), on);
        return () => null;
      },
    }),
  );
  await flushPromises();
  return page;
};

describe('usePhotos', () => {
  beforeEach(() => {
    taken.length = 0;
    session.value = { login: 'mara', name: 'Mara', role: 'operator' } as never;
    vi.useRealTimers();
  });

  it('sends one at once and keeps nothing of it', async () => {
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    const on = shelf();
    await open(on);
    await photos.add(picture(), 'gain');
    expect(asked).toHaveLength(1);
    expect(asked[0]!.query).toBe('?setting=gain');
    expect(on.kept.size).toBe(0);
    expect(photos.waiting.value).toEqual([]);
    expect(taken).toHaveLength(1);
  });

  it('keeps one taken without network and sends it under the same id when it is back', async () => {
    vi.useFakeTimers();
    stubSite({});
    const on = shelf();
    const page = await open(on);
    await photos.add(picture(), 'gain');
    expect(photos.waiting.value).toHaveLength(1);
    const [id] = on.kept.keys();
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    await vi.advanceTimersByTimeAsync(3000);
    expect(asked.map((a) => a.path)).toEqual([`/api/checks/c1/photos/${id}`]);
    expect(on.kept.size).toBe(0);
    page.unmount();
  });

  it('sends what was kept before the page was closed, in the order in which it was taken', async () => {
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    await open(shelf(photo('second', { at: 2 }), photo('first', { at: 1 })));
    expect(asked.map((a) => a.path.split('/').at(-1))).toEqual(['first', 'second']);
  });

  it('leaves what somebody else took on this machine for that person', async () => {
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    const on = shelf(photo('theirs', { login: 'joss' }));
    await open(on);
    expect(asked).toEqual([]);
    expect(photos.waiting.value).toHaveLength(1);
    session.value = { login: 'joss', name: 'Joss', role: 'operator' } as never;
    await flushPromises();
    expect(asked).toHaveLength(1);
    expect(on.kept.size).toBe(0);
  });

  it('lets go of what is no photograph, says why, and goes on with the next', async () => {
    const refused = { code: 'not-a-picture', detail: 'That is no JPEG or PNG.' };
    const asked = stubSite({
      [route]: (a) => (a.path.endsWith('/first') ? json(400, refused) : json(200, { id: 'c1' })),
    });
    const on = shelf(photo('first', { at: 1 }), photo('second', { at: 2 }));
    await open(on);
    expect(asked).toHaveLength(2);
    expect(photos.wrong.value).toContain('no JPEG or PNG');
    expect(on.kept.size).toBe(0);
  });

  it('keeps one too many until another is taken away', async () => {
    vi.useFakeTimers();
    let full = true;
    const refused = { code: 'too-many', detail: 'A check keeps 24 photographs. Take one away first.' };
    stubSite({ [route]: () => (full ? json(409, refused) : json(200, { id: 'c1' })) });
    const on = shelf(photo('one'));
    const page = await open(on);
    expect(photos.wrong.value).toContain('Take one away first');
    expect(on.kept.size).toBe(1);
    full = false;
    await vi.advanceTimersByTimeAsync(3000);
    expect(on.kept.size).toBe(0);
    page.unmount();
  });

  it('keeps one that came too late for the signature, and does not send it for ever', async () => {
    const asked = stubSite({
      [route]: () => json(409, { code: 'immutable', detail: 'This check is signed.' }),
    });
    const on = shelf(photo('one'));
    const page = await open(on);
    expect(asked).toHaveLength(1);
    expect(on.kept.get('one')?.late).toBe(true);
    expect(photos.wrong.value).toContain('signed');
    page.unmount();
    await open(on);
    expect(asked).toHaveLength(1);
    expect(photos.waiting.value).toHaveLength(1);
  });

  it('waits for the person to sign in again and drops nothing meanwhile', async () => {
    stubSite({ [route]: () => json(401, { code: 'sign-in', detail: 'Sign in first.' }) });
    const on = shelf(photo('one'));
    const page = await open(on);
    expect(on.kept.size).toBe(1);
    expect(photos.wrong.value).toBe('');
    page.unmount();
  });

  it('says that the page must stay open where the browser has no room, and still sends it', async () => {
    const asked = stubSite({ [route]: () => json(200, { id: 'c1' }) });
    await open({ ...shelf(), keep: () => Promise.reject(new DOMException('full', 'QuotaExceededError')) });
    await photos.add(picture(), null);
    expect(photos.wrong.value).toContain('no room');
    expect(asked).toHaveLength(1);
  });

  it('takes one that waits away without asking the site', async () => {
    vi.useFakeTimers();
    const asked = stubSite({});
    const on = shelf(photo('one'));
    const page = await open(on);
    const before = asked.length;
    await photos.remove('one');
    expect(photos.waiting.value).toEqual([]);
    expect(on.kept.size).toBe(0);
    expect(asked).toHaveLength(before);
    page.unmount();
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
        waiting: [photo('down')],
        wrong: 'That is no JPEG or PNG.',
      },
    });
    expect(strip.findAll('img').map((i) => i.attributes('src'))).toEqual([
      '/api/checks/c1/photos/up',
      'blob:one',
    ]);
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
  it('offers what came too late for the signature to be saved, and leaves what still waits alone', async () => {
    URL.createObjectURL = () => 'blob:late';
    URL.revokeObjectURL = () => undefined;
    const on = shelf(photo('late', { late: true }), photo('waits'));
    const page = mount(LatePhotos, { props: { id: 'c1', shelf: on } });
    await flushPromises();
    expect(page.findAll('figure')).toHaveLength(1);
    expect(page.find('a').attributes()).toMatchObject({ href: 'blob:late', download: 'gain.png' });
    await page.find('button').trigger('click');
    await flushPromises();
    expect([...on.kept.keys()]).toEqual(['waits']);
    expect(page.text()).toBe('');
    page.unmount();
  });
});

describe('KeptNotices', () => {
  const read = (login: string) => ({ login, setting: 'gain', receipt: login }) as Waiting;

  it('tells one’s own apart from what others left on this machine', () => {
    session.value = { login: 'mara', name: 'Mara', role: 'operator' } as never;
    const text = mount(KeptNotices, {
      props: {
        readings: [read('mara'), read('joss'), read('joss')],
        photos: [photo('a'), photo('b', { login: 'joss' }), photo('c', { login: 'devi' })],
        sending: false,
      },
    }).text();
    expect(text).toContain('1 saved on this device, not uploaded yet');
    expect(text).toContain('A photograph is saved on this device');
    expect(text).toContain('2 read by joss and 1 photograph by joss on this machine');
    expect(text).toContain('1 photograph by devi on this machine: they upload when devi signs in here');
  });

  it('says nothing of photographs that are on their way', () => {
    session.value = { login: 'mara', name: 'Mara', role: 'operator' } as never;
    const props = { readings: [], photos: [photo('a')], sending: true };
    expect(mount(KeptNotices, { props }).text()).toBe('');
  });
});
