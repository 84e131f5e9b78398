import { askWords } from '@radiatrix/words/en/ask';
import { api } from '../../api/api.ts';

/** Words that find a vehicle of the demo; null in a shop of its own, where they would find nothing. */
export function useExample(): string | null {
  const { data } = api.useSessionQuery();
  return data?.demo ? askWords('example') : null;
}
