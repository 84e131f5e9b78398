import { test } from 'vitest';
import { writeFileSync } from 'node:fs';
import { Actor, demoServer } from './harness.ts';
test('dump', async () => {
  const s = await demoServer();
  const cleo = await Actor.signIn(s.app, 'cleo');
  const { body: vehicles } = await cleo.get('/api/vehicles');
  const lines: string[] = [];
  for (const v of vehicles as any[]) {
    const { body } = await cleo.get(`/api/vehicles/${v.id}/match`);
    for (const c of body.candidates) lines.push(`${v.title} ${v.engine} ${v.transmission} ${v.options[0]} | ${c.number} ${c.kind} ${c.verdict.verdict} ${c.verdict.deciding.check ?? c.verdict.deciding.by} ${c.verdict.unmeasured}`);
  }
  writeFileSync(process.env.DUMP_TO!, lines.join('\n'));
  await s.stop();
}, 300000);
