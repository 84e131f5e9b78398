// The published description of the addresses, held against OpenAPI 3.1 by an outside linter; part of `npm run check`.
import path from 'node:path';
import { createConfig, lint } from '@redocly/openapi-core';
import { root } from './lib/packages.mjs';
import { say } from './lib/say.mjs';

const config = await createConfig({
  extends: ['recommended'],
  rules: {
    // The product has no licence of its own to name, and is reached wherever a shop runs it.
    'info-license': 'off',
    'no-server-example.com': 'off',
  },
});
const problems = await lint({ ref: path.join(root, 'docs/formats/openapi.json'), config });
for (const { severity, ruleId, message, location } of problems)
  say(`${severity} ${ruleId}: ${message} (${location[0]?.pointer ?? ''})`);
process.exit(problems.some(({ severity }) => severity === 'error') ? 1 : 0);
