import { describe, expect, it } from 'vitest';
import { walkList } from './walk';

describe('walkList', () => {
  function list() {
    document.body.innerHTML =
      '<ul><li><button>Alder</button></li><li><a href="#">Bracken</a></li><li><button>Ash</button></li></ul>';
    const ul = document.querySelector('ul')!;
    ul.addEventListener('keydown', walkList);
    const [first] = ul.querySelectorAll<HTMLElement>('button, a');
    first!.focus();
    return (key: string, more = {}) => {
      document.activeElement!.dispatchEvent(
        new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }),
      );
      return document.activeElement!.textContent;
    };
  }

  it('goes up and down and stops at the ends', () => {
    const press = list();
    expect(press('ArrowUp')).toBe('Alder');
    expect(press('ArrowDown')).toBe('Bracken');
    expect(press('ArrowDown')).toBe('Ash');
    expect(press('ArrowDown')).toBe('Ash');
  });

  it('goes to the next that begins with a letter, around the end', () => {
    const press = list();
    expect(press('a')).toBe('Ash');
    expect(press('a')).toBe('Alder');
    expect(press('z')).toBe('Alder');
    expect(press('b', { ctrlKey: true })).toBe('Alder');
  });
});
