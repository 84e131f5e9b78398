import type { Drive } from '@radiatrix/core/drive';
import { everyOf, type drivesOf } from '@radiatrix/core/fitment';
import { useWorker } from './useWorker.ts';

/** Old and new each in a worker of its own, so that a slider waits for the longer of the two and not for both. */
export function useDrives(drives: ReturnType<typeof drivesOf>) {
  const every = everyOf(drives.seconds);
  const work = (
    api: { drive: (drive: Drive, everyS: number) => Promise<import('@radiatrix/core/drive').Driven> },
    drive: Drive,
  ) => api.drive(drive, every);
  return {
    old: useWorker(work, drives.old, JSON.stringify(drives.old ?? null)),
    fresh: useWorker(work, drives.fresh, JSON.stringify(drives.fresh ?? null)),
  };
}
