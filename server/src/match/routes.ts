import type { PartKind } from '@radiatrix/core/figures';
import type { Handler } from '../http/route.ts';
import * as service from './service.ts';

export const match: Handler<'match'> = async ({ db, id, person, query }) => ({
  body: await service.match(db, id(), person.role, query as service.MatchOptions),
});
export const judged: Handler<'judged'> = async ({ db, id, person, query }) => ({
  body: await service.judged(db, id(), id('partId'), person.role, query as service.MatchOptions),
});
export const sets: Handler<'sets'> = async ({ db, id, person, query }) => ({
  body: await service.sets(
    db,
    id(),
    person.role,
    query as unknown as service.MatchOptions & { kinds?: PartKind[]; keep: number[] },
  ),
});
export const sharing: Handler<'sharing'> = async ({ db, id, person }) => ({
  body: await service.sharing(db, id(), person.role),
});
export const goesInto: Handler<'goesInto'> = async ({ db, id, person }) => ({
  body: await service.goesInto(db, id(), person.role),
});
