import type { HubConnection } from '@microsoft/signalr';
import { onBeforeUnmount } from 'vue';

/** A unit changed, or a check of it; both empty: something may have been missed, so ask again for everything. */
export type Heard = (unit: string, check: string) => void;

const listeners = new Set<Heard>();
const AGAIN_MS = 3000;
let connection: HubConnection | undefined;

const tell = (unit: string, check: string) => listeners.forEach((heard) => heard(unit, check));

async function start(): Promise<void> {
  // Loaded when a page first listens, so that the first view stays small.
  const { HubConnectionBuilder, HttpTransportType, LogLevel } = await import('@microsoft/signalr');
  connection = new HubConnectionBuilder()
    // Straight to the socket: the handshake before it would be a write without a token.
    .withUrl('/api/live', { skipNegotiation: true, transport: HttpTransportType.WebSockets })
    .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => AGAIN_MS })
    .configureLogging(LogLevel.None)
    .build();
  connection.on('Changed', tell);
  connection.on('Missed', () => tell('', ''));
  // What happened while the line was down was not heard.
  connection.onreconnected(() => tell('', ''));
  await begin(false);
}

async function begin(missed: boolean): Promise<void> {
  try {
    await connection?.start();
    if (missed) tell('', '');
  } catch {
    setTimeout(() => void begin(true), AGAIN_MS);
  }
}

/** Tells a page what changed anywhere, until the page is left. */
export function useLive(heard: Heard): void {
  listeners.add(heard);
  if (!connection && typeof WebSocket !== 'undefined' && import.meta.env.MODE !== 'test') void start();
  onBeforeUnmount(() => listeners.delete(heard));
}

/** For tests: as if the site had said so. */
export const heardForTest = tell;
