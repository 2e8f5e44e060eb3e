import { VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import type { Component } from 'vue';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import type { Views } from '../app/client';
import { session } from '../app/session';

const opened: VueWrapper[] = [];

/** Signs somebody in with these rights. */
export function signIn(rights: string[], over: Partial<Views['SessionView']> = {}): void {
  session.value = {
    login: 'ines',
    name: 'Ines Calloway',
    role: 'technician',
    rights,
    notation: { iris: 'dial', whiteBalance: 'kelvin' },
    writeToken: 't',
    ...over,
  } as never;
}

/** A page as the application mounts it: with the library, the router at an address, and questions that are asked once. */
export async function openPage(
  page: Component,
  props: object = {},
  path = '/',
): Promise<{ page: VueWrapper; router: Router }> {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:any(.*)*', component: { template: '<i />' } }],
  });
  await router.push(path);
  const mounted = mount(page, {
    props: props as never,
    attachTo: document.body,
    global: {
      plugins: [
        router,
        [VueQueryPlugin, { queryClientConfig: { defaultOptions: { queries: { retry: false } } } }],
      ],
    },
  });
  opened.push(mounted);
  await flushPromises();
  return { page: mounted, router };
}

/** Leaves every page that was opened. */
export const leavePages = () => opened.splice(0).forEach((page) => page.unmount());

/** Presses the button with these words. */
export async function press(page: VueWrapper, words: string): Promise<void> {
  const button = page.findAll('button').find((b) => b.text().replace(/\s+/g, ' ').startsWith(words));
  if (!button) throw new Error(`There is no button ${words}: ${page.text()}`);
  await button.trigger('click');
  await flushPromises();
}

/** The field under a label that begins so. */
export function field(page: VueWrapper, label: string) {
  const under = page.findAll('label').find((l) => l.text().startsWith(label));
  if (!under) throw new Error(`There is no label ${label}: ${page.text()}`);
  return under.get('input');
}
