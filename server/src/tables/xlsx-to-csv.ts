// A process of its own with little memory: a workbook may be a bomb. Takes a file, writes its first sheet as CSV.
import { createReadStream, createWriteStream } from 'node:fs';
import { Unzip, UnzipInflate } from 'fflate';
import readXlsxFile from 'read-excel-file/node';
import { csvLine } from '@radiatrix/core/table';

/** A workbook that inflates to more than this is not opened. */
const INFLATED_LIMIT = 400 * 1024 * 1024;
const [from, to] = process.argv.slice(2) as [string, string];

function inflatedSize(file: string): Promise<number> {
  return new Promise((resolve, reject) => {
    let total = 0;
    const source = createReadStream(file);
    const unzip = new Unzip((entry) => {
      entry.ondata = (error, data) => {
        if (error) return reject(error);
        total += data.length;
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

try {
  await inflatedSize(from);
  const sheets = (await readXlsxFile(from)) as unknown;
  const first = Array.isArray(sheets) && sheets.length > 0 && !Array.isArray(sheets[0]) ? (sheets[0] as { data: unknown[][] }).data : (sheets as unknown[][]); // prettier-ignore
  const out = createWriteStream(to);
  for (const row of first)
    if (!out.write(csvLine(row.map(text)))) await new Promise<void>((go) => out.once('drain', () => go()));
  await new Promise<void>((go) => out.end(() => go()));
  process.exit(0);
} catch (error) {
  process.stderr.write((error as Error).message.slice(0, 300));
  process.exit(3);
}
