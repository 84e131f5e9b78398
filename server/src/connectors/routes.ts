import type { ConnectorDocument } from '@radiatrix/contract';
import { ProblemError, notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { connectorLines, connectorRecord, insertConnector, updateConnector } from './queries.ts';
import { connectorTouch } from './service.ts';

async function reply(db: Context['db'], idOrCode: string, more: Partial<Reply> = {}): Promise<Reply> {
  const record = await connectorRecord(db, idOrCode);
  if (!record) throw notFound('That connector');
  return { body: record, etag: String(record.version), ...more };
}

export const connectors = async ({ db }: Context): Promise<Reply> => ({ body: await connectorLines(db) });
export const connector = async ({ db, params }: Context): Promise<Reply> => reply(db, params.id!);

export const newConnector = async ({ db, body }: Context): Promise<Reply> => {
  const id = await insertConnector(db, body as ConnectorDocument);
  return reply(db, String(id), { status: 201, location: `/api/connectors/${id}` });
};

export const saveConnector = async ({ db, id, body, ifMatch }: Context): Promise<Reply> => {
  const held = await connectorRecord(db, String(id()));
  if (held) await connectorTouch(db, held, body as ConnectorDocument);
  if (!(await updateConnector(db, id(), Number(ifMatch) || 0, body as ConnectorDocument))) {
    const current = await connectorRecord(db, String(id()));
    if (!current) throw notFound('That connector');
    throw new ProblemError('stale', { current });
  }
  return reply(db, String(id()));
};
