import { backStep, outStep } from '@radiatrix/core/access';
import type { SheetRecord } from '@radiatrix/contract';

/** The photograph on record of a move and of its way back; null where there is none. */
export const photoOfStep = (run: SheetRecord['run'], step: string): number | null =>
  run?.map.operations.find(({ code }) => outStep(code) === step || backStep(code) === step)?.photoId ?? null;

/** Every photograph on record that a way in shows. */
export const photosOfRun = (run: SheetRecord['run']): number[] =>
  run
    ? run.map.operations.flatMap(({ code, photoId }) => (photoId !== null && run.operations.includes(code) ? [photoId] : []))
    : []; // prettier-ignore
