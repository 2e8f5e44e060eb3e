/** Bytes that came as text. */
export function bytes(base64: string): Uint8Array {
  const text = atob(base64);
  return Uint8Array.from(text, (c) => c.charCodeAt(0));
}

/** The colour of a custom property as it is now, as three numbers. */
export function colourOf(element: Element, name: string): [number, number, number] {
  const hex = getComputedStyle(element).getPropertyValue(name).trim().replace('#', '') || '000000';
  return [0, 2, 4].map((at) => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
}

/** Draws a grid of densities in one colour; what is never there stays clear. */
export function paint(canvas: HTMLCanvasElement, columns: number, rows: number, cells: Uint8Array): void {
  canvas.width = columns;
  canvas.height = rows;
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(columns, rows);
  const [r, g, b] = colourOf(canvas, '--tide');
  cells.forEach((density, i) => {
    image.data.set([r, g, b, density], 4 * i);
  });
  context.putImageData(image, 0, 0);
}

/** Bands of an exposure map: whole stops, and two that are none. */
export const CLIPPED = 127;
export const BLACK = -128;

export interface Label {
  x: number;
  y: number;
  text: string;
}

/** A number where a band is, over the whole map: so that no band is known by its shade alone. */
export function bandLabels(stops: Int8Array, columns: number, rows: number, across: number): Label[] {
  const step = Math.max(1, Math.round(columns / across));
  const labels: Label[] = [];
  for (let y = Math.floor(step / 2); y < rows; y += step) {
    for (let x = Math.floor(step / 2); x < columns; x += step) {
      labels.push({ x: (x + 0.5) / columns, y: (y + 0.5) / rows, text: bandName(stops[y * columns + x]!) });
    }
  }
  return labels;
}

export function bandName(stop: number): string {
  if (stop === CLIPPED) return 'clip';
  if (stop === BLACK) return 'black';
  return stop === 0 ? '0' : stop > 0 ? `+${stop}` : `−${-stop}`;
}
