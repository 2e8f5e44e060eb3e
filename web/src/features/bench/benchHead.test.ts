import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils';
import { describe, expect, it } from 'vitest';
import type { Views } from '../../app/client';
import { json, stubSite } from '../../testing/site';
import CheckAdditions from '../history/CheckAdditions.vue';
import BenchHead from './BenchHead.vue';
import CameraBar from './CameraBar.vue';
import CheckQueue from './CheckQueue.vue';
import { entriesOf } from './entries';
import SignCheck from './SignCheck.vue';

const check = (over: Partial<Views['CheckView']> = {}) =>
  ({
    id: 'c1',
    unitTag: 'OBG-106',
    modelName: 'Bracken 3',
    unitTape: 'orange',
    standardName: 'Lecture room',
    standardVersion: 5,
    shootName: '',
    unitStatus: 'in',
    standardState: 'approved',
    lines: [],
    additions: [],
    ...over,
  }) as unknown as Views['CheckView'];

const line = (setting: string, chapter: string, over = {}) =>
  ({
    line: { setting, name: setting, chapter },
    reading: { label: '' },
    verdict: { kind: 'unread' },
    stale: false,
    rivals: [],
    ...over,
  }) as unknown as Views['CheckLineView'];

describe('BenchHead', () => {
  const head = (over: Partial<Views['CheckView']> = {}, needsCorrection = 0) =>
    mount(BenchHead, {
      props: {
        check: check(over),
        place: '3 of 72',
        stage: 'found',
        needsCorrection,
        asList: false,
        queueOpen: false,
      },
      global: { stubs: { RouterLink: RouterLinkStub } },
    });

  it('says what is checked against what, and by whose plan', () => {
    expect(head({ shootName: 'Orchids, camera B' }).text()).toMatch(
      /OBG-106 Bracken 3, orange tape, against\s+Lecture room, version 5, as planned for Orchids, camera B/,
    );
  });

  it('turns from finding to correcting, and counts what there is to do', async () => {
    const one = head({}, 4);
    const [, left] = one.findAll('.stages button');
    expect(left!.text()).toBe('Corrections (4)');
    await left!.trigger('click');
    expect(one.emitted('turn')).toEqual([['left']]);
  });

  it('says that the unit or the standard went away meanwhile, and that what was read stays', () => {
    expect(head().find('.problem').exists()).toBe(false);
    expect(head({ unitStatus: 'retired' }).find('.problem').text()).toMatch(
      /taken out of the pool.*what is read stays/s,
    );
    expect(head({ standardState: 'retired' }).find('.problem').text()).toContain('standard was retired');
  });

  it('leads to what seems broken with the check, so that it knows what was read', () => {
    expect(head().findComponent(RouterLinkStub).props('to')).toEqual({
      path: '/cameras/units/OBG-106/troubleshoot',
      query: { check: 'c1' },
    });
  });
});

describe('CheckQueue', () => {
  const queue = (order: string[] = [], waiting: unknown[] = []) =>
    mount(CheckQueue, {
      props: {
        entries: entriesOf(
          [
            line('kit', 'Kit out'),
            line('gain', 'Exposure', { stale: true }),
            line('nd', 'Exposure', { rivals: [{}] }),
          ],
          'found',
          null,
        ),
        current: 'gain',
        waiting: waiting as never,
        order: order.map((setting) => ({ setting })) as never,
      },
    });

  it('goes chapter by chapter, and marks what came back and what was read two ways', () => {
    const one = queue();
    expect(one.findAll('h2').map((h) => h.text())).toEqual(['Kit out', 'Exposure']);
    expect(one.find('[data-setting=gain]').text()).toContain('again');
    expect(one.find('[data-setting=nd]').text()).toContain('two ways');
    expect(one.find('[aria-current=step]').attributes('data-setting')).toBe('gain');
  });

  it('puts the order of correcting first, and nothing twice', () => {
    const one = queue(['nd', 'gain']);
    expect(one.findAll('button').map((b) => b.attributes('data-setting'))).toEqual(['nd', 'gain', 'kit']);
    expect(one.find('h2').text()).toBe('In this order');
  });

  it('shows what is kept in this browser as not read by anybody else yet', () => {
    expect(
      queue([], [{ setting: 'kit' }])
        .find('[data-setting=kit]')
        .text(),
    ).toContain('saved here');
  });
});

describe('CameraBar', () => {
  const bar = (camera: Partial<Views['CameraView']>, over = {}) =>
    mount(CameraBar, {
      props: {
        camera: {
          state: 'answers',
          sentence: '',
          reports: ['gain', 'nd'],
          accepts: [],
          ...camera,
        } as Views['CameraView'],
        busy: false,
        done: 0,
        of: 0,
        wrong: '',
        taken: 0,
        apart: [],
        doing: 'read' as const,
        toSend: 0,
        refused: [],
        ...over,
      },
    });

  it('is not there without a link', () =>
    expect(bar({ state: 'none' }).find('.camera').exists()).toBe(false));

  it('says that a model reports nothing', () => expect(bar({ reports: [] }).text()).toContain('read it off'));

  it('offers to send only where there is more than one thing to send', () => {
    expect(bar({}, { toSend: 1 }).text()).not.toContain('Send');
    expect(bar({}, { toSend: 3 }).text()).toContain('Send 3 to the camera, in order');
  });

  it('says what is being done, how far it is, and can be stopped', async () => {
    const one = bar({}, { busy: true, doing: 'send', done: 2, of: 5 });
    expect(one.text()).toContain('Sending to the camera, 2 of 5');
    await one.find('.link').trigger('click');
    expect(one.emitted('cancel')).toHaveLength(1);
  });

  it('leads to what it refused and to what it says otherwise', async () => {
    const one = bar(
      {},
      {
        refused: [{ setting: 'gain', sentence: 'Move the switch first.' }],
        apart: [{ setting: 'nd', sentence: 'You read clear.' }],
      },
    );
    for (const link of one.findAll('.apart button')) await link.trigger('click');
    expect(one.emitted('go')).toEqual([['gain'], ['nd']]);
  });

  it('says why the camera does not answer, and tries again', async () => {
    const one = bar({ state: 'silent', sentence: 'Is it on, charged and in reach?' });
    expect(one.text()).toContain('Is it on');
    await one.find('.link').trigger('click');
    expect(one.emitted('read')).toHaveLength(1);
  });
});

describe('SignCheck', () => {
  const counts = (over = {}) => ({
    onTarget: 5,
    withinTolerance: 1,
    offTarget: 0,
    automatic: 0,
    unread: 0,
    headline: '',
    ...over,
  });
  const form = (over = {}) =>
    mount(SignCheck, {
      props: {
        summary: counts(),
        found: counts(),
        needsCorrection: 0,
        unread: [],
        off: [],
        left: 0,
        waiting: [],
        sign: async () => undefined,
        ...over,
      },
    });
  const button = (page: ReturnType<typeof form>) => page.find('button[type=submit]');

  it('cannot be signed while a reading or a photograph waits, and says which', () => {
    const entry = (kind: string) => ({ id: kind, kind }) as never;
    const page = form({ waiting: [entry('reading'), entry('photo')] });
    expect(button(page).attributes('disabled')).toBeDefined();
    expect(page.text()).toContain('1 reading and 1 photograph not uploaded yet');
    expect(button(form()).attributes('disabled')).toBeUndefined();
  });

  it('asks why required lines were not read before it can be signed', async () => {
    const page = form({ unread: ['Gain', 'Shutter', 'Iris', 'Zebra'] });
    expect(page.find('label').text()).toBe('Why Gain, Shutter, Iris and 1 more were not read');
    expect(button(page).attributes('disabled')).toBeDefined();
    await page.find('textarea').setValue('The battery died.');
    expect(button(page).attributes('disabled')).toBeUndefined();
  });

  it('says what was corrected and what is still off', () => {
    expect(form({ found: counts({ offTarget: 3 }) }).text()).toContain('Found: 3 off');
    const off = form({ summary: counts({ offTarget: 2 }), needsCorrection: 2 });
    expect(off.text()).toContain('Put 2 right');
  });

  it('names what is open once, with what it is, on the way to it and on the button', async () => {
    const page = form({ off: [{ setting: 'gain', name: 'Gain', says: '+12 dB' }], left: 3 });
    expect(page.find('.open').text()).toContain('+12 dB');
    await page.find('.open button').trigger('click');
    expect(page.emitted('go')).toEqual([['gain']]);
    expect(button(page).text()).toBe('Sign with 1 off target and 3 not read');
    expect(button(form()).text()).toBe('Sign the check');
  });

  it('keeps the note when it was refused', async () => {
    const page = form({ sign: () => Promise.reject(new Error('Gain was read in two ways.')) });
    await page.find('textarea').setValue('Spare battery swapped.');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(page.find('[role=alert]').text()).toBe('Gain was read in two ways. Your note is still here.');
    expect((page.find('textarea').element as HTMLTextAreaElement).value).toBe('Spare battery swapped.');
  });
});

describe('CheckAdditions', () => {
  const open = () =>
    mount(CheckAdditions, {
      props: {
        check: check({ lines: [line('gain', 'Exposure')], signedAt: '2026-11-25T10:00:00Z' } as never),
      },
    });

  it('keeps what was written, and sends it again under the same id', async () => {
    let good = false;
    const asked = stubSite({
      'PUT /api/checks/c1/additions/*': () =>
        good ? json(200, {}) : json(503, { code: 'database-away', detail: 'Away.' }),
    });
    const page = open();
    await page.find('textarea').setValue('It was the other camera.');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(page.find('[role=alert]').text()).toContain('still here');
    good = true;
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(new Set(asked.map((a) => a.path)).size).toBe(1);
    expect(page.emitted('changed')).toHaveLength(1);
    await page.find('textarea').setValue('And the tape is loose.');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(new Set(asked.map((a) => a.path)).size).toBe(2);
  });
});
