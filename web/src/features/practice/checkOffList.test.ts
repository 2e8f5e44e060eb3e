import { flushPromises } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { leavePages, openPage, press, signIn } from '../../testing/page';
import { json, stubSite } from '../../testing/site';
import CheckOffListPage from './CheckOffListPage.vue';

const department = (over: object = {}, version = 3) => ({
  name: 'Garden',
  timeZone: 'UTC',
  mainsHz: 50,
  preparation: { check: 12 },
  checkOff: {
    months: 9,
    asked: 'always',
    list: { exercises: ['find-control'], passesInRow: 1, without: [], own: [], lapsesFrom: null, ...over },
  },
  saidSo: true,
  version,
});
const usual = [
  { key: 'kit', text: 'counts the kit', standard: 'every piece', notFor: [] },
  { key: 'focus', text: 'focuses by hand', standard: 'eyes sharp', notFor: ['Fennel HS'] },
];

async function open(put: () => Response) {
  const asked = stubSite({
    'GET /api/department': () => json(200, department()),
    'GET /api/check-offs/choices': () => json(200, { usual, freshDays: 35 }),
    'GET /api/models': () => json(200, []),
    'PUT /api/department': put,
  });
  const { page } = await openPage(CheckOffListPage);
  return { page, saved: () => asked.filter((a) => a.method === 'PUT') };
}

describe('what a check-off asks', () => {
  beforeEach(() => signIn(['examine', 'defineStandards']));
  afterEach(leavePages);

  it('is saved with what else the department says, and only when something is changed', async () => {
    const { page, saved } = await open(() => json(200, department({ without: ['kit'] }, 4)));
    expect(page.text()).toContain('not with Fennel HS');
    expect(page.findAll('a').map((a) => a.attributes('href'))).toContain('/people');
    expect(page.get('[type=submit]').attributes('disabled')).toBeDefined();
    const box = page.findAll('input[type=checkbox]').at(-2)!;
    expect((box.element as HTMLInputElement).checked).toBe(true);
    await box.setValue(false);
    await page.get('form').trigger('submit');
    await flushPromises();
    expect(saved()[0]).toMatchObject({
      seen: '"3"',
      body: {
        name: 'Garden',
        mainsHz: 50,
        checkOff: { months: 9, asked: 'always', list: { without: ['kit'] } },
      },
    });
    expect(page.text()).toContain('Saved.');
    expect(page.get('[type=submit]').attributes('disabled')).toBeDefined();
  });

  it('that is refused stays as it was typed, and says at which field', async () => {
    const refused = {
      code: 'bad-value',
      detail: 'This needs 1 to 160 characters.',
      pointer: '/checkOff/list/own/0/text',
    };
    const { page } = await open(() => json(400, refused));
    await press(page, 'Add item');
    await page.findAll('.own input')[1]!.setValue('cloth, never a sleeve');
    await page.get('form').trigger('submit');
    await flushPromises();
    expect(page.get('.own [role=alert]').text()).toContain('1 to 160');
    expect((page.findAll('.own input')[1]!.element as HTMLInputElement).value).toBe('cloth, never a sleeve');
    await press(page, 'Discard changes');
    expect(page.find('.own').exists()).toBe(false);
  });

  it('is read and not changed by who may only examine', async () => {
    signIn(['examine']);
    const { page } = await open(() => json(403, {}));
    expect(page.find('[type=submit]').exists()).toBe(false);
    expect(page.text()).not.toContain('Add item');
    expect(page.findAll('input[type=checkbox]').every((b) => (b.element as HTMLInputElement).disabled)).toBe(
      true,
    );
  });
});
