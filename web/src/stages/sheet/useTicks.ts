import { useState } from 'react';
import type { SheetStep } from '@radiatrix/core/procedure';
import { api } from '../../api/api.ts';
import { useHappened } from '../job/useHappened.ts';

/** Ticks of a sheet, by the identity of its steps. */
export interface Ticks {
  has: (step: SheetStep) => boolean;
  toggle: (step: SheetStep) => void;
  clear: (() => void) | undefined;
  problem: unknown;
}

/** Steps ticked off on this device, for a sheet that belongs to no job; kept through a reload. */
function useLocalTicks(sheet: string): Ticks {
  const name = `radiatrix:ticks:${sheet}`;
  const [ticked, setTicked] = useState<readonly string[]>(() => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(name) ?? '[]');
      return Array.isArray(kept) ? kept.filter((item): item is string => typeof item === 'string') : [];
    } catch {
      return [];
    }
  });
  const keep = (next: readonly string[]) => {
    setTicked(next);
    try {
      localStorage.setItem(name, JSON.stringify(next));
    } catch {
      // Without storage the ticks last until the page is closed.
    }
  };
  return {
    has: ({ id }) => ticked.includes(id),
    toggle: ({ id }) => keep(ticked.includes(id) ? ticked.filter((other) => other !== id) : [...ticked, id]),
    clear: ticked.length > 0 ? () => keep([]) : undefined,
    problem: undefined,
  };
}

/** Ticks of a job are events of the job: seen by everybody, of this vehicle alone. */
function useJobTicks(jobId: number | undefined, partId: number): Ticks {
  const { data } = api.useJobQuery({ id: jobId ?? 0 }, { skip: jobId === undefined });
  const { say, error } = useHappened(jobId);
  // What was ticked a moment ago stands until the job says so.
  const [mine, setMine] = useState<Readonly<Record<string, boolean>>>({});
  const has = ({ id }: SheetStep): boolean => mine[id] ?? data?.record.state.steps[id]?.done ?? false;
  return {
    has,
    toggle: (step) => {
      const done = !has(step);
      setMine((was) => ({ ...was, [step.id]: done }));
      say('step ticked', { step: step.id, phase: step.phase, partId, done }).catch(() =>
        setMine((was) => ({ ...was, [step.id]: !done })),
      );
    },
    clear: undefined,
    problem: error,
  };
}

export function useTicks(sheet: string, jobId: number | undefined, partId: number): Ticks {
  const local = useLocalTicks(sheet);
  const job = useJobTicks(jobId, partId);
  return jobId === undefined ? local : job;
}
