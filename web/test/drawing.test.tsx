import { Provider } from 'react-redux';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, test, vi } from 'vitest';
import type { ReactNode } from 'react';
import { store } from '../src/app/store.ts';
import { Dimension, Drawing, Label } from '../src/drawing/Drawing.tsx';

// The store asks the page for its theme as it is made.
vi.hoisted(() => {
  (globalThis as { document?: unknown }).document = { documentElement: { dataset: {} } };
});

const draw = (bounds: { x: number; y: number; w: number; h: number }, inside: ReactNode): string =>
  renderToStaticMarkup(
    <Provider store={store}>
      <Drawing name="Stack" bounds={bounds} says={['core 32 mm', 'gap 14 mm']}>
        {inside}
      </Drawing>
    </Provider>,
  );
const viewOf = (html: string): number[] =>
  /aria-label="Stack"[^>]*viewBox="([^"]+)"/.exec(html)![1]!.split(' ').map(Number);

describe('a drawing to scale', () => {
  test.each([
    [{ x: -50, y: -500, w: 400, h: 600 }],
    [{ x: 0, y: 0, w: 2000, h: 100 }],
    [{ x: 10, y: 20, w: 30, h: 40 }],
  ])('shows all of %o, in the middle, with one scale across and up', (bounds) => {
    const [x, y, w, h] = viewOf(draw(bounds, null)) as [number, number, number, number];
    expect(x).toBeLessThanOrEqual(bounds.x + 1e-9);
    expect(y).toBeLessThanOrEqual(bounds.y + 1e-9);
    expect(x + w).toBeGreaterThanOrEqual(bounds.x + bounds.w - 1e-9);
    expect(y + h).toBeGreaterThanOrEqual(bounds.y + bounds.h - 1e-9);
    expect(x + w / 2).toBeCloseTo(bounds.x + bounds.w / 2, 9);
    expect(y + h / 2).toBeCloseTo(bounds.y + bounds.h / 2, 9);
    // 430 px high and, before it is measured, 640 wide.
    expect(w / 640).toBeCloseTo(h / 430, 9);
  });
  test('says in words what it shows, for those who cannot see it and in the file that is saved', () => {
    const html = draw({ x: 0, y: 0, w: 100, h: 100 }, null);
    expect(html).toContain('<desc>core 32 mm. gap 14 mm</desc>');
    expect(html).toContain('<li>gap 14 mm</li>');
    expect(html).toContain('role="img" aria-label="Stack"');
    for (const tool of ['Nearer', 'Farther', 'All of it', 'Measure between two points', 'Save as SVG'])
      expect(html).toContain(`aria-label="${tool}"`);
  });
  test('text keeps its size on screen whatever the scale', () => {
    const sizes = [100, 1000].map((side) => {
      const html = draw(
        { x: 0, y: 0, w: side, h: side },
        <Label x={0} y={0} size={13}>
          x
        </Label>,
      );
      return Number(/font-size="([\d.]+)"/.exec(html)![1]) / (viewOf(html)[3]! / 430);
    });
    expect(sizes[0]).toBeCloseTo(13, 9);
    expect(sizes[1]).toBeCloseTo(13, 9);
  });
  test('a dimension line lies beside what it measures, level or upright, its ends where the thing ends', () => {
    const line = (from: [number, number], to: [number, number], off: number) =>
      draw(
        { x: 0, y: 0, w: 430, h: 430 },
        <Dimension from={{ x: from[0], y: from[1] }} to={{ x: to[0], y: to[1] }} off={off}>
          12
        </Dimension>,
      );
    expect(line([10, 50], [110, 50], 20)).toContain('M10 70L110 70');
    expect(line([10, 50], [10, 150], 30)).toContain('M40 50L40 150');
  });
});
