import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { answersOfContract } from './answers.ts';

/** `npm run docs:generate`: refreshes what `docs/formats/` publishes. */
const answers = path.join(import.meta.dirname, 'answers.schema.json');
writeFileSync(answers, `${JSON.stringify(answersOfContract(), null, 1)}\n`);

// The description is made of the answers, so it is loaded once they are written.
const { describeApi, describeBundle } = await import('./describe.ts');
const folder = path.resolve(import.meta.dirname, '../../../docs/formats');
for (const [name, content] of [
  ['openapi.json', describeApi()],
  ['bundle.schema.json', describeBundle()],
] as const)
  writeFileSync(path.join(folder, name), `${JSON.stringify(content, null, 1)}\n`);
