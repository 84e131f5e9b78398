import { describe, expect, test } from 'vitest';
import { goesWith, lentFigures, withLent, type FigureSet } from '../src/figures/index.ts';

const trace = { figureId: 1, method: 'caliper', grade: 2, source: 's', text: '', by: 'm', at: '2026-01-01' } as const; // prettier-ignore
const figures = (quantities: Record<string, number>): FigureSet<'bay'> => ({ quantities: Object.fromEntries(Object.entries(quantities).map(([key, value]) => [key, { value, u: 1, trace }])), words: {} }) as FigureSet<'bay'>; // prettier-ignore

// Common practice, no source: the body keeps its opening and mounts, the engine its hoses, thermostat and fan logic.
describe('figures that a related bay lends', () => {
  const diesel = figures({ openingWidth: 706, thermostatRating: 88, bayDepth: 210 });
  const pickup = figures({ openingWidth: 640, thermostatRating: 82, bayDepth: 180 });
  const keys = (list: readonly { key: string; bay: string }[]): Record<string, string> => Object.fromEntries(list.map(({ key, bay }) => [key, bay])); // prettier-ignore
  test('the body’s from the same model, the engine’s from the same engine, of the two together from neither', () => {
    const lent = lentFigures(figures({}), [
      { bay: 'van', why: 'model', figures: diesel },
      { bay: 'pickup', why: 'engine', figures: pickup },
    ]);
    expect(keys(lent)).toEqual({ openingWidth: 'van', thermostatRating: 'pickup' });
    expect(goesWith('bayDepth')).toBe('both');
    expect(keys(lentFigures(figures({}), [{ bay: 'twin', why: 'both', figures: diesel }]))).toEqual({ openingWidth: 'twin', thermostatRating: 'twin', bayDepth: 'twin' }); // prettier-ignore
  });
  test('its own figure is never replaced, and the nearest relative counts', () => {
    const own = figures({ openingWidth: 700 });
    expect(lentFigures(own, [{ bay: 'van', why: 'model', figures: diesel }])).toEqual([]);
    const lent = lentFigures(figures({}), [
      { bay: 'near', why: 'model', figures: diesel },
      { bay: 'far', why: 'model', figures: figures({ openingWidth: 1, fanMountWidth: 664 }) },
    ]);
    expect(keys(lent)).toEqual({ openingWidth: 'near', fanMountWidth: 'far' });
    expect(withLent(own, lent).quantities.fanMountWidth?.value).toBe(664);
    expect(own.quantities.fanMountWidth).toBeUndefined();
  });
});
