import type { Log } from '@radiatrix/core/instrument';
import { provingApi } from '../../api/proving.ts';
import { useAppDispatch } from '../../app/store.ts';

/** A probe in the vehicle is read to about so much, K. */
const PROBE_U = 0.5;

/** A run that was recorded on a job, as a log of its coolant, and of the air outside where it was read; undefined where it has none. */
export function useRecorded(): (stream: string) => Promise<{ log: Log; problems: string[] } | undefined> {
  const dispatch = useAppDispatch();
  return async (stream) => {
    const { ms, values, channels, missing } = await dispatch(
      provingApi.endpoints.stream.initiate(stream, { subscribe: false }),
    ).unwrap();
    const kept = (['coolant', 'ambient'] as const).flatMap((quantity) => {
      const at = channels.findIndex(({ name }) => name === quantity);
      return at < 0 ? [] : [{ quantity, column: values[at]! }];
    });
    if (kept[0]?.quantity !== 'coolant' || ms.length < 2) return undefined;
    return {
      log: {
        channels: kept.map(({ quantity }) => ({ name: quantity, quantity, unit: '°C', u: PROBE_U })),
        ms,
        values: kept.map(({ column }) => column),
      },
      problems: missing.length > 0 ? [`${missing.length} pieces of it have not arrived.`] : [],
    };
  };
}
