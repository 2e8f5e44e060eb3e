import { api, ask } from './client';
import { forgetRead } from './offline';
import { outbox } from './outbox/outbox';
import { forgetPerson } from './recall';
import { beLeaving, sessionOver } from './session';

/** Ends the session and takes everything of the person from this device; the caller has asked where something waits. */
export async function signOut(): Promise<void> {
  const discard = outbox().discardMine();
  beLeaving(true);
  try {
    await ask(api.DELETE('/api/session'));
    await discard();
    await forgetRead();
    forgetPerson();
    sessionOver();
  } finally {
    beLeaving(false);
  }
  // The page goes with what it holds in memory, and cannot be gone back to.
  location.replace('/');
}
