import type { PartKind } from '@radiatrix/core/figures';
import { EVERYONE, type Routes } from './route.ts';
import { textQuery } from './common.ts';

/** One thing of the library that answers to what was typed. */
export type SearchHit =
  | { type: 'part'; id: number; number: string; maker: string; kind: PartKind; description: string; why: string; supersededBy: string }
  | { type: 'model'; id: number; name: string; make: string }
  | { type: 'engine' | 'transmission'; id: number; code: string; label: string }
  | { type: 'connector'; code: string; name: string }
  | { type: 'source'; id: number; name: string; kind: string }
  | { type: 'job'; id: number; label: string; complaint: string }; // prettier-ignore

export interface SearchResult {
  text: string;
  hits: SearchHit[];
}

export interface SearchAnswers {
  search: SearchResult;
}
export const searchRoutes = {
  search: { method: 'get', path: '/api/search', summary: 'Everything in the library that answers to a few letters', roles: EVERYONE, steady: true, query: textQuery },
} as const satisfies Routes; // prettier-ignore
