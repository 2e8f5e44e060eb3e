import { describe, expect, it } from 'vitest';
import { fresh, inside, moved, nameOf, pulled, type Region } from './regions';

const card: Region = {
  id: 'a',
  kind: 'greyCard',
  shape: 'rectangle',
  x: 0.4,
  y: 0.4,
  width: 0.2,
  height: 0.2,
  isProposed: false,
};

describe('a region', () => {
  it('is moved and stops at the edges of the picture', () => {
    expect(moved(card, 0.1, -0.1)).toMatchObject({ x: 0.5, y: 0.3, width: 0.2 });
    expect(moved(card, 5, -5)).toMatchObject({ x: 0.8, y: 0 });
  });

  it('is pulled at its corner, and never to nothing or out of the picture', () => {
    expect(pulled(card, 0.1, 0)).toMatchObject({ x: 0.4, width: 0.3, height: 0.2 });
    expect(pulled(card, 5, 5)).toMatchObject({ x: 0.4, y: 0.4, width: 0.6, height: 0.6 });
    expect(pulled(card, -5, -5)).toMatchObject({ width: 0.01, height: 0.01 });
  });

  it('stays within the picture to the last digit that is sent', () => {
    const edge = inside({ ...card, x: 0.93337, width: 0.13331 });
    expect(edge.x + edge.width).toBeLessThanOrEqual(1);
  });

  it('begins as what is not there yet, and is numbered among its like', () => {
    expect(fresh([], 'b').kind).toBe('greyCard');
    expect(fresh([card], 'b')).toMatchObject({ kind: 'skin', shape: 'ellipse' });
    expect(nameOf(card, [card])).toBe('Grey card');
    expect(nameOf({ ...card, id: 'b' }, [card, { ...card, id: 'b' }])).toBe('Grey card 2');
  });
});
