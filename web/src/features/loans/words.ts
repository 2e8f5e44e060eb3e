import type { Views } from '../../app/client';
import { moment } from '../../app/dates';

/** What was done with a loan, in words. */
export function happened(e: Views['CustodyEventDocument']): string {
  const short = (e.counted ?? []).filter((c) => c.broken).map((c) => `${c.broken} × ${c.name} broken`);
  switch (e.kind) {
    case 'handed-out':
      return `handed out to ${e.borrower}, due ${moment(e.due!)}${e.text ? `; all the same: ${e.text}` : ''}`;
    case 'due-moved':
      return `due ${moment(e.due!)}`;
    case 'came-back':
      return 'came back';
    case 'counted-back':
      return `kit counted${short.length ? `: ${short.join(', ')}` : ''}`;
    case 'piece-settled':
      return `${e.piece}: ${(e.how ?? '').replace('-', ' ')}${e.text ? `; ${e.text}` : ''}`;
    case 'wrap-marked':
      return `${e.done === false ? 'not done after all' : 'done'}: ${(e.step ?? '').replaceAll('-', ' ')}`;
    case 'fault-noted':
      return `fault: ${e.text}`;
    case 'card-unused':
      return `${e.card}: nothing was recorded`;
    case 'card-listed':
      return `${e.card}: ${e.clips} ${e.clips === 1 ? 'clip' : 'clips'}${e.owners?.length ? ` of ${e.owners.join(', ')}` : ''}`;
    case 'card-proven':
      return `${e.card}: every clip is proven copied`;
    case 'card-released':
      return `${e.card}: released by ${e.owner}`;
    case 'card-formatted':
      return `${e.card}: formatted`;
    case 'closed':
      return e.text ? `closed with something open: ${e.text}` : 'closed';
    default:
      return e.kind;
  }
}

/** A line of what was done. */
export type DoneLine = { at: string; by: string; text: string };

/** What was done, in order; steps of the wrap list that were done together are one line. */
export function doneLines(loan: Pick<Views['LoanView'], 'events' | 'wrap'> | undefined): DoneLine[] {
  const lines: (DoneLine & { wrapped: boolean })[] = [];
  const nameOf = (step: string) => loan?.wrap.find((w) => w.step === step)?.name ?? step.replaceAll('-', ' ');
  for (const e of loan?.events ?? []) {
    const last = lines.at(-1);
    const isWrap = e.kind === 'wrap-marked' && e.done !== false;
    if (isWrap && last?.wrapped && last.at === e.at && last.by === e.by) last.text += `, ${nameOf(e.step!)}`;
    else
      lines.push({
        at: e.at,
        by: e.by,
        text: isWrap ? `done: ${nameOf(e.step!)}` : happened(e),
        wrapped: isWrap,
      });
  }
  return lines.map(({ at, by, text }) => ({ at, by, text }));
}
