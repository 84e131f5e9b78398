const LISTS: Readonly<Record<string, string>> = {
  sources: 'source', makes: 'make', models: 'model', engines: 'engine', transmissions: 'transmission', connectors: 'connector', bays: 'bay',
  vehicles: 'vehicle', parts: 'part', claims: 'claim', procedures: 'procedure', outcomes: 'outcome', vinPatterns: 'identification pattern',
  figures: 'figure', cavities: 'cavity', steps: 'step', fasteners: 'fastener', exceptions: 'exception', interchange: 'interchange line', inTheBox: 'thing in the box', uses: 'use',
}; // prettier-ignore

/** What names a thing of a file to the person who wrote it. */
const NAMES = [
  'number',
  'name',
  'code',
  'title',
  'key',
  'text',
  'tray',
  'position',
  'prefix',
  'part',
  'model',
];

const nameOf = (thing: unknown): string => {
  const found = NAMES.map((key) => (thing as Record<string, unknown> | undefined)?.[key]).find(
    (value) => typeof value === 'string' && value !== '',
  );
  return found === undefined ? '' : ` (${String(found as string).slice(0, 60)})`;
};

const words = (key: string): string => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/**
 * A place in a file of nested lists, as a person would say it.
 * @param path dotted, counted from nothing: `claims.3.exceptions.0.years`
 * @param file what was sent, for the names of the things on the way
 * @example placeInFile('parts.2.figures.0.text', file) // 'part 3 (NT-R 4402), figure 1 (coreWidth), text'
 */
export function placeInFile(path: string, file: unknown): string {
  const said: string[] = [];
  let here = file;
  const steps = path.split('.').filter((step) => step !== '');
  for (let at = 0; at < steps.length; at += 1) {
    const [key, index] = [steps[at]!, steps[at + 1]];
    here = (here as Record<string, unknown> | undefined)?.[key];
    if (key in LISTS && index !== undefined && /^\d+$/.test(index)) {
      here = (here as unknown[] | undefined)?.[Number(index)];
      said.push(`${LISTS[key]} ${Number(index) + 1}${nameOf(here)}`);
      at += 1;
    } else said.push(/^\d+$/.test(key) ? String(Number(key) + 1) : words(key));
  }
  return said.join(', ') || 'the file';
}
