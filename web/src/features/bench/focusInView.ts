/**
 * Focuses what is typed into and brings it out from under the keys that stick to the foot of the work:
 * the browser alone counts what they cover as seen, and moves nothing for a field that has the focus already.
 */
export function focusInView(field: HTMLElement | undefined): void {
  if (!field) return;
  field.focus({ preventScroll: true });
  const keys = document.querySelector<HTMLElement>('footer.keys');
  const covered = keys && getComputedStyle(keys).position === 'sticky' ? keys.offsetHeight : 0;
  field.style.scrollMarginBlock = `${ROOM_PX}px ${covered + ROOM_PX}px`;
  field.scrollIntoView({ block: 'nearest' });
}

const ROOM_PX = 12;
