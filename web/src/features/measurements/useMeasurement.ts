import { computed, onScopeDispose, ref, type Ref } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { useOpened } from '../../app/useOpened';
import { askLimits, refusal, send } from '../pictures/upload';

export type Measurement = Views['MeasurementView'];
export type Shot = Views['MeasurementShotView'];

/** The picture that is asked for next: the first without one, from a place on and then from the beginning. */
export function nextShot(shots: readonly Shot[], after = 0): number | undefined {
  const missing = shots.filter((s) => !s.picture).map((s) => s.shot.number);
  return missing.find((n) => n > after) ?? missing[0];
}

/** Files in the order in which a camera numbered them: digits count as numbers, so that 9 comes before 10. */
export const inOrder = (files: Iterable<File>): File[] =>
  [...files].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));

/** One measurement: its pictures, from files and over the link, its figures, and what becomes of them. */
export function useMeasurement(id: Ref<string>) {
  const wrong = ref('');
  const busy = ref('');
  const {
    shown: measurement,
    failed,
    open,
    show,
  } = useOpened(
    id,
    (of) => ask(api.GET('/api/measurements/{id}', { params: { path: { id: of } } })),
    () => !busy.value,
  );
  /** Whether the camera gave no still over a link, so that its file is asked for. */
  const byHand = ref(false);
  void askLimits();
  const stop = new AbortController();
  onScopeDispose(() => stop.abort());

  const seen = (number: number) =>
    measurement.value?.shots.find((s) => s.shot.number === number)?.picture?.version ?? 0;

  async function act(what: string, work: () => Promise<void>): Promise<boolean> {
    if (busy.value) return false;
    wrong.value = '';
    busy.value = what;
    try {
      await work();
      return true;
    } catch (error) {
      if (stop.signal.aborted) return false;
      wrong.value = (error as Error).message;
      if (error instanceof Problem && error.code === 'camera-none') byHand.value = true;
      if (error instanceof Problem && (error.status === 412 || error.status === 409)) await open();
      return false;
    } finally {
      busy.value = '';
    }
  }

  /** A picture over the camera's link; it is first set as the picture asks, as far as it takes that. */
  const still = (number: number, openedStops: number) =>
    act('The camera takes the picture', async () =>
      show(
        await ask(
          api.POST('/api/measurements/{id}/shots/{number}/still', {
            params: { path: { id: id.value, number } },
            body: { picture: crypto.randomUUID(), openedStops, seen: seen(number), set: true },
            signal: stop.signal,
          }),
        ),
      ),
    );

  const put = async (number: number, picture: string, openedStops: number) =>
    show(
      await ask(
        api.PUT('/api/measurements/{id}/shots/{number}', {
          params: { path: { id: id.value, number } },
          body: { picture, openedStops, seen: seen(number) },
        }),
      ),
    );

  /** A picture from a file. */
  const file = (number: number, openedStops: number, of: File) =>
    act(`${of.name} is read`, async () => {
      const not = refusal(of);
      if (not) throw new Error(not);
      const picture = crypto.randomUUID();
      try {
        await send(picture, of, stop.signal);
        await put(number, picture, openedStops);
      } catch (error) {
        if (error instanceof Problem && error.away) {
          throw new Error(
            `The site is not in reach: ${of.name} was not sent. The others are saved; choose it again later.`,
            {
              cause: error,
            },
          );
        }
        throw error;
      }
    });

  /** What was opened for a picture, said after it. */
  const restate = (shot: Shot, openedStops: number) =>
    act('Saving', async () => {
      if (shot.picture) await put(shot.shot.number, shot.picture.picture, openedStops);
    });

  const takeOut = (number: number) =>
    act('Saving', async () =>
      show(
        await ask(
          api.DELETE('/api/measurements/{id}/shots/{number}', {
            params: { path: { id: id.value, number } },
            headers: { 'If-Match': `"${seen(number)}"` },
          }),
        ),
      ),
    );

  const change = (how: (document: Measurement['document']) => Measurement['document']) =>
    act('Saving', async () => {
      if (!measurement.value) return;
      show(
        await ask(
          api.PUT('/api/measurements/{id}', {
            params: { path: { id: id.value } },
            headers: { 'If-Match': `"${measurement.value.version}"` },
            body: how(measurement.value.document),
          }),
        ),
      );
    });

  const accept = (forModel: boolean) =>
    act('Saving', async () => {
      if (!measurement.value) return;
      const { version, seal } = measurement.value;
      show(
        await ask(
          api.POST('/api/measurements/{id}/acceptance', {
            params: { path: { id: id.value } },
            body: { version, seal, forModel },
          }),
        ),
      );
    });

  const withdraw = (why: string) =>
    act('Saving', async () =>
      show(
        await ask(
          api.POST('/api/measurements/{id}/withdrawal', {
            params: { path: { id: id.value } },
            body: { why },
          }),
        ),
      ),
    );

  const drop = () =>
    act('Deleting', async () => {
      if (!measurement.value) return;
      await ask(
        api.DELETE('/api/measurements/{id}', {
          params: { path: { id: id.value } },
          headers: { 'If-Match': `"${measurement.value.version}"` },
        }),
      );
    });

  return {
    measurement,
    failed,
    wrong,
    busy,
    byHand,
    open,
    still,
    file,
    restate,
    takeOut,
    change,
    accept,
    withdraw,
    drop,
    isOpen: computed(() => measurement.value?.state === 'open'),
  };
}

export type MeasurementWork = ReturnType<typeof useMeasurement>;
