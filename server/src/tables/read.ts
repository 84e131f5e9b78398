import Papa from 'papaparse';
import { heldText, unguardCell, type FileRow } from '@radiatrix/core/table';
import { ProblemError } from '../http/problem.ts';

const LONGEST_ROW = 1_000_000;

const openQuote = (): ProblemError =>
  new ProblemError('unreadable', { detail: 'A row is longer than a million characters: is a quote left open? Nothing was changed.' }); // prettier-ignore

const plain = (cell: string): string => heldText(cell) ?? unguardCell(cell);

/** Bytes as text, a piece at a time. */
async function* decoded(source: AsyncIterable<Uint8Array>, encoding: string): AsyncGenerator<string> {
  const decoder = new TextDecoder(encoding);
  for await (const chunk of source) yield decoder.decode(chunk, { stream: true });
  yield decoder.decode();
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
  source: AsyncIterable<Uint8Array>,
  encoding: string,
  separator: string,
): AsyncGenerator<FileRow> {
  let parser: Papa.Parser | undefined;
  let rest = '';
  let row = 0;
  function* take(last: boolean): Generator<FileRow> {
    parser ??= new Papa.Parser({ delimiter: separator, newline: lineEndOf(rest) });
    const { data, meta } = parser.parse(rest, 0, !last) as { data: string[][]; meta: { cursor: number } };
    rest = rest.slice(meta.cursor);
    for (const cells of data) {
      row += 1;
      if (cells.length === 1 && cells[0]!.trim() === '') continue;
      yield { row, cells: cells.map((cell) => plain(row === 1 ? cell.replace(/^\uFEFF/, '') : cell)) };
    }
  }
  for await (const text of decoded(source, encoding)) {
    rest += text;
    // An end of line that is cut in two is left for the next piece.
    if (/[\r\n]./s.test(rest)) yield* take(false);
    // What is left is one row that is not whole: it is not gathered, and gone through again, without end.
    if (rest.length > LONGEST_ROW) throw openQuote();
  }
  if (rest !== '') yield* take(true);
}

const HEAD_CHARACTERS = 65_536;
const HEAD_LINES = 20;

/** The first lines of a file, for the separator. */
export async function firstLines(source: AsyncIterable<Uint8Array>, encoding: string): Promise<string[]> {
  let head = '';
  for await (const text of decoded(source, encoding)) {
    head += text;
    if (head.length > HEAD_CHARACTERS) break;
  }
  const lines = head.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  // The last one may be cut.
  return (lines.length > 1 ? lines.slice(0, -1) : lines)
    .filter((line) => line.trim() !== '')
    .slice(0, HEAD_LINES);
}
