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
  keepInView(field);
}

let watched: ResizeObserver | undefined;
/** What is drawn above it comes later and grows while somebody types: on a low screen that would push the field out. */
function keepInView(field: HTMLElement): void {
  watched?.disconnect();
  watched = new ResizeObserver(() => {
    if (document.activeElement === field) field.scrollIntoView({ block: 'nearest' });
  });
  watched.observe(field.closest('.zone-work') ?? document.body);
}

const ROOM_PX = 12;
