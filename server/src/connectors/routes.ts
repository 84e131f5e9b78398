import type { ConnectorRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { type Handler, type Reply, versionOf } from '../http/route.ts';
import { connectorLines, connectorRecord, insertConnector, updateConnector } from './queries.ts';
import { connectorTouch } from './service.ts';

async function reply(
  db: Db,
  idOrCode: string,
  more: Partial<Reply<ConnectorRecord>> = {},
): Promise<Reply<ConnectorRecord>> {
  const record = await connectorRecord(db, idOrCode);
  if (!record) throw notFound('That connector');
  return { body: record, etag: String(record.version), ...more };
}

export const connectors: Handler<'connectors'> = async ({ db }) => ({ body: await connectorLines(db) });
export const connector: Handler<'connector'> = async ({ db, params }) => reply(db, params.id!);

export const newConnector: Handler<'newConnector'> = async ({ db, body }) => {
  const id = await insertConnector(db, body);
  return reply(db, String(id), { status: 201, location: `/api/connectors/${id}` });
};

export const saveConnector: Handler<'saveConnector'> = async ({ db, id, body, ifMatch }) => {
  const held = await connectorRecord(db, String(id()));
  if (held) await connectorTouch(db, held, body);
  if (!(await updateConnector(db, id(), versionOf(ifMatch), body))) {
    const current = await connectorRecord(db, String(id()));
    if (!current) throw notFound('That connector');
    throw new ProblemError('stale', { current });
  }
  return reply(db, String(id()));
};
