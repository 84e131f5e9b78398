import { readFileSync, readdirSync } from 'node:fs';

const TICKS_A_SECOND = 100;

/** Seconds of processor that a process and all that it started have taken so far; Linux. */
export function cpuSeconds(root: number): number {
  const seen = new Map<number, { parent: number; seconds: number }>();
  for (const name of readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue;
    try {
      const fields = readFileSync(`/proc/${name}/stat`, 'latin1')
        .replace(/^.*\) /s, '')
        .split(' ');
      seen.set(Number(name), { parent: Number(fields[1]), seconds: (Number(fields[11]) + Number(fields[12])) / TICKS_A_SECOND }); // prettier-ignore
    } catch {
      // It ended between the listing and the look.
    }
  }
  const isOwn = (pid: number): boolean => pid === root || (seen.has(pid) && isOwn(seen.get(pid)!.parent));
  let sum = 0;
  for (const [pid, { seconds }] of seen) if (isOwn(pid)) sum += seconds;
  return sum;
}
