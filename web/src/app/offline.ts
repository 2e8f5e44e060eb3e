/** Installs the worker that opens the application without network; only where it was built. */
export function installOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.register('/sw.js').catch(() => {
    // Without it everything still works while there is a network.
  });
}

/** What was saved for reading without network goes with the person who signs out. */
export async function forgetRead(): Promise<void> {
  // The worker first: an answer on its way would be kept again behind the back of this.
  if ('serviceWorker' in navigator) navigator.serviceWorker.controller?.postMessage('forget');
  if ('caches' in globalThis) await caches.delete('gold-notch-read').catch(() => false);
}
