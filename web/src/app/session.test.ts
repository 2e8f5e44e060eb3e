import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { json, stubSite } from '../testing/site';
import { signOut } from './leave';
import { outboxForTest } from './outbox/outbox';
import { memoryShelf } from './outbox/shelf';
import { changePassword, loadSession, session, signIn } from './session';
import SignIn from './SignIn.vue';

const mara = {
  login: 'mara',
  name: 'Mara Quill',
  role: 'operator',
  rights: [],
  notation: { iris: 'dial', whiteBalance: 'kelvin' },
  writeToken: 'secret',
};

describe('session', () => {
  beforeEach(() => {
    session.value = undefined;
    outboxForTest(memoryShelf());
    vi.useFakeTimers();
  });
  afterEach(() => void vi.useRealTimers());

  it('keeps who is here for a time without network, but never the token', async () => {
    stubSite({ 'GET /api/session': () => json(200, mara) });
    await loadSession();
    expect(session.value).toEqual(mara);
    expect(localStorage.getItem('gold-notch.session')).toContain('mara');
    expect(localStorage.getItem('gold-notch.session')).not.toContain('secret');
  });

  it('goes on with the last person while the site is away, and asks again until it is back', async () => {
    localStorage.setItem('gold-notch.session', JSON.stringify({ ...mara, writeToken: '' }));
    stubSite({});
    await loadSession();
    expect(session.value?.login).toBe('mara');
    stubSite({ 'GET /api/session': () => json(200, mara) });
    await vi.advanceTimersByTimeAsync(2000);
    expect(session.value?.writeToken).toBe('secret');
  });

  it('knows nobody where the site is away and nobody was here before', async () => {
    localStorage.removeItem('gold-notch.session');
    stubSite({});
    await loadSession();
    expect(session.value).toBeUndefined();
  });

  it('forgets the person when the site says that the session is over', async () => {
    localStorage.setItem('gold-notch.session', JSON.stringify(mara));
    stubSite({ 'GET /api/session': () => json(401, { code: 'sign-in' }) });
    await loadSession();
    expect(session.value).toBeNull();
    expect(localStorage.getItem('gold-notch.session')).toBeNull();
  });

  it('signs in, changes the password and goes on, and signs out', async () => {
    const asked = stubSite({
      'POST /api/session': () => json(200, mara),
      'PUT /api/session/password': () => json(200, { ...mara, writeToken: 'fresh' }),
      'DELETE /api/session': () => json(204, null),
    });
    await signIn('mara', 'one', false);
    expect(session.value?.name).toBe('Mara Quill');
    await changePassword('one', 'two');
    expect(session.value?.writeToken).toBe('fresh');
    expect(asked.at(-1)!.body).toEqual({ current: 'one', new: 'two' });
    await signOut();
    expect(session.value).toBeNull();
    expect(localStorage.getItem('gold-notch.session')).toBeNull();
  });
});

describe('SignIn', () => {
  const open = async (login: string, password: string) => {
    const page = mount(SignIn);
    await page.find('#login').setValue(login);
    await page.find('#password').setValue(password);
    return page;
  };

  it('says why it did not work and keeps what was typed', async () => {
    stubSite({
      'POST /api/session': () =>
        json(401, { code: 'wrong-password', detail: 'Name and password do not match.' }),
    });
    const page = await open(' mara ', 'one');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(page.find('[role=alert]').text()).toBe('Name and password do not match.');
    expect((page.find('#login').element as HTMLInputElement).value).toBe(' mara ');
    expect(page.find('button').attributes('disabled')).toBeUndefined();
  });

  it('takes the blanks a phone puts after a name away, and none from the password', async () => {
    const asked = stubSite({ 'POST /api/session': () => json(200, mara) });
    const page = await open('mara ', ' one ');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(asked[0]!.body).toEqual({ login: 'mara', keep: false, password: ' one ' });
  });

  it('waits for both before it can be pressed', async () => {
    expect((await open('mara', '')).find('button').attributes('disabled')).toBeDefined();
  });
});
