import type { RouterScrollBehavior } from 'vue-router';

const PATIENCE_MS = 3000;

/** Waits until the page is long enough for a place on it: a list that was left is asked for again before it is there. */
function longEnough(top: number): Promise<void> {
  return new Promise((done) => {
    const until = performance.now() + PATIENCE_MS;
    const look = () => {
      const room = document.documentElement.scrollHeight - window.innerHeight;
      if (room >= top || performance.now() > until) done();
      else requestAnimationFrame(look);
    };
    look();
  });
}

/** *Back* returns to the place on the page; a link begins at the top; a walk within one page does not move it. */
export const scrollBehavior: RouterScrollBehavior = async (to, from, saved) => {
  if (saved) {
    await longEnough(saved.top);
    return saved;
  }
  const within = to.matched.at(-1)?.path === from.matched.at(-1)?.path && to.params.id === from.params.id;
  return to.hash || within ? false : { top: 0 };
};
