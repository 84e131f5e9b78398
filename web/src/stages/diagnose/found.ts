import type { FoundBy } from '@radiatrix/core/job';
import type { JobEventDraft } from '@radiatrix/contract';
import { happened } from '../job/device.ts';

/** What a check showed, as it is told to the server. */
export const found = (
  check: string,
  outcome: string,
  more: Partial<{ how: FoundBy; said: string; minutes: number | null; photo: string | null }> = {},
): JobEventDraft =>
  happened('checked', {
    check,
    outcome,
    how: 'hand',
    said: '',
    minutes: null,
    stream: null,
    photo: null,
    ...more,
  });
