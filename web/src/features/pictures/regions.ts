import type { Views } from '../../app/client';

export type Region = Views['RegionDocument'];
export type Kind = Views['RegionKind'];

export const KINDS: { key: Kind; name: string }[] = [
  { key: 'greyCard', name: 'Grey card' },
  { key: 'whiteCard', name: 'White card' },
  { key: 'blackCard', name: 'Black card' },
  { key: 'skin', name: 'Skin' },
  { key: 'keySide', name: 'Key side' },
  { key: 'fillSide', name: 'Fill side' },
  { key: 'background', name: 'Background' },
  { key: 'free', name: 'Anything' },
];
export const kindName = (kind: Kind): string => KINDS.find((k) => k.key === kind)!.name;

const LEAST = 0.01;
const round = (share: number) => Math.round(share * 10_000) / 10_000;

/** A region that stays inside the picture, whatever was asked of it. */
export function inside(region: Region): Region {
  const width = round(Math.min(1, Math.max(LEAST, region.width)));
  const height = round(Math.min(1, Math.max(LEAST, region.height)));
  return {
    ...region,
    width,
    height,
    x: Math.min(round(1 - width), round(Math.max(0, region.x))),
    y: Math.min(round(1 - height), round(Math.max(0, region.y))),
  };
}

/** Moved by shares of the picture. */
export const moved = (region: Region, dx: number, dy: number): Region =>
  inside({ ...region, x: region.x + dx, y: region.y + dy });

/** Its lower right corner pulled by shares of the picture; the other corner stays. */
export function pulled(region: Region, dx: number, dy: number): Region {
  return inside({
    ...region,
    width: Math.min(1 - region.x, region.width + dx),
    height: Math.min(1 - region.y, region.height + dy),
  });
}

/** A new region in the middle of the picture, of a kind that is not there yet where one is left. */
export function fresh(regions: readonly Region[], id: string): Region {
  const order: Kind[] = ['greyCard', 'skin', 'whiteCard', 'keySide', 'fillSide', 'background'];
  const kind = order.find((k) => !regions.some((r) => r.kind === k)) ?? 'free';
  return {
    id,
    kind,
    shape: kind === 'skin' || kind === 'keySide' || kind === 'fillSide' ? 'ellipse' : 'rectangle',
    isProposed: false,
    x: 0.4,
    y: 0.35,
    width: 0.2,
    height: 0.3,
  };
}

/** What a region is called among the others: its kind, and a number where there are several of it. */
export function nameOf(region: Region, regions: readonly Region[]): string {
  const same = regions.filter((r) => r.kind === region.kind);
  const at = same.findIndex((r) => r.id === region.id);
  return kindName(region.kind) + (same.length > 1 ? ` ${at + 1}` : '');
}
