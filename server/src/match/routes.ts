import type { PartKind } from '@radiatrix/core/figures';
import type { Context, Reply } from '../http/route.ts';
import * as service from './service.ts';

export const match = async ({ db, id, person, query }: Context): Promise<Reply> => ({
  body: await service.match(db, id(), person.role, query as service.MatchOptions),
});
export const judged = async ({ db, id, person, query }: Context): Promise<Reply> => ({
  body: await service.judged(db, id(), id('partId'), person.role, query as service.MatchOptions),
});
export const sets = async ({ db, id, person, query }: Context): Promise<Reply> => ({
  body: await service.sets(
    db,
    id(),
    person.role,
    query as unknown as service.MatchOptions & { kinds?: PartKind[]; keep: number[] },
  ),
});
export const kin = async ({ db, id, person }: Context): Promise<Reply> => ({
  body: await service.kin(db, id(), person.role),
});
export const goesInto = async ({ db, id, person }: Context): Promise<Reply> => ({
  body: await service.goesInto(db, id(), person.role),
});
