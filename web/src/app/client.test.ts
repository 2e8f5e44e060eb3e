import { describe, expect, it } from 'vitest';
import { json, stubSite } from '../testing/site';
import { api, ask, away, Problem, useWriteToken } from './client';

const sheets = () => ask(api.GET('/api/sheets'));
const refused = async (status: number, body: unknown = {}): Promise<Problem> => {
  stubSite({ 'GET /api/sheets': () => json(status, body) });
  return sheets().then(
    () => Promise.reject(new Error('was answered')),
    (problem: Problem) => problem,
  );
};

describe('ask', () => {
  it('gives the answer, and the site is there again', async () => {
    away.value = 'The site cannot be reached.';
    stubSite({ 'GET /api/sheets': () => json(200, [{ modelKey: 'alder-20' }]) });
    expect(await sheets()).toEqual([{ modelKey: 'alder-20' }]);
    expect(away.value).toBeNull();
  });

  it('turns a problem document into a problem with code, field and what came with it', async () => {
    const problem = await refused(412, {
      code: 'changed-meanwhile',
      detail: 'Joss read H meanwhile.',
      pointer: '/read',
      theirs: { label: 'H' },
    });
    expect(problem).toBeInstanceOf(Problem);
    expect(problem).toMatchObject({
      status: 412,
      code: 'changed-meanwhile',
      message: 'Joss read H meanwhile.',
      pointer: '/read',
    });
    expect(problem.more.theirs).toEqual({ label: 'H' });
    expect(problem.away).toBe(false);
    expect(away.value).toBeNull();
  });

  it.each([502, 503, 504])(
    'says that the site is away at %i: what was sent may be sent again',
    async (status) => {
      const problem = await refused(status, {
        code: 'database-away',
        detail: 'The database cannot be reached.',
      });
      expect(problem.away).toBe(true);
      expect(away.value).toBe('The database cannot be reached.');
    },
  );

  it('says so where nobody answers at all', async () => {
    stubSite({});
    await expect(sheets()).rejects.toMatchObject({ status: 0, code: 'unreachable', away: true });
    expect(away.value).toContain('cannot be reached');
  });

  it('has a sentence even for an answer that is no problem document', async () => {
    expect((await refused(500, {})).message).toBe('The site did not answer as it should. Try again.');
  });

  it('takes what this browser kept for an answer, and says that nobody heard the question', async () => {
    stubSite({
      'GET /api/sheets': () =>
        new Response('[]', {
          status: 200,
          headers: { 'Content-Type': 'application/json', 'X-Gold-Notch-Kept': '1' },
        }),
    });
    expect(await sheets()).toEqual([]);
    expect(away.value).toContain('cannot be reached');
    away.value = null;
  });

  it('lets a question that was taken back go without calling the site away', async () => {
    stubSite({
      'GET /api/sheets': () => {
        throw new DOMException('stopped', 'AbortError');
      },
    });
    await expect(sheets()).rejects.toMatchObject({ name: 'AbortError' });
    expect(away.value).toBeNull();
  });
});

describe('writes', () => {
  it('carry the token of the session, and questions do not', async () => {
    const tokens: Record<string, string | null> = {};
    useWriteToken('t-1');
    const seen = (request: Request) => (tokens[request.method] = request.headers.get('X-Gold-Notch-Token'));
    const answer = async (request: Request) => {
      seen(request);
      return json(200, {});
    };
    const before = globalThis.fetch;
    globalThis.fetch = answer as typeof fetch;
    try {
      await ask(api.GET('/api/sheets'));
      await ask(api.POST('/api/session', { body: { login: 'mara', password: 'x', keep: false } }));
    } finally {
      globalThis.fetch = before;
    }
    expect(tokens).toEqual({ GET: null, POST: 't-1' });
  });
});
