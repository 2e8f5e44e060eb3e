import { config } from '@vue/test-utils';
import PrimeVue from 'primevue/config';
import { focus } from '../app/focus';

// The ordinary parts are there as on the site, without their theme.
config.global.directives.focus = focus;
// This runs before every file of tests.
config.global.plugins = [[PrimeVue, { theme: 'none' }]];

// jsdom lays nothing out; who asks for sizes is told nothing.
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

// A picker listens to how the device is turned.
globalThis.matchMedia ??= (media: string) =>
  ({
    media,
    matches: false,
    onchange: null,
    addEventListener() {},
    removeEventListener() {},
    addListener() {},
    removeListener() {},
    dispatchEvent: () => false,
  }) as MediaQueryList;
