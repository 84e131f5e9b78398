import { parse, type Token } from '@messageformat/parser';
import { readFileSync, readdirSync } from 'node:fs';
import { afterEach, describe, expect, test } from 'vitest';
import { ATTRIBUTES, PART_KINDS, type Attribute } from '@radiatrix/core/figures';
import { CHECK_IDS } from '@radiatrix/core/fit';
import { CELL_CODES } from '@radiatrix/core/table';
import { PRACTICE_NAMES, WORK_CODES, WORK_TABLE } from '@radiatrix/core/practice';
import { compileMessages } from '../build/compile-messages.ts';
import { catalogue, loadedCatalogues, setDisguise } from '../src/catalogue.ts';
import { usePseudo } from '../src/pseudo.ts';
import { kindName } from '../src/figures.ts';

const here = new URL('..', import.meta.url).pathname;
const folder = `${here}src/en`;
const files = readdirSync(folder).filter((file) => file.endsWith('.ts'));
await Promise.all(files.map((file) => import(`../src/en/${file}`)));
const all = loadedCatalogues().flatMap((each) =>
  Object.entries(each.messages).map(([key, text]) => ({ name: each.catalogue, key, text })),
);
const keysOf = (name: string): string[] => all.filter((each) => each.name === name).map(({ key }) => key);

/** The arguments of a message as its parser finds them. */
function argumentsIn(tokens: readonly Token[]): string[] {
  return tokens.flatMap((token) =>
    token.type === 'content' || token.type === 'octothorpe'
      ? []
      : [token.arg, ...('cases' in token ? token.cases.flatMap((each) => argumentsIn(each.tokens)) : [])],
  );
}
/** The same as the compiler reads them (`src/arguments.ts`), written once more with a regular expression. */
const argumentsByType = (text: string): string[] =>
  text.split('{').flatMap((_, i, pieces) => {
    if (i === 0) return [];
    const before = pieces.slice(0, i).join('{');
    if (/(, plural, |} )(one|other|=0|=1|many) $/.test(before.slice(before.lastIndexOf('{') + 1).padStart(30))) return [];
    const head = pieces[i]!.split('}')[0]!.split(',')[0]!;
    return head === '' || /[ #]/.test(head) ? [] : [head];
  }); // prettier-ignore

const sources = (folderOf: string): string =>
  readdirSync(folderOf, { withFileTypes: true, recursive: true })
    .filter((each) => each.isFile() && /\.tsx?$/.test(each.name))
    .map((each) => readFileSync(`${each.parentPath}/${each.name}`, 'utf8'))
    .join('\n');

describe('messages', () => {
  test('are ICU, without a quotation mark that ICU would eat, and their arguments are those the compiler asks for', () => {
    expect(all.length).toBeGreaterThan(1000);
    for (const { name, key, text } of all) {
      expect(text, `${name} ${key}`).not.toMatch(/'|^\s|\s{2}/);
      const parsed = [...new Set(argumentsIn(parse(text)))].sort();
      expect([...new Set(argumentsByType(text))].sort(), `${name} ${key}`).toEqual(parsed);
    }
  });
  test('avoid what the word guide avoids', () => {
    for (const { name, key, text } of all)
      expect(text, `${name} ${key}`).not.toMatch(
        /\bwhoever\b|\banew\b|of which none|nothing beats|is to be \w+ed/i,
      );
  });
  test('are each used: their key, or the part before its colon, stands somewhere outside the catalogue', () => {
    const code = `${sources(`${here}src`).replace(/export const \w+ = catalogue\([\s\S]*?\n\}\);/g, '')}
${['core', 'contract', 'web', 'server'].map((each) => sources(`${here}../${each}/src`)).join('')}`;
    const derived = new Set(['figures', 'choices', 'places', 'kinds', 'checks', 'practice', 'work', 'materials', 'concerns', 'methods', 'quantity', 'margin', 'transfer', 'practice-units', 'cells']); // prettier-ignore
    const unused = all.filter(({ name, key }) => {
      if (derived.has(name)) return false;
      const [head, ...rest] = key.split(':');
      return !code.includes(`'${key}'`) && !(rest.length > 0 && code.includes(`\`${head}:`));
    });
    expect(unused.map(({ name, key }) => `${name} ${key}`)).toEqual([]);
  });
});

describe('every code has its message', () => {
  test('figures, choices, kinds of part, checks, work and practice', () => {
    const subjects = ['bay', ...PART_KINDS] as const;
    const figures = subjects.flatMap((subject) => Object.keys(ATTRIBUTES[subject]).map((key) => `${subject}.${key}`)); // prettier-ignore
    expect(keysOf('figures').sort()).toEqual(figures.sort());
    expect(keysOf('places').sort()).toEqual(figures.sort());
    const sets = subjects.flatMap((subject) =>
      Object.values(ATTRIBUTES[subject] as Record<string, Attribute>).flatMap((each) =>
        each.type === 'choice' ? each.choices.map((code) => `${each.set}.${code}`) : [],
      ),
    );
    expect(keysOf('choices').sort()).toEqual([...new Set(sets)].sort());
    for (const kind of PART_KINDS) expect(kindName(kind)).toBe(kindName(kind).toLowerCase());
    expect(keysOf('cells').sort()).toEqual(CELL_CODES.flatMap((code) => [code, `${code}:fix`]).sort());
    expect([...new Set(keysOf('checks').map((key) => key.split(':')[0]!))].sort()).toEqual(
      [...CHECK_IDS].sort(),
    );
    expect([...new Set(keysOf('practice').map((key) => key.split(':')[0]!))].sort()).toEqual([...PRACTICE_NAMES].sort()); // prettier-ignore
    for (const code of WORK_CODES) expect(keysOf('work')).toContain(code);
    const materials = WORK_CODES.flatMap((code) => [...WORK_TABLE[code].materials]);
    expect(keysOf('materials').sort()).toEqual([...new Set(materials)].sort());
  });
  test('a line of practice goes by one name', () => {
    const names = all
      .filter(({ name, key }) => name === 'practice' && !key.includes(':'))
      .map(({ text }) => text);
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('a catalogue', () => {
  afterEach(() => {
    setDisguise(undefined);
  });
  const parts = catalogue('of-this-test', {
    parts: '{n, plural, one {# part} other {# parts}} of {name}',
    plain: 'Release',
    long: '{length} wide',
  });
  test('says its messages, counts in the language, and takes amounts in the reader’s units', () => {
    expect([parts('parts', { n: 1, name: 'X 1' }), parts('parts', { n: 2, name: 'X 1' })]).toEqual(['1 part of X 1', '2 parts of X 1']); // prettier-ignore
    const length = { value: 610, u: 3, dimension: 'length' } as const;
    expect(parts('long', { length }, 'metric')).toBe('610 ± 3 mm wide');
    expect(parts('long', { length }, 'us')).toBe('24.02 ± 0.12 in wide');
    expect(() => parts('long', { length })).toThrow('no units');
    // @ts-expect-error a missing argument does not compile
    expect(() => parts('parts', { n: 1 })).toThrow();
    // @ts-expect-error nor does a message that there is none of
    expect(() => parts('nothing')).toThrow('no message');
  });
  test('in the language of the tests no letter is plain but those of what was typed', () => {
    usePseudo();
    expect(parts('plain')).toBe('Ŕéĺéáśé~~~');
    const said = parts('parts', { n: 2, name: 'NT-F 2230' });
    expect(said).toContain('NT-F 2230');
    expect(said.replace('NT-F 2230', '')).not.toMatch(/[a-z]/i);
  });
  test('is made ready by the build: the same words, and no parser is needed', async () => {
    const code = "import { catalogue } from './x.ts';\nexport const t = catalogue('t', {\n  a: '{n, plural, one {# part} other {# parts}} of {x}',\n  'b:c': 'Plain ’quote',\n  'd-e': 'To {x}',\n});\n"; // prettier-ignore
    const made = compileMessages(code);
    const body = /catalogue\('t', (\{[\s\S]*\})\);/.exec(made)![1]!;
    const runtime = await import('@messageformat/runtime');
    const plurals = made
      .split('\n')
      .filter((line) => /^const (rules_)?en = /.test(line))
      .join('\n');
    const names = [...made.matchAll(/import \{ ([^}]*) \} from "@messageformat\/runtime"/g)].flatMap((each) => each[1]!.split(', ')); // prettier-ignore
    const messages = new Function(...names, `${plurals}; return ${body}`)(...names.map((name) => runtime[name as 'plural'])) as Record<string, string | ((given: object) => string)>; // prettier-ignore
    expect((messages.a as (given: object) => string)({ n: 1, x: 'y' })).toBe('1 part of y');
    expect((messages.a as (given: object) => string)({ n: 3, x: 'y' })).toBe('3 parts of y');
    expect(messages['b:c']).toBe('Plain ’quote');
    expect(messages['d-e']).toBe('To {x}');
  });
});
