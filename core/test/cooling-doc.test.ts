import { expect, test } from 'vitest';
import doc from '../../docs/cooling.md?raw';
import { TABLES, tables } from './cooling-tables.ts';

const plain = (text: string): string => text.replace(/-{3,}/g, '---').replace(/ +/g, ' ');

test('the tables of docs/cooling.md are what is worked out', () => {
  expect(TABLES).toHaveLength(6);
  for (const table of tables()) expect(plain(doc)).toContain(plain(table));
}, 60_000);
