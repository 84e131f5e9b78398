import type { Connection } from '../db/client.ts';
import type { Handler } from '../http/route.ts';
import { auditState, stopAudit } from './read.ts';
import { startAudit } from './service.ts';

interface AuditRoutes {
  audit: Handler<'audit'>;
  startAudit: Handler<'startAudit'>;
  stopAudit: Handler<'stopAudit'>;
}

export const auditRoutes = (connection: Connection): AuditRoutes => ({
  audit: async () => ({ body: await auditState(connection.pool) }),
  startAudit: async () => ({ status: 202, body: await startAudit(connection) }),
  stopAudit: async () => {
    await stopAudit(connection.pool);
    return { body: await auditState(connection.pool) };
  },
});
