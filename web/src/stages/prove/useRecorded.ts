import type { Log } from '@radiatrix/core/instrument';
import { provingApi } from '../../api/proving.ts';
import { useAppDispatch } from '../../app/store.ts';

/** A probe in the vehicle is read to about so much, K. */
const COOLANT_U = 0.5;

/** A run that was recorded on a job, as a log of its coolant; undefined where it has none. */
export function useRecorded(): (stream: string) => Promise<{ log: Log; problems: string[] } | undefined> {
  const dispatch = useAppDispatch();
  return async (stream) => {
    const { ms, values, channels, missing } = await dispatch(
      provingApi.endpoints.stream.initiate(stream, { subscribe: false }),
    ).unwrap();
    const at = channels.findIndex(({ name }) => name === 'coolant');
    if (at < 0 || ms.length < 2) return undefined;
    return {
      log: {
        channels: [{ name: 'coolant', quantity: 'coolant', unit: '°C', u: COOLANT_U }],
        ms,
        values: [values[at]!],
      },
      problems: missing.length > 0 ? [`${missing.length} pieces of it have not arrived.`] : [],
    };
  };
}
