import { createReadStream } from 'node:fs';
import { Transform } from 'node:stream';
import Papa from 'papaparse';
import { unguardCell } from '@radiatrix/core/table';
import { ProblemError } from '../http/problem.ts';

const SEPARATORS = [',', ';', '\t'] as const;
const LONGEST_ROW = 1_000_000;

function decoded(file: string, encoding: string): Transform {
  const decoder = new TextDecoder(encoding);
  let sinceBreak = 0;
  const transform = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      const text = decoder.decode(chunk, { stream: true });
      // A file without line breaks must not be gathered whole.
      const last = Math.max(text.lastIndexOf('\n'), text.lastIndexOf('\r'));
      sinceBreak = last < 0 ? sinceBreak + text.length : text.length - last;
      if (sinceBreak > LONGEST_ROW)
        done(new ProblemError('unreadable', { detail: 'A row is longer than a million characters: is a quote left open? Nothing was changed.' })); // prettier-ignore
      else done(null, text);
    },
    flush(done) {
      done(null, decoder.decode());
    },
  });
  const source = createReadStream(file, { highWaterMark: 256 * 1024 });
  source.on('error', (error) => transform.destroy(error));
  return source.pipe(transform);
}

/** The separator that the first line has most of, quoted cells aside. */
export function separatorOf(firstLine: string): string {
  const bare = firstLine.replace(/"(?:[^"]|"")*"/g, '');
  return SEPARATORS.reduce((best, each) => (bare.split(each).length > bare.split(best).length ? each : best));
}

/** How lines end, by the first end there is. */
function lineEndOf(text: string): '\r\n' | '\n' | '\r' {
  const end = /\r\n|\n|\r/.exec(text)?.[0];
  return end === '\r\n' || end === '\r' ? end : '\n';
}

/**
 * Rows as texts, headings first, with their row number; bounded memory however long the file. The file is parsed piece
 * by piece up to its last whole row: the parser's own stream stops after every few rows and begins the piece anew.
 */
export async function* rowsOf(
  file: string,
  encoding: string,
  separator: string,
): AsyncGenerator<{ row: number; cells: string[] }> {
  const source = decoded(file, encoding);
  let parser: Papa.Parser | undefined;
  let rest = '';
  let row = 0;
  function* take(last: boolean): Generator<{ row: number; cells: string[] }> {
    parser ??= new Papa.Parser({ delimiter: separator, newline: lineEndOf(rest) });
    const { data, meta } = parser.parse(rest, 0, !last) as { data: string[][]; meta: { cursor: number } };
    rest = rest.slice(meta.cursor);
    for (const cells of data) {
      row += 1;
      if (cells.length === 1 && cells[0]!.trim() === '') continue;
      yield { row, cells: cells.map((cell) => unguardCell(row === 1 ? cell.replace(/^\uFEFF/, '') : cell)) };
    }
  }
  try {
    for await (const text of source) {
      rest += String(text);
      // An end of line that is cut in two is left for the next piece.
      if (/[\r\n]./s.test(rest)) yield* take(false);
    }
    if (rest !== '') yield* take(true);
  } finally {
    source.destroy();
  }
}

/** The first line of a file, for the separator. */
export async function firstLine(file: string, encoding: string): Promise<string> {
  let head = '';
  const source = decoded(file, encoding);
  for await (const chunk of source) {
    head += String(chunk);
    if (/[\r\n]/.test(head) || head.length > 65536) break;
  }
  source.destroy();
  return head.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/)[0] ?? '';
}
