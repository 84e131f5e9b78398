import { useMemo } from 'react';
import { practiceOf, type Practice } from '@radiatrix/core/practice';
import { recordingApi } from './recording.ts';

const NONE: never[] = [];

/** The trade's practice with the shop's own lines over it; the trade's alone while those cannot be had. */
export function usePractice(): Practice {
  const { data = NONE } = recordingApi.usePracticeQuery();
  return useMemo(() => practiceOf(Object.fromEntries(data.map(({ name, value }) => [name, value]))), [data]);
}
