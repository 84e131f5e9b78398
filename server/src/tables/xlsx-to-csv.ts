// A process of its own with little memory: a workbook may be a bomb. Takes a file, writes each of its sheets as CSV into a folder, and their names.
import { createReadStream, createWriteStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { Unzip, UnzipInflate } from 'fflate';
import readXlsxFile from 'read-excel-file/node';
import { COLUMN_LIMIT } from '@radiatrix/contract';
import { csvLine, unguardCell } from '@radiatrix/core/table';

/** Cells are laid out as a rectangle: where a few lie far out, nearly all of it would be nothing. */
const RECTANGLE = { least: 2_000_000, perCell: 40 };
/** A workbook that inflates to more than this is not opened. */
const INFLATED_LIMIT = 400 * 1024 * 1024;
const [from, folder] = process.argv.slice(2) as [string, string];

const columnOf = (letters: string): number =>
  [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);

/**
 * Finds how far out the cells of a sheet lie, from its text as it is unpacked. Cells without an address (which the format allows)
 * lie one after another, and can lie no farther out than there are of them.
 */
function farthest(): (text: string) => void {
  let [columns, rows, cells, rest] = [0, 0, 0, ''];
  return (text) => {
    const whole = rest + text;
    for (const [, letters, row] of whole.matchAll(/<c\b[^>]*?\br="([A-Z]{1,3})(\d{1,7})"/g)) {
      cells += 1;
      columns = Math.max(columns, columnOf(letters!));
      rows = Math.max(rows, Number(row));
    }
    // What may be half a cell is looked at with what follows.
    rest = whole.slice(Math.max(whole.lastIndexOf('<'), whole.length - 200));
    if (columns > COLUMN_LIMIT)
      throw new Error(`a cell lies in column ${columns}; a table has ${COLUMN_LIMIT} columns at most`);
    if (columns * rows > Math.max(RECTANGLE.least, cells * RECTANGLE.perCell))
      throw new Error(`a cell lies far outside the rest, in row ${rows}`);
  };
}

/** Unpacks a workbook without keeping it, and refuses one that would not go into memory. */
function lookThrough(file: string): Promise<number> {
  return new Promise((resolve, reject) => {
    let total = 0;
    const source = createReadStream(file);
    const unzip = new Unzip((entry) => {
      const measure = /^xl\/worksheets\/[^/]+\.xml$/.test(entry.name) ? farthest() : undefined;
      const text = new TextDecoder('latin1');
      entry.ondata = (error, data) => {
        if (error) return reject(error);
        total += data.length;
        measure?.(text.decode(data, { stream: true }));
        if (total > INFLATED_LIMIT) {
          source.destroy();
          reject(new Error(`it inflates to more than ${INFLATED_LIMIT / 1024 / 1024} MB`));
        }
      };
      entry.start();
    });
    unzip.register(UnzipInflate);
    source.on('data', (chunk) => {
      try {
        unzip.push(chunk as Buffer);
      } catch (error) {
        reject(error as Error);
      }
    });
    source.on('end', () => {
      try {
        unzip.push(new Uint8Array(0), true);
      } catch (error) {
        return reject(error as Error);
      }
      resolve(total);
    });
    source.on('error', reject);
  });
}

const text = (cell: unknown): string =>
  cell === null || cell === undefined
    ? ''
    : cell instanceof Date
      ? cell.toISOString().slice(0, 10)
      : typeof cell === 'boolean'
        ? cell ? 'yes' : 'no'
        : String(cell as string | number); // prettier-ignore

/** A workbook of more sheets than this is not a list. */
const SHEETS_MOST = 30;

async function writeSheet(file: string, rows: unknown[][]): Promise<void> {
  const out = createWriteStream(file);
  for (const row of rows)
    // A workbook of ours guards its cells as a CSV does, and what reads the CSV takes one guard away.
    if (!out.write(csvLine(row.map((cell) => unguardCell(text(cell))))))
      await new Promise<void>((go) => out.once('drain', () => go()));
  await new Promise<void>((go) => out.end(() => go()));
}

try {
  await lookThrough(from);
  const read = (await readXlsxFile(from)) as unknown as { sheet?: string; data: unknown[][] }[];
  const sheets = read.slice(0, SHEETS_MOST);
  for (const [at, { data }] of sheets.entries()) await writeSheet(`${folder}/sheet-${at}.csv`, data);
  await writeFile(`${folder}/sheets.json`, JSON.stringify(sheets.map(({ sheet = '' }) => sheet)));
  process.exit(0);
} catch (error) {
  process.stderr.write((error as Error).message.slice(0, 300));
  process.exit(3);
}
