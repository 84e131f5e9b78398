import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { describeApi, describeBundle } from './describe.ts';

/** `npm run docs:generate`: refreshes what `docs/formats/` publishes. */
const folder = path.resolve(import.meta.dirname, '../../../docs/formats');
for (const [name, content] of [
  ['openapi.json', describeApi()],
  ['bundle.schema.json', describeBundle()],
] as const)
  writeFileSync(path.join(folder, name), `${JSON.stringify(content, null, 1)}\n`);
