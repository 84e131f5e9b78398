import type { Handler } from '../http/route.ts';
import type { Auditor } from './service.ts';

interface AuditRoutes {
  audit: Handler<'audit'>;
  startAudit: Handler<'startAudit'>;
  stopAudit: Handler<'stopAudit'>;
}

export const auditRoutes = (auditor: Auditor): AuditRoutes => ({
  audit: () => Promise.resolve({ body: auditor.state }),
  startAudit: () => Promise.resolve({ status: 202, body: auditor.start() }),
  stopAudit: () => Promise.resolve({ body: auditor.stop() }),
});
