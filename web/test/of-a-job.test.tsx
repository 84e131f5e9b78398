import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, test } from 'vitest';
import type { TransferLine } from '@radiatrix/core/fitment';
import { Transfers } from '../src/stages/sheet/Transfers.tsx';

const line = (becomes: TransferLine['becomes'], what: string, said = ''): TransferLine => ({ code: what, what: { written: what }, becomes, said: { written: said } }); // prettier-ignore
const shown = (lines: TransferLine[]): string =>
  renderToStaticMarkup(<Transfers lines={lines} />)
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');

describe('what sits on the old part, on a page', () => {
  test('stands under what becomes of it, and what has no place or is to be looked at is never left out', () => {
    const text = shown([
      line('look', 'drain cock', 'is one in it?'),
      line('moves', 'sensor', 'a new washer'),
      line('no place', 'cooler fittings', 'adapters'),
      line('new', 'heat compound'),
      line('moves', 'brackets'),
    ]);
    expect(text).toMatch(/Moves over sensor : a new washer brackets .*Needed new heat compound .*No place on the new one cooler fittings : adapters .*Look drain cock : is one in it\?/); // prettier-ignore
  });
  test('what comes in the box is said by the box, and nothing has no heading', () => {
    expect(shown([line('box', 'lower grommets', 'lower grommets')]).trim()).toBe('');
    expect(shown([])).toBe('');
  });
});
