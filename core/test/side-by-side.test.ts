import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sideBySide, wiresBeside, type BesideRow, type PlanConnector } from '../src/fitment/index.ts';
import {
  PART_KINDS,
  attributesOf,
  type FigureSet,
  type PartKind,
  type QuantityFigure,
  type WordFigure,
} from '../src/figures/index.ts';
import { value, word } from './sound.ts';

type Figures = FigureSet<never>;
type Figure = QuantityFigure | WordFigure;
const set = (quantities: Record<string, [number, number]>, words: Record<string, string> = {}): Figures =>
  ({
    quantities: Object.fromEntries(Object.entries(quantities).map(([key, [amount, u]]) => [key, value(amount, u)])),
    words: Object.fromEntries(Object.entries(words).map(([key, text]) => [key, word(text)])),
  }) as Figures; // prettier-ignore
const named = (rows: readonly BesideRow[]) => Object.fromEntries(rows.map((row) => [row.key, row]));

describe('two parts of a kind, figure by figure', () => {
  test('two motors: within both uncertainties is the same, further is by how much, and what one lacks is open', () => {
    const rows = named(
      sideBySide(
        'motor',
        set({ current: [9.1, 0.3], body: [86, 0.5], shaftDiameter: [8, 0.03] }, { side: 'left', voltage: '12' }),
        set({ current: [9.4, 0.3], body: [92, 0.5], boltCircle: [72, 0.5] }, { side: 'right', voltage: '12' }),
      ),
    ); // prettier-ignore
    expect(rows.current!.beside).toBe('same');
    // 6 mm apart, 0.5 and 0.5 in squares: 0.7 mm.
    expect(rows.body).toMatchObject({ beside: 'differs', by: { value: 6, u: expect.closeTo(0.707, 3) as number } }); // prettier-ignore
    expect([rows.shaftDiameter!.beside, rows.boltCircle!.beside, rows.rotation!.beside]).toEqual(['old-only', 'new-only', 'neither']); // prettier-ignore
    expect([rows.side!.beside, rows.voltage!.beside]).toEqual(['differs', 'same']);
  });

  /** Any part of a kind, with any of its figures missing. */
  const part = (kind: PartKind): fc.Arbitrary<Figures> =>
    fc.record(
      Object.fromEntries(
        attributesOf(kind).map(([key, { type }]) => [
          key,
          fc.option<Figure>(
            type === 'quantity'
              ? fc.tuple(fc.double({ min: -1e4, max: 1e4, noNaN: true }), fc.double({ min: 0, max: 50, noNaN: true })).map(([amount, u]) => value(amount, u))
              : fc.constantFrom('a', 'b', 'C-1').map(word),
            { nil: undefined },
          ),
        ]),
      ),
    ).map((all) => {
      const of = (type: 'quantity' | 'words') => Object.fromEntries(Object.entries(all).filter(([key, figure]) => figure !== undefined && (attributesOf(kind).find(([own]) => own === key)![1].type === 'quantity') === (type === 'quantity')));
      return { quantities: of('quantity'), words: of('words') } as Figures;
    }); // prettier-ignore
  test('of any kind: every figure stands once; turned round it says the same of each, with the difference the other way; a part is like itself', () => {
    const turned = { 'same': 'same', 'differs': 'differs', 'old-only': 'new-only', 'new-only': 'old-only', 'neither': 'neither' }; // prettier-ignore
    const pair = fc.constantFrom(...PART_KINDS).chain((kind) => fc.tuple(fc.constant(kind), part(kind), part(kind))); // prettier-ignore
    fc.assert(
      fc.property(pair, ([kind, a, b]) => {
        const [there, back] = [sideBySide(kind, a, b), sideBySide(kind, b, a)];
        expect(there.map(({ key }) => key)).toEqual(attributesOf(kind).map(([key]) => key));
        expect(back.map(({ beside }) => beside)).toEqual(there.map(({ beside }) => turned[beside]));
        there.forEach(({ by }, at) => by && expect(back[at]!.by!.value).toBe(by.value === 0 ? back[at]!.by!.value : -by.value)); // prettier-ignore
        expect(sideBySide(kind, a, a).every(({ beside }) => beside === 'same' || beside === 'neither')).toBe(true); // prettier-ignore
      }),
      { numRuns: 300 },
    );
  });
});

test('two plugs, wire by wire: a function finds its like in any order, never by colour; one that is missing says so', () => {
  const cavity = (position: string, duty: string, colour: string) => ({ position, function: duty, colour, gauge: '2.5 mm²' }); // prettier-ignore
  const plug = (code: string, ...cavities: PlanConnector['cavities'][number][]): PlanConnector => ({ code, cavities }); // prettier-ignore
  const old = plug('A', cavity('1', 'low speed', 'blue'), cavity('2', 'ground', 'black'));
  const fresh = plug('B', cavity('2', 'ground', 'brown'), cavity('1', 'high speed', 'blue'), cavity('3', 'low speed', 'black')); // prettier-ignore
  expect(wiresBeside(old, fresh).map((row) => [row.function, row.old.map(({ colour }) => colour), row.fresh.map(({ colour }) => colour), row.moves])).toEqual([
    ['low speed', ['blue'], ['black'], true],
    ['ground', ['black'], ['brown'], false],
    ['high speed', [], ['blue'], true],
  ]); // prettier-ignore
});
