import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query';
import PrimeVue from 'primevue/config';
import { createApp } from 'vue';
import App from './App.vue';
import './fonts.css';
import './app.css';
import { Problem } from './client';
import { focus } from './focus';
import { installOffline } from './offline';
import { router } from './router';
import { preset } from './theme';

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // While the site is away keep asking; a refusal is an answer and is not asked again.
      retry: (_count, error) => error instanceof Problem && error.away,
      retryDelay: 2_000,
    },
  },
});

createApp(App)
  .directive('focus', focus)
  .use(router)
  .use(VueQueryPlugin, { queryClient: queries })
  .use(PrimeVue, { theme: { preset, options: { darkModeSelector: '[data-theme="dark"]' } } })
  .mount('#app');
installOffline();

// A page that was open over an upgrade asks for a part that is no longer there: the new build has it. What was typed waits in the browser.
window.addEventListener('vite:preloadError', (event) => {
  const before = Number(sessionStorage.getItem('gold-notch.loaded-again') ?? 0);
  // Once: where it is the network that is missing, loading again and again helps nobody.
  if (Date.now() - before < 60_000) return;
  sessionStorage.setItem('gold-notch.loaded-again', String(Date.now()));
  event.preventDefault();
  location.reload();
});
