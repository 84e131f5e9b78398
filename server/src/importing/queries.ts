import type { Db } from '../db/client.ts';
import { bay, engine, make, model, source, transmission } from '../db/schema/index.ts';

/** What can be named in a file, by kind. */
export async function namesOnRecord(db: Db): Promise<Record<string, { id: number; name: string }[]>> {
  const [sources, makes, models, engines, transmissions, bays] = await Promise.all([
    db.select({ id: source.id, name: source.name }).from(source),
    db.select({ id: make.id, name: make.name }).from(make),
    db.select({ id: model.id, name: model.name }).from(model),
    db.select({ id: engine.id, name: engine.code }).from(engine),
    db.select({ id: transmission.id, name: transmission.code }).from(transmission),
    db.select({ id: bay.id, name: bay.name }).from(bay),
  ]);
  return {
    source: sources,
    make: makes,
    model: models,
    engine: engines,
    transmission: transmissions,
    bay: bays,
  };
}
