import type { Views } from '../../app/client';

type Card = Views['ModelDocument'];

/** What was read of a manual, written into a specification: lists that came take the place of those that stood there, and are no longer presumed. */
export function takeOver(card: Card, found: Views['ManualText'], nameOf: (setting: string) => string): void {
  const said = new Set<string>();
  if (found.gains.length) {
    card.gain.positions = found.gains.map(({ gainDb, name }) => ({ gainDb, name }));
    card.gain.isos = null;
    said.add('gain');
  }
  if (found.isos.length) {
    card.gain.isos = [...found.isos];
    // Gain is counted from the native ISO, which a list does not tell: the lowest is presumed, and stays so until somebody confirms it.
    if (!Number.isFinite(card.gain.isoAtZeroGain ?? NaN)) {
      card.gain.isoAtZeroGain = Math.min(...found.isos);
      card.presumed = [...new Set([...(card.presumed ?? []), 'gain'])];
    } else said.add('gain');
  }
  if (found.shutters.length) card.shutters = [...found.shutters];
  for (const setting of found.automatic) {
    if (setting === 'gain') card.gain.automatic = true;
    if (setting === 'shutter') card.shutterAutomatic = true;
    if (setting === 'white-balance') card.whiteBalance.automatic = true;
  }
  if (found.clearScan) card.clearScan = { ...found.clearScan, stepHz: found.clearScan.stepHz ?? NaN };
  if (found.angles.length) card.angles = { degrees: [...found.angles], anyBetween: false };
  if (found.formats.length) {
    const before = card.formats.filter(
      (f) => !found.formats.some((n) => n.size === f.size && n.rate === f.rate),
    );
    card.formats = [...before, ...found.formats];
  }
  if (found.filters.length) {
    card.filters = found.filters.map(({ label, stops }) => ({ label, stops }));
    said.add('nd');
  }
  if (found.presetsK.length) {
    card.whiteBalance.presetsK = [...found.presetsK];
    said.add('white-balance');
  }
  for (const { setting, path } of found.paths) {
    const known = card.controls[setting];
    card.controls = {
      ...card.controls,
      [setting]: {
        ...(known ?? {
          side: 'screen',
          across: 0.5,
          down: 0.5,
          name: nameOf(setting),
          manualSign: '',
          trap: '',
        }),
        path,
      },
    };
  }
  confirm(card, said);
}

/** Takes settings out of those that are only presumed of the class. */
export function confirm(card: Card, settings: ReadonlySet<string>): void {
  if (card.presumed?.some((s) => settings.has(s)))
    card.presumed = card.presumed.filter((s) => !settings.has(s));
}
