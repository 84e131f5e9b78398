import type { Reply } from '../http/route.ts';
import type { Auditor } from './service.ts';

export const auditRoutes = (auditor: Auditor) => ({
  audit: (): Promise<Reply> => Promise.resolve({ body: auditor.state }),
  startAudit: (): Promise<Reply> => Promise.resolve({ status: 202, body: auditor.start() }),
  stopAudit: (): Promise<Reply> => Promise.resolve({ body: auditor.stop() }),
});
