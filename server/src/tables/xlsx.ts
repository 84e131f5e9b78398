import { execFile } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { ProblemError } from '../http/problem.ts';

const MEMORY_MB = 900;
const TIME_MS = 120_000;

/** So many at once: each may take its memory. */
const AT_ONCE = 2;
let open = 0;

/**
 * The sheets of a workbook as CSV files in a folder, made by a process that can do no harm to this one.
 * @returns their names; the files are `sheet-0.csv` and so on
 */
export async function xlsxToCsv(from: string, folder: string): Promise<string[]> {
  const script = path.join(import.meta.dirname, 'xlsx-to-csv.ts');
  if (open >= AT_ONCE)
    throw new ProblemError('busy', {
      detail: 'Other workbooks are being opened; send it again in a moment.',
    });
  open += 1;
  try {
    await promisify(execFile)(
      process.execPath,
      [`--max-old-space-size=${MEMORY_MB}`, '--import', 'tsx', script, from, folder],
      { timeout: TIME_MS, killSignal: 'SIGKILL', maxBuffer: 64 * 1024 },
    );
    return JSON.parse(await readFile(path.join(folder, 'sheets.json'), 'utf8')) as string[];
  } catch (error) {
    const { stderr = '', killed } = error as { stderr?: string; killed?: boolean };
    const why = killed
      ? 'it took longer than two minutes'
      : /heap/i.test(stderr)
        ? 'it needs more memory than is given to it'
        : stderr.trim() || 'it is damaged';
    throw new ProblemError('unreadable', {
      detail: `The workbook cannot be opened: ${why}. Save the sheet as CSV and send that. Nothing was changed.`,
    });
  } finally {
    open -= 1;
  }
}
