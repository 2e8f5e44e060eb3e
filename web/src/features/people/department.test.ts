import { flushPromises } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { field, leavePages, openPage, press, signIn } from '../../testing/page';
import { json, stubSite, type Asked } from '../../testing/site';
import DepartmentForm from './DepartmentForm.vue';
import PeoplePage from './PeoplePage.vue';

const department = (over: object = {}) => ({
  name: 'Garden',
  timeZone: 'UTC',
  mainsHz: 50,
  preparation: { check: 12, count: 10, charge: 150, cards: 5, match: 8, assemble: 20, load: 30 },
  checkOff: {
    months: 12,
    asked: 'onceSigned',
    list: { exercises: ['find-control'], own: [{ key: 'own-1', text: 'x' }] },
  },
  saidSo: true,
  version: 7,
  ...over,
});

describe('the department', () => {
  beforeEach(() => signIn(['defineStandards']));
  afterEach(leavePages);
  async function open(put: (asked: Asked) => Response) {
    let first = department();
    const asked = stubSite({
      'GET /api/department': () => json(200, first),
      'PUT /api/department': put,
    });
    const { page } = await openPage(DepartmentForm);
    return {
      page,
      puts: () => asked.filter((a) => a.method === 'PUT'),
      change: (to: object) => (first = department(to)),
    };
  }

  it('is saved whole: what this form does not show stays as it was', async () => {
    const { page, puts } = await open((a) =>
      json(200, { ...department(), ...(a.body as object), version: 8 }),
    );
    await field(page, 'Check a camera').setValue('15');
    await press(page, 'Save');
    expect(puts()[0]).toMatchObject({
      seen: '"7"',
      body: {
        mainsHz: 50,
        preparation: { check: 15, load: 30 },
        checkOff: { list: { own: [{ text: 'x' }] } },
      },
    });
    expect(page.get('[role=status]').text()).toContain('50 Hz mains');
  });

  it('keeps what was typed when somebody else was first, and saves over it only when asked again', async () => {
    let answers = 0;
    const { page, puts, change } = await open((a) =>
      answers++ === 0
        ? json(412, { code: 'changed-meanwhile', detail: 'Somebody changed the settings.', pointer: '' })
        : json(200, { ...department(), ...(a.body as object), version: 9 }),
    );
    await field(page, 'Name of the place').setValue('Botanic garden');
    change({ version: 8, name: 'Garden, west' });
    await press(page, 'Save');
    await flushPromises();
    expect(page.get('[role=alert]').text()).toContain('What you typed is still here.');
    expect((field(page, 'Name of the place').element as HTMLInputElement).value).toBe('Botanic garden');
    await press(page, 'Save');
    expect(puts()[1]).toMatchObject({ seen: '"8"', body: { name: 'Botanic garden' } });
  });

  it('says at which field it is refused', async () => {
    const { page } = await open(() =>
      json(400, {
        code: 'bad-value',
        detail: 'A check-off holds 1 to 60 months.',
        pointer: '/checkOff/months',
      }),
    );
    await field(page, 'Holds').setValue('99');
    await press(page, 'Save');
    expect(page.findAll('[role=alert]')[0]!.text()).toContain('1 to 60 months');
  });

  it('does not take a word for a number', async () => {
    const { page, puts } = await open(() => json(200, department()));
    await field(page, 'Check a camera').setValue('soon');
    expect(page.text()).toContain('This is no number; the last one still counts.');
    await press(page, 'Save');
    expect(puts()[0]!.body).toMatchObject({ preparation: { check: 12 } });
  });

  it('is read by who may not change it', async () => {
    signIn([]);
    const { page } = await open(() => json(403, {}));
    expect(page.findAll('button').some((b) => b.text() === 'Save')).toBe(false);
    expect(field(page, 'Check a camera').attributes('readonly')).toBeDefined();
  });
});

describe('people', () => {
  beforeEach(() => signIn(['managePeople', 'defineStandards']));
  afterEach(leavePages);
  const person = (login: string, name: string) => ({
    login,
    name,
    role: 'operator',
    active: true,
    version: 2,
    closedUntil: null,
    lastSeen: null,
  });
  async function open(routes: Parameters<typeof stubSite>[0]) {
    const asked = stubSite({
      'GET /api/people': () => json(200, [person('mara', 'Mara Quill')]),
      'GET /api/department': () => json(200, department()),
      'GET /api/department/backups': () => json(200, { last: null }),
      ...routes,
    });
    const { page } = await openPage(PeoplePage);
    return { page, asked };
  }

  it('are renamed against the version that was seen', async () => {
    const { page, asked } = await open({
      'PUT /api/people/mara': () => json(200, person('mara', 'Mara Quill-Ode')),
    });
    await page.get('[aria-label="Rename Mara Quill"]').trigger('click');
    await page.get('[aria-label="Name of Mara Quill"]').setValue('Mara Quill-Ode');
    await page.get('form.give').trigger('submit');
    await flushPromises();
    const put = asked.find((a) => a.method === 'PUT')!;
    expect(put).toMatchObject({
      seen: '"2"',
      body: { name: 'Mara Quill-Ode', role: 'operator', active: true },
    });
    expect(page.text()).toContain('Mara Quill is changed.');
  });

  it('that cannot be changed are told, and the name stays as it was typed', async () => {
    const { page } = await open({
      'PUT /api/people/mara': () =>
        json(400, { code: 'duplicate', detail: 'Somebody has this name already.', pointer: '/name' }),
    });
    await page.get('[aria-label="Rename Mara Quill"]').trigger('click');
    await page.get('[aria-label="Name of Mara Quill"]').setValue('Joss Penhale');
    await page.get('form.give').trigger('submit');
    await flushPromises();
    expect(page.get('[role=alert]').text()).toContain(
      'Somebody has this name already. What you typed is still here.',
    );
    expect((page.get('[aria-label="Name of Mara Quill"]').element as HTMLInputElement).value).toBe(
      'Joss Penhale',
    );
  });
});
