import { swappable } from './threads.ts';
import type { ProcedureDocument } from './types.ts';

export interface Finding {
  severity: 'wrong' | 'look';
  /** Place in the document: `steps.3`, `fasteners.B`. */
  at: string;
  message: string;
}

/** Pairs of fasteners that can be swapped with harm: one thread, different lengths. */
export const swapHazards = (
  document: Pick<ProcedureDocument, 'fasteners'>,
): { tray: string; other: string; thread: string; byMm: number }[] =>
  swappable(
    document.fasteners.flatMap((each) =>
      each.lengthMm === null ? [] : [{ ...each, lengthMm: each.lengthMm }],
    ),
  ).map(({ long, short, thread, byMm }) => ({ tray: long.tray, other: short.tray, thread, byMm }));

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
  for (const hazard of swapHazards(document))
    look(
      `fasteners.${hazard.tray}`,
      `${hazard.tray} and ${hazard.other} share ${hazard.thread}; ${hazard.tray} is ${hazard.byMm} mm longer. Keep them apart.`,
    );
  return findings;
}
