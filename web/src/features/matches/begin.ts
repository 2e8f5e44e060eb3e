import { api, ask, type Views } from '../../app/client';

/** Begins a match; gives its id. */
export async function begin(body: Views['MatchDocument']): Promise<string> {
  const id = crypto.randomUUID();
  await ask(api.PUT('/api/matches/{id}', { params: { path: { id } }, headers: { 'If-Match': '"0"' }, body }));
  return id;
}

/** The match of a line-up: the open one where there is one, else a new one that begins where its plan puts the controls. */
export async function matchOf(lineUp: string): Promise<string> {
  const { matches } = await ask(api.GET('/api/matches', { params: { query: { lineUp } } }));
  const open = matches.find((m) => !m.signedAt);
  if (open) return open.id;
  return begin(await ask(api.GET('/api/line-ups/{id}/match', { params: { path: { id: lineUp } } })));
}
