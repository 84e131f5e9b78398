import { useEffect, useState } from 'react';
import { leadingParts } from '@radiatrix/core/job';
import type { JobPartLine, JobRecord, SheetRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';

interface Leading {
  /** The part that leads; undefined where none goes in. */
  part: JobPartLine | undefined;
  sheet: SheetRecord | undefined;
  /** Why no part of the job has a sheet. */
  error: unknown;
}

/** The sheet that leads the work of a job: of the first part in `leadingParts` that has one, as the phone takes it. */
export function useLeadingSheet(job: JobRecord | undefined, skip = false): Leading {
  const units = useUnits();
  const parts = job ? leadingParts(job.parts) : [];
  const order = parts.map(({ partId }) => partId).join();
  const [tried, setTried] = useState({ order: '', refused: 0 });
  const refused = tried.order === order ? tried.refused : 0;
  const part = parts[refused];
  const { data, error } = api.useSheetQuery({ vehicleId: job?.vehicle.id ?? 0, partId: part?.partId ?? 0, job: job?.id ?? 0, units }, { skip: skip || !part });
  useEffect(() => {
    if (error !== undefined && !data && refused < parts.length - 1) setTried({ order, refused: refused + 1 });
  }, [error, data, refused, parts.length, order]);
  return { part: parts[0], sheet: data, error: refused < parts.length - 1 ? undefined : error };
} // prettier-ignore
