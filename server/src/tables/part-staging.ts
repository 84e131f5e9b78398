import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { from as copyFrom } from 'pg-copy-streams';
import { newPartSchema, partDetailsSchema } from '@radiatrix/contract/schemas';
import { PART_KINDS } from '@radiatrix/core/figures';
import { nameKey, PartReader, type CellProblem, type FileRow, type PartRow } from '@radiatrix/core/table';
import { figureFault } from '@radiatrix/words/faults';
import { choiceNamed, figureName, kindName } from '@radiatrix/words/figures';
import { uploadWords } from '@radiatrix/words/en/upload';
import type { HeavyWork } from '../db/heavy.ts';
import { ProblemError } from '../http/problem.ts';
import { cellsOf, copied, sourceOf, type Reading } from './staging.ts';

/** Rows copied at once: two tables are filled in turns, over one connection. */
const CHUNK = 4000;
/** A table has no more parts: which row is the first of which part is kept in memory meanwhile. */
const PARTS_MOST = 300_000;

const detailsSchema = newPartSchema.concat(partDetailsSchema as never);
const byCode = (a: { seller: string; number: string }, b: { seller: string; number: string }): number =>
  `${a.seller}\n${a.number}` < `${b.seller}\n${b.number}` ? -1 : 1;

/** What is wrong with the details of a part, by the rules of its record. */
function detailProblems(row: PartRow): CellProblem[] {
  const { number, maker, kind, description = number, notes = '', supersedes = '', interchange = [], inTheBox = [] } = row; // prettier-ignore
  const { error } = detailsSchema.validate(
    { number, maker, kind, description, notes, supersedes, interchange, inTheBox },
    { abortEarly: false },
  );
  return (error?.details ?? []).map(({ path, message }) => ({
    field: String(path[0] ?? ''),
    code: 'record',
    said: message,
  }));
}

const says = ({ number, maker, kind, figures }: PartRow): string =>
  `${number}, ${kindName(kind)} of ${maker}${figures
    .slice(0, 6)
    .map(({ key, text }) => `; ${figureName(kind, key).toLowerCase()} ${text}`)
    .join('')}${figures.length > 6 ? `; ${figures.length - 6} more` : ''}`;

interface First {
  row: number;
  kind: string;
  maker: string;
}

/** What does not agree with the first row of the same part. */
function againstFirst({ number, kind, maker }: PartRow, first: First): CellProblem[] {
  if (first.kind !== kind) return [{ field: 'kind', code: 'other-kind', said: number, of: first.kind }];
  if (nameKey(first.maker) !== nameKey(maker))
    return [{ field: 'maker', code: 'other-maker', said: number, of: first.maker }];
  return [];
}

/** Reads every row of a table of parts and puts what can be read into the staging tables. */
export async function stageParts(
  { client }: Pick<HeavyWork, 'client'>,
  { upload, mapping, choices, sourceId, rows, lookups, wrong, samples }: Reading,
): Promise<void> {
  const kinds = new Map(PART_KINDS.map((kind) => [kindName(kind), kind]));
  const reader = new PartReader({
    mapping,
    choices,
    choiceOf: choiceNamed,
    kindOf: (name) => kinds.get(name),
    faultOf: (fault) => figureFault(fault),
  });
  const placeOf = new Map(mapping.map((heading, at) => [heading, at]));
  const firsts = new Map<string, First>();
  let [partLines, figureLines]: [string[], string[]] = [[], []];
  const flush = async (): Promise<void> => {
    await pipeline(
      Readable.from(partLines),
      client.query(copyFrom('copy import_part (upload, row, first, number, maker, kind, description, notes, supersedes, interchange, in_the_box) from stdin')),
    );
    await pipeline(
      Readable.from(figureLines),
      client.query(copyFrom('copy import_figure (upload, row, first, key, type, value, u, choice, connector_id, text, method, source_id) from stdin')),
    );
    [partLines, figureLines] = [[], []];
  }; // prettier-ignore

  const readRow = (each: FileRow): { row?: PartRow; problems: CellProblem[]; source: number } => {
    const { row, problems } = reader.read(cellsOf(mapping, each.cells), (heading) =>
      (each.cells[placeOf.get(heading)!] ?? '').trim(),
    );
    if (!row) return { problems, source: 0 };
    const from = row.figures.length === 0 ? { id: 0 } : sourceOf(row.source, sourceId, lookups);
    const all = [
      ...problems,
      ...detailProblems(row),
      ...('problem' in from ? [from.problem] : []),
      ...row.figures
        .filter(({ type, word }) => type === 'connector' && !lookups.connectors.has(word))
        .map(({ key, word }): CellProblem => ({ field: key, code: 'connector-unknown', said: word })),
      ...(row.supersedes !== undefined && nameKey(row.supersedes) === nameKey(row.number)
        ? [{ field: 'supersedes', code: 'supersedes-itself' } as const]
        : []),
    ];
    const first = firsts.get(nameKey(row.number));
    if (first) all.push(...againstFirst(row, first));
    return { row, problems: all, source: 'id' in from ? from.id : 0 };
  };

  await client.query('delete from import_part where upload = $1', [upload]);
  await client.query('delete from import_figure where upload = $1', [upload]);
  for await (const each of rows) {
    const { row, problems, source } = readRow(each);
    if (!row || problems.length > 0) {
      await wrong(each, problems, cellsOf(mapping, each.cells));
      continue;
    }
    const key = nameKey(row.number);
    if (firsts.size >= PARTS_MOST)
      throw new ProblemError('too-large', { detail: uploadWords('too-long', { kind: 'parts', n: PARTS_MOST }) }); // prettier-ignore
    const first = firsts.get(key)?.row ?? each.row;
    if (first === each.row) firsts.set(key, { row: first, kind: row.kind, maker: row.maker });
    samples.add(each, () => says(row));
    partLines.push(
      copied([
        upload,
        each.row,
        first,
        row.number,
        row.maker,
        row.kind,
        row.description,
        row.notes,
        row.supersedes,
        row.interchange && JSON.stringify([...row.interchange].sort(byCode)),
        row.inTheBox &&
          JSON.stringify(row.inTheBox.map((item) => ({ ...item, fromOld: item.fromOld ?? false }))),
      ]),
    );
    for (const { key: figure, type, value, u, word, text, method } of row.figures)
      figureLines.push(
        copied([
          upload, each.row, first, figure, type, value, u, type === 'choice' ? word : null,
          type === 'connector' ? lookups.connectors.get(word) : null, text, method, source,
        ]), // prettier-ignore
      );
    if (partLines.length >= CHUNK) await flush();
  }
  await flush();
  await client.query('analyze import_part');
  await client.query('analyze import_figure');
}
