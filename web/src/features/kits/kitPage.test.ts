import { flushPromises } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { leavePages, openPage, press, signIn } from '../../testing/page';
import { json, stubSite, type Asked } from '../../testing/site';
import KitPage from './KitPage.vue';

const piece = (name: string, over: object = {}) => ({
  name,
  kind: 'other',
  count: 1,
  where: '',
  code: '',
  required: true,
  supply: 'issued',
  aaEach: 0,
  health: 1,
  ...over,
});
const kit = (pieces: object[] = [], over: object = {}) => ({
  unit: 'OBG-101',
  modelName: 'Alder 20',
  version: pieces.length ? 4 : 0,
  changedBy: 'Ines Calloway',
  changedAt: '2026-11-30T09:00:00Z',
  pieces,
  otherUnits: ['OBG-102'],
  differs: [],
  photo: null,
  ...over,
});

describe('the kit of a unit', () => {
  beforeEach(() => signIn(['manageUnits']));
  afterEach(leavePages);
  async function open(first: object, put: (asked: Asked) => Response = () => json(200, first)) {
    const asked = stubSite({
      'GET /api/units/OBG-101/kit': () => json(200, first),
      'GET /api/units/OBG-102/kit': () =>
        json(200, kit([piece('Camera'), piece('Plate', { code: 'OBG-P102' })])),
      'PUT /api/units/OBG-101/kit': put,
    });
    const { page } = await openPage(KitPage, { tag: 'OBG-101' });
    return { page, puts: () => asked.filter((a) => a.method === 'PUT') };
  }
  const names = (page: Awaited<ReturnType<typeof open>>['page']) =>
    page.findAll('.piece').map((p) => (p.get('input').element as HTMLInputElement).value);

  it('begins with the usual, or as another one without its labels', async () => {
    const { page, puts } = await open(kit());
    await press(page, 'As OBG-102');
    expect(names(page)).toEqual(['Camera', 'Plate']);
    expect(page.text()).toContain('Copied from OBG-102, without its labels.');
    await press(page, 'Save');
    expect(puts()[0]).toMatchObject({
      seen: '"0"',
      body: { pieces: [{ name: 'Camera' }, { name: 'Plate', code: '' }] },
    });
    leavePages();
    const fresh = await open(kit());
    await press(fresh.page, 'Begin with the usual');
    expect(names(fresh.page)).toContain('Card reader');
  });

  it('is saved against the version that was seen, and only when it is changed', async () => {
    const { page, puts } = await open(kit([piece('Camera')]));
    const save = () => page.findAll('button').find((b) => b.text() === 'Save')!;
    expect(save().attributes('disabled')).toBeDefined();
    await press(page, 'Add a piece');
    await page.findAll('.piece')[1]!.get('input').setValue('Rain cover');
    expect(page.text()).toContain('not saved yet');
    await press(page, 'Save');
    expect(puts()[0]).toMatchObject({
      seen: '"4"',
      body: { pieces: [{ name: 'Camera' }, { name: 'Rain cover' }] },
    });
  });

  it('that is refused says at which piece, and keeps what was typed', async () => {
    const { page } = await open(kit([piece('Camera'), piece('Battery', { count: 3 })]), () =>
      json(400, { code: 'bad-value', detail: 'A count is 1 to 99.', pointer: '/pieces/1/count' }),
    );
    await page.findAll('.piece')[1]!.findAll('input')[0]!.setValue('Battery, long');
    await press(page, 'Save');
    expect(page.findAll('.piece')[1]!.get('[role=alert]').text()).toBe('A count is 1 to 99.');
    expect(page.findAll('.piece')[0]!.find('[role=alert]').exists()).toBe(false);
    expect(names(page)).toEqual(['Camera', 'Battery, long']);
  });

  it('that somebody else changed is told, and nothing typed is lost', async () => {
    const { page } = await open(kit([piece('Camera')]), () =>
      json(412, { code: 'changed-meanwhile', detail: 'Somebody changed this kit meanwhile.', pointer: '' }),
    );
    await page.findAll('.piece')[0]!.get('input').setValue('Camera body');
    await press(page, 'Save');
    await flushPromises();
    expect(page.text()).toContain('Somebody changed this kit meanwhile.');
    expect(names(page)).toEqual(['Camera body']);
  });

  it('is read and not changed by who may not', async () => {
    signIn([]);
    const { page } = await open(kit([piece('Camera')]));
    expect(page.findAll('button').some((b) => b.text() === 'Save')).toBe(false);
    expect(page.get('fieldset').attributes('disabled')).toBeDefined();
  });
});
