/** Goes through the buttons and links of a list by keys: up and down, and by the letter that they begin with. */
export function walkList(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const list = (event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('button, a');
  const all = [...list];
  const at = all.indexOf(document.activeElement as HTMLElement);
  if (at < 0) return;
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  const letter = /^[\p{L}\p{N}]$/u.test(event.key) ? event.key.toLowerCase() : '';
  const next = step
    ? all[at + step]
    : letter
      ? [...all.slice(at + 1), ...all.slice(0, at)].find((e) =>
          (e.textContent ?? '').trim().toLowerCase().startsWith(letter),
        )
      : undefined;
  if (!next) return;
  event.preventDefault();
  next.focus();
}
