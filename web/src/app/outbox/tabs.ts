import type { Entry, Outcome } from './entry';

/** What one tab tells the others: the shelf changed, or what became of an entry. */
export interface News {
  entry?: Entry;
  outcome?: Outcome;
}

/** The other tabs of this browser. */
export interface Tabs {
  /** Runs the work while no other tab runs its own. */
  alone: (work: () => Promise<void>) => Promise<void>;
  tell: (news: News) => void;
  hear: (listener: (news: News) => void) => void;
  close: () => void;
}

const NAME = 'gold-notch-outbox';

/**
 * Web Locks and a BroadcastChannel. Where a browser offers no locks (outside a secure context) two tabs may send the same entry:
 * its id makes that harmless.
 */
export function browserTabs(): Tabs {
  const locks = navigator.locks as LockManager | undefined;
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NAME);
  return {
    alone: async (work) => {
      if (locks) await locks.request(NAME, work);
      else await work();
    },
    tell: (news) => channel?.postMessage(news),
    hear: (listener) => channel?.addEventListener('message', (event) => listener(event.data as News)),
    close: () => channel?.close(),
  };
}

/** No other tab: for tests. */
export const onlyTab: Tabs = {
  alone: (work) => work(),
  tell: () => undefined,
  hear: () => undefined,
  close: () => undefined,
};
