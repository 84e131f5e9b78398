import { kindName } from '@radiatrix/words/figures';
import type { MergeKind } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';

export interface Other {
  id: number;
  title: string;
  detail: string;
}

/** As many as a list is read through; more letters bring the rest. */
const SHOWN = 50;

/** Records of a kind that a few letters find, the one that is looked at among them. */
export function useOthers(kind: MergeKind, text: string): Other[] | undefined {
  const isRecord = kind === 'make' || kind === 'model' || kind === 'source';
  const records = recordingApi.useRecordsQuery(
    { table: isRecord ? kind : 'make', text },
    { skip: !isRecord },
  );
  const parts = api.usePartsQuery(text, { skip: kind !== 'part' });
  const vehicles = api.useVehiclesQuery(undefined, { skip: kind !== 'vehicle' });
  const connectors = api.useConnectorsQuery(undefined, { skip: kind !== 'connector' });
  const holds = (words: string): boolean =>
    text
      .toLowerCase()
      .split(/\s+/)
      .every((word) => words.toLowerCase().includes(word));
  if (kind === 'part')
    return parts.data?.slice(0, SHOWN).map((each) => ({ id: each.id, title: each.number, detail: `${each.maker}, ${kindName(each.kind)}` })); // prettier-ignore
  if (kind === 'vehicle')
    return vehicles.data
      ?.map((each) => ({ id: each.id, title: each.title, detail: `${each.engine}, ${each.transmission}` }))
      .filter(({ title, detail }) => holds(`${title} ${detail}`))
      .slice(0, SHOWN);
  if (kind === 'connector')
    return connectors.data
      ?.map((each) => ({ id: each.id, title: each.code, detail: each.name }))
      .filter(({ title, detail }) => holds(`${title} ${detail}`))
      .slice(0, SHOWN);
  return records.data?.slice(0, SHOWN);
}
