// What people and hands do while the demo is made: somebody signs in and asks the site, a hand moves a control of a stand-in camera.
// Addresses and the file of names and passwords come from the command line of the script that uses this.
import { readFileSync } from 'node:fs';

const [site, cameras, people] = process.argv.slice(2);
const passwords = Object.fromEntries(
  readFileSync(people, 'utf8')
    .trim()
    .split('\n')
    .map((line) => line.split('\t').slice(0, 2)),
);

/** Somebody signed in: asks the site and gives what it answers. */
export async function as(login) {
  let cookie = '';
  let token = '';
  const ask = async (method, path, body, seen) => {
    const answer = await fetch(site + path, {
      method,
      headers: {
        'Content-Type': 'application/json',
        'X-Gold-Notch-Token': token,
        cookie,
        ...(seen === undefined ? {} : { 'If-Match': `"${seen}"` }),
      },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 300)}`);
    const set = answer.headers.getSetCookie().map((c) => c.split(';')[0]);
    if (set.length) cookie = set.join('; ');
    return text ? JSON.parse(text) : undefined;
  };
  token = (await ask('POST', '/api/session', { login, password: passwords[login] })).writeToken;
  return ask;
}

/** What a hand does at a stand-in, and the light before it. */
export async function standIn(tag, path, body, method = 'PUT') {
  const answer = await fetch(`${cameras}/stand-in/${tag}/${path}`, {
    method,
    headers: { 'Content-Type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${tag} ${path}: ${answer.status} ${await answer.text()}`);
}

/** Moves controls of a stand-in, as a hand does. */
export async function set(tag, settings) {
  for (const [setting, value] of Object.entries(settings)) await standIn(tag, `hand/${setting}`, { set: value });
}
