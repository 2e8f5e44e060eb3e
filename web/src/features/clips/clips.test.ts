import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { upload } from '../../app/client';
import FrameSeries from '../../instruments/FrameSeries.vue';
import SoundLevels from '../../instruments/SoundLevels.vue';
import ClipResult from './ClipResult.vue';
import { refusal, type Clip } from './useClip';

const target = { voicePeaks: -12, within: 3, mostPeak: -1 };
const clip = (over: object = {}) =>
  ({
    id: 'c',
    name: 'C0001.MP4',
    check: 'k',
    state: 'judged',
    sentence: '',
    facts: [{ name: 'Picture', value: '1080 29.97p' }],
    findings: [],
    answers: [],
    parts: [],
    target,
    ...over,
  }) as unknown as Clip;
const shown = (over: object) =>
  mount(ClipResult, {
    props: { clip: clip(over), brief: true },
    global: { stubs: { RouterLink: RouterLinkStub } },
  });

describe('a test clip', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('is not sent when it is empty or larger than the site takes', () => {
    expect(refusal({ name: 'a.mov', size: 0 })).toBe('a.mov is empty. Copy it from the card again.');
    expect(refusal({ name: 'a.mov', size: 3 * 1024 * 1024 }, 2)).toContain(
      'a.mov has 3 MB; a clip has at most 2.',
    );
    expect(refusal({ name: 'a.mov', size: 2 * 1024 * 1024 }, 2)).toBe('');
  });

  it('says what is read while it is judged, and why it could not be', async () => {
    const judging = shown({ state: 'judging', stage: 'frames' });
    expect(judging.find('[role=status]').text()).toContain('Looking at its frames…');
    await judging.find('button').trigger('click');
    expect(judging.emitted('giveUp')).toHaveLength(1);
    expect(shown({ state: 'refused', sentence: 'This is a still.' }).find('[role=alert]').text()).toBe(
      'This is a still.',
    );
  });

  it('leads from what was read otherwise to the notch, and leaves out what was known', () => {
    const text = shown({
      findings: [
        { severity: 'fault', short: 'channel 2 silent', because: { sentence: 'Look at the cable.' } },
      ],
      answers: [
        {
          setting: 'record-format',
          name: 'Record format',
          typed: '1080 29.97p',
          outcome: 'beside',
          says: '',
        },
        { setting: 'codec', name: 'Codec', typed: 'long-frame', outcome: 'same', says: '' },
        { setting: 'test-clip', name: 'Ten-second test', typed: 'yes', outcome: 'recorded', says: '' },
      ],
    });
    expect(text.find('.findings li').text()).toBe('channel 2 silent Look at the cable.');
    expect(text.findAll('.answers li').map((l) => l.text().replace(/\s+/g, ' '))).toEqual([
      'Record format1080 29.97pread otherwise: choose which stands',
      'Ten-second testdonerecorded',
    ]);
    expect(text.findComponent(RouterLinkStub).props('to')).toBe('/bench/k/record-format');
  });

  it('draws peaks within the scale and says what a channel holds', () => {
    const drawing = mount(SoundLevels, {
      props: {
        channels: [
          {
            number: 1,
            silent: false,
            peak: -4,
            level: -20,
            voicePeaks: -12,
            floor: -61,
            peaks: [0, -12, -90],
            levels: [-20, -30, -120],
          },
          {
            number: 2,
            silent: true,
            peak: -70,
            level: -82,
            voicePeaks: null,
            floor: null,
            peaks: [],
            levels: [],
          },
        ],
        target,
        from: 0,
      },
    });
    const points = drawing
      .find('.peaks')
      .attributes('d')!
      .match(/ ([\d.]+)/g)!
      .map(Number);
    expect(points).toEqual([0, 19.2, 96]);
    expect(drawing.findAll('figcaption').map((f) => f.text())).toEqual([
      'Channel 1 voice peaks −12.0, highest −4.0, under it −61.0 dBFS',
      'Channel 2 silent, level −82.0 dBFS',
    ]);
    expect(mount(SoundLevels, { props: { channels: [], target, from: 0 } }).text()).toBe(
      'There is no sound to draw.',
    );
  });

  it('marks each frame that differs, and says when nothing moves', () => {
    const stops = Array.from({ length: 9 }, () => 0);
    const twice = mount(FrameSeries, {
      props: { stops, changed: [false, true, false, true, false, true, false, true], rate: 25, from: 0 },
    });
    expect(twice.find('.ticks').attributes('d')!.match(/M/g)).toHaveLength(4);
    const still = mount(FrameSeries, { props: { stops, changed: null, rate: 25, from: 0 } });
    expect(still.find('.ticks').attributes('d')).toBe('');
    expect(still.text()).toContain('The scene is still');
  });

  it('tells how far it is sent, what the site refused, and can be given up', async () => {
    const lines: FakeLine[] = [];
    class FakeLine {
      upload = {} as { onprogress: (e: object) => void };
      status = 0;
      responseText = '';
      onload = () => {};
      onerror = () => {};
      onabort = () => {};
      constructor() {
        lines.push(this);
      }
      open = vi.fn();
      setRequestHeader = vi.fn();
      send = vi.fn();
      abort = () => this.onabort();
    }
    vi.stubGlobal('XMLHttpRequest', FakeLine);
    const told: number[] = [];
    const stop = new AbortController();
    const sent = upload('/api/clips/1', new Blob(['x']), (s) => told.push(s), stop.signal);
    lines[0]!.upload.onprogress({ lengthComputable: true, loaded: 1, total: 4 });
    Object.assign(lines[0]!, {
      status: 422,
      responseText: '{"code":"bad-picture","detail":"No clip.","pointer":"/file"}',
    });
    lines[0]!.onload();
    await expect(sent).rejects.toMatchObject({ status: 422, message: 'No clip.', pointer: '/file' });
    expect(told).toEqual([0.25]);
    const away = upload('/api/clips/1', new Blob(['x']), () => {}, stop.signal);
    lines[1]!.onerror();
    await expect(away).rejects.toMatchObject({ away: true });
    const given = upload('/api/clips/1', new Blob(['x']), () => {}, stop.signal);
    stop.abort();
    await expect(given).rejects.toMatchObject({ name: 'AbortError' });
    await flushPromises();
  });
});
