import { expect, it } from 'vitest';
import { inTurn } from './inTurn';

it('runs one after another, gives each its own answer, and goes on after one that fails', async () => {
  const turn = inTurn();
  const done: string[] = [];
  let finish!: () => void;
  const slow = turn(async () => {
    await new Promise<void>((go) => (finish = go));
    done.push('slow');
    return 1;
  });
  const wrong = turn(async () => {
    done.push('wrong');
    throw new Error('refused');
  });
  const next = turn(async () => {
    done.push('next');
    return 3;
  });
  await Promise.resolve();
  expect(done).toEqual([]);
  finish();
  expect(await slow).toBe(1);
  await expect(wrong).rejects.toThrow('refused');
  expect(await next).toBe(3);
  expect(done).toEqual(['slow', 'wrong', 'next']);
});
