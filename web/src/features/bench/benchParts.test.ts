import { flushPromises, mount } from '@vue/test-utils';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { defineComponent, nextTick } from 'vue';
import type { Views } from '../../app/client';
import { json, stubSite } from '../../testing/site';
import CheckList from './CheckList.vue';
import CheckQueue from './CheckQueue.vue';
import { entriesOf } from './entries';
import RivalReadings from './RivalReadings.vue';
import { useCamera } from './useCamera';

const reading = (label: string, by = ''): Views['ReadingView'] => ({
  kind: label ? 'value' : 'unread',
  typed: label,
  label,
  dialAt: null,
  by,
  at: null,
  version: label ? 1 : 0,
  stage: 'found',
  fromCamera: false,
  fromClip: false,
});
const line = (setting: string, target: string, label = '', over = {}) =>
  ({
    line: { setting, name: setting, target, kind: 'computed' },
    reading: reading(label, 'Mara'),
    verdict: { kind: label ? 'on' : 'unread', offLabel: '', because: { sentence: '' } },
    found: null,
    stale: false,
    rivals: [],
    ...over,
  }) as unknown as Views['CheckLineView'];

describe('RivalReadings', () => {
  it('shows both readings with who read them, and lets a person choose either', async () => {
    const rival = reading('H', 'Joss');
    const standing = reading('L', 'Mara');
    const two = mount(RivalReadings, {
      props: { line: line('gain', 'L', '', { rivals: [rival], standing }) },
    });
    expect(two.text()).toContain('Mara read');
    expect(two.text()).toContain('Joss read');
    await two.findAll('button')[0]!.trigger('click');
    await two.findAll('button')[1]!.trigger('click');
    expect(two.emitted('decide')).toEqual([[null], [rival]]);
  });

  it('is not there while nobody disagrees', () => {
    expect(mount(RivalReadings, { props: { line: line('gain', 'L', 'L') } }).text()).toBe('');
  });
});

describe('CheckQueue', () => {
  const inChapter = (setting: string) =>
    line(setting, '', '', { line: { setting, name: setting, chapter: 'Exposure' } });

  it('keeps the notch that is worked on in view', async () => {
    const seen: string[] = [];
    const scroll = vi.fn(function (this: HTMLElement) {
      seen.push(this.dataset.setting!);
    });
    const before = Element.prototype.scrollIntoView;
    Element.prototype.scrollIntoView = scroll;
    try {
      const queue = mount(CheckQueue, {
        props: {
          entries: entriesOf([inChapter('gain'), inChapter('iris')], 'found', null),
          current: 'gain',
          waiting: [],
          order: [],
        },
      });
      await queue.setProps({ current: 'iris' });
      expect(seen).toEqual(['gain', 'iris']);
    } finally {
      Element.prototype.scrollIntoView = before;
    }
  });
});

describe('CheckList', () => {
  const list = (record: (setting: string, read: string) => Promise<boolean>) =>
    mount(CheckList, {
      props: { lines: [line('gain', 'L'), line('nd', 'clear')], waiting: [], refusal: null, record },
      attachTo: document.body,
    });

  it('records what is typed and goes on to the next field with Enter', async () => {
    const record = vi.fn(async () => true);
    const all = list(record);
    await nextTick();
    const [gain, nd] = all.findAll('input');
    await gain!.setValue(' H ');
    await gain!.trigger('keydown', { key: 'Enter' });
    await flushPromises();
    expect(record).toHaveBeenCalledWith('gain', 'H');
    expect(document.activeElement).toBe(nd!.element);
    expect((gain!.element as HTMLInputElement).value).toBe('');
    all.unmount();
  });

  it('keeps what was refused in its field, and comes back to it', async () => {
    const all = list(async () => false);
    await nextTick();
    const gain = all.find('input');
    await gain.setValue('Q');
    await gain.trigger('keydown', { key: 'Enter' });
    await flushPromises();
    await nextTick();
    expect((gain.element as HTMLInputElement).value).toBe('Q');
    expect(document.activeElement).toBe(gain.element);
    await all.setProps({ refusal: { setting: 'gain', message: 'Gain has no Q.' } });
    expect(all.find('[role=alert]').text()).toBe('Gain has no Q.');
    // Whatever arrives meanwhile, the field in hand stays the same field.
    await all.setProps({ lines: [line('gain', 'L', 'H'), line('nd', 'clear')] });
    expect(document.activeElement).toBe(gain.element);
    all.unmount();
  });

  it('takes the sheet’s value with one press', async () => {
    const record = vi.fn(async () => true);
    const all = list(record);
    await all.find('button[aria-label="nd as on the sheet"]').trigger('click');
    expect(record).toHaveBeenCalledWith('nd', 'clear');
    all.unmount();
  });
});

describe('useCamera', () => {
  const settings = Array.from({ length: 25 }, (_, i) => `s${i}`);
  const answers = { state: 'answers', sentence: '', reports: settings, accepts: ['s1'] };
  let camera: ReturnType<typeof useCamera>;
  const taken: unknown[] = [];
  const open = () =>
    mount(
      defineComponent({
        setup: () => {
          camera = useCamera('c1', (check) => taken.push(check));
          return () => null;
        },
      }),
    );
  beforeEach(() => void (taken.length = 0));

  it('reads bit by bit, so that it can be followed, and takes each bit at once', async () => {
    const asked = stubSite({
      'GET /api/checks/c1/camera': () => json(200, answers),
      'POST /api/checks/c1/camera/readings': (a) =>
        json(200, {
          settings: (a.body as { settings: string[] }).settings.map((setting) => ({
            setting,
            outcome: setting === 's3' ? 'differs' : 'recorded',
            shows: '',
            sentence: 'apart',
          })),
          check: { id: 'c1' },
        }),
    });
    open();
    await camera.read('found');
    expect(
      asked.filter((a) => a.method === 'POST').map((a) => (a.body as { settings: string[] }).settings.length),
    ).toEqual([10, 10, 5]);
    expect(taken).toHaveLength(3);
    expect(camera.done.value).toBe(25);
    expect(camera.taken.value).toBe(24);
    expect(camera.apart.value.map((a) => a.setting)).toEqual(['s3']);
    expect(camera.accepts('s1')).toBe(true);
  });

  it('keeps what came before the camera fell silent, and says so', async () => {
    let calls = 0;
    stubSite({
      'GET /api/checks/c1/camera': () => json(200, answers),
      'POST /api/checks/c1/camera/readings': () =>
        ++calls === 1
          ? json(200, { settings: [], check: { id: 'c1' } })
          : json(424, { code: 'camera-silent', detail: 'OBG-101 does not answer.' }),
    });
    open();
    await camera.read('found');
    expect(taken).toHaveLength(1);
    expect(camera.wrong.value).toContain('does not answer');
    expect(camera.busy.value).toBe(false);
  });

  describe('sending what stands wrong', () => {
    const all = { ...answers, accepts: ['gain', 'shutter', 'record-format'] };
    const sending = async (reply: (setting: string) => Response, order: () => string[]) => {
      const asked = stubSite({
        'GET /api/checks/c1/camera': () => json(200, all),
        'PUT /api/checks/c1/camera/settings/*': (a) => reply(a.path.split('/').at(-1)!),
      });
      open();
      await flushPromises();
      await camera.setAll(order);
      return asked.filter((a) => a.method === 'PUT').map((a) => a.path.split('/').at(-1));
    };

    it('goes along the order as each answer leaves it, and sends nothing the camera does not take', async () => {
      let order = ['record-format', 'nd', 'gain'];
      const sent = await sending(
        (setting) => {
          // The size brought the shutter along: it is now the next.
          order =
            setting === 'record-format' ? ['shutter', 'nd', 'gain'] : order.filter((s) => s !== setting);
          return json(200, { settings: [], check: { id: 'c1' } });
        },
        () => order,
      );
      expect(sent).toEqual(['record-format', 'shutter', 'gain']);
      expect(taken).toHaveLength(3);
      expect(camera.busy.value).toBe(false);
    });

    it('passes over what the camera refuses, says so, and does not ask for it for ever', async () => {
      const sent = await sending(
        (setting) =>
          setting === 'gain'
            ? json(409, {
                code: 'camera-refused',
                detail: 'OBG-101 does not take it: move the switch first.',
              })
            : json(200, { settings: [], check: { id: 'c1' } }),
        () => ['gain', 'shutter'],
      );
      expect(sent).toEqual(['gain', 'shutter']);
      expect(camera.refused.value.map((r) => r.setting)).toEqual(['gain']);
      expect(camera.wrong.value).toBe('');
    });

    it('sends nothing more to a camera that fell silent, and says so', async () => {
      const sent = await sending(
        () => json(424, { code: 'camera-silent', detail: 'OBG-101 does not answer.' }),
        () => ['gain', 'shutter'],
      );
      expect(sent).toEqual(['gain']);
      expect(camera.wrong.value).toContain('does not answer');
      expect(camera.busy.value).toBe(false);
    });

    it('stops in the middle when it is told to', async () => {
      const sent = await sending(
        () => {
          camera.cancel();
          return json(200, { settings: [], check: { id: 'c1' } });
        },
        () => ['gain', 'shutter'],
      );
      expect(sent).toEqual(['gain']);
      expect(camera.wrong.value).toBe('');
    });
  });

  it('stops where it is told to', async () => {
    stubSite({
      'GET /api/checks/c1/camera': () => json(200, answers),
      'POST /api/checks/c1/camera/readings': () => {
        camera.cancel();
        return json(200, { settings: [], check: { id: 'c1' } });
      },
    });
    open();
    await camera.read('found');
    expect(camera.done.value).toBeLessThan(25);
    expect(camera.wrong.value).toBe('');
  });

  it('has nothing to read where the unit has no link', async () => {
    const asked = stubSite({
      'GET /api/checks/c1/camera': () =>
        json(200, { state: 'none', sentence: 'OBG-101 has no link.', reports: [], accepts: [] }),
    });
    open();
    await camera.read('found');
    expect(asked.every((a) => a.method === 'GET')).toBe(true);
  });
});
