import { clipsMixed } from './clips.ts';
import { swappable } from './threads.ts';
import type { ProcedureDocument } from './types.ts';

export interface Finding {
  severity: 'wrong' | 'look';
  /** Place in the document: `steps.3`, `fasteners.B`. */
  at: string;
  message: string;
}

/** Two places of a tray whose fasteners do harm in each other's: screws of one thread and two lengths, clips for two holes. */
export interface TrayHazard {
  sort: 'screw' | 'clip';
  /** The longer screw, or the clip for the larger hole. */
  tray: string;
  other: string;
  /** Thread of both screws; of clips what the larger one is. */
  thread: string;
  byMm: number;
}
export const swapHazards = ({ fasteners }: Pick<ProcedureDocument, 'fasteners'>): TrayHazard[] => [
  ...swappable(fasteners.flatMap((each) => (each.lengthMm === null ? [] : [{ ...each, lengthMm: each.lengthMm }]))).map(
    ({ long, short, thread, byMm }): TrayHazard => ({ sort: 'screw', tray: long.tray, other: short.tray, thread, byMm }),
  ),
  ...clipsMixed(fasteners).map(({ large, small, byMm }): TrayHazard => ({ sort: 'clip', tray: large.tray, other: small.tray, thread: large.thread, byMm })),
]; // prettier-ignore

/** A hazard as whoever proofreads says it. */
export const hazardText = ({ sort, tray, other, thread, byMm }: TrayHazard): string =>
  sort === 'screw'
    ? `${tray} and ${other} share ${thread}; ${tray} is ${byMm} mm longer. Keep them apart.`
    : `${tray} and ${other} are both clips; ${tray} is for a hole ${byMm} mm larger. Keep them apart.`;

/**
 * Reads a procedure the way a careful reviewer does: what comes off must be counted and go back on.
 * Findings marked `wrong` stop a release; those marked `look` are for the eye.
 */
export function proofread(document: ProcedureDocument): Finding[] {
  const findings: Finding[] = [];
  const wrong = (at: string, message: string) => findings.push({ severity: 'wrong', at, message });
  const look = (at: string, message: string) => findings.push({ severity: 'look', at, message });

  if (!document.steps.some((step) => step.phase === 'remove')) wrong('steps', 'No removal steps yet.');
  if (!document.steps.some((step) => step.phase === 'install')) wrong('steps', 'No install steps yet.');
  const letters = new Set<string>();
  for (const fastener of document.fasteners) {
    if (letters.has(fastener.tray))
      wrong(`fasteners.${fastener.tray}`, `Tray ${fastener.tray} is given out twice.`);
    letters.add(fastener.tray);
    const count = (phase: 'remove' | 'install'): number =>
      document.steps
        .filter((step) => step.phase === phase)
        .flatMap((step) => step.uses)
        .filter((use) => use.tray === fastener.tray)
        .reduce((sum, use) => sum + use.count, 0);
    const [out, back] = [count('remove'), count('install')];
    const name = `${fastener.tray}, ${fastener.name}`;
    if (out === 0 && back === 0) look(`fasteners.${fastener.tray}`, `${name}: no step uses it.`);
    else if (out !== back)
      wrong(`fasteners.${fastener.tray}`, `${name}: ${out} come out and ${back} go back.`);
    if (out > fastener.expected)
      wrong(
        `fasteners.${fastener.tray}`,
        `${name}: steps take out ${out}, but there should be ${fastener.expected}.`,
      );
    if (fastener.torqueNm !== null && fastener.torqueSource.trim() === '')
      wrong(`fasteners.${fastener.tray}`, `${name}: a torque needs the record it came from.`);
  }
  document.steps.forEach((step, index) => {
    for (const use of step.uses)
      if (!letters.has(use.tray))
        wrong(`steps.${index}`, `Step ${index + 1} uses tray ${use.tray}, which holds nothing.`);
  });
  for (const hazard of swapHazards(document)) look(`fasteners.${hazard.tray}`, hazardText(hazard));
  return findings;
}
