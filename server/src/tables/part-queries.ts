import { sql } from 'drizzle-orm';
import { nameKey } from '@radiatrix/core/table';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import type { FoundWrong } from './staging.ts';

/** What each staged part is against the library and the rest of its file: new, changed, same, or wrong. */
export async function compareParts(db: Db, upload: string): Promise<FoundWrong[]> {
  await db.execute(sql`
    update import_part i set verdict = 'new', draft_id = null, part_id = p.id, revision_id = r.id
    from import_part own left join part p on lower(p.number) = lower(own.number)
      left join lateral (select id from part_revision where part_id = p.id order by revision desc limit 1) r on true
    where i.upload = ${upload} and own.upload = i.upload and own.row = i.row`);
  const wrong = [
    ...(await otherParts(db, upload)),
    ...(await unknownPredecessors(db, upload)),
    ...(await rings(db, upload)),
  ];
  await markWrong(db, upload, wrong);
  const twice = await figuresTwice(db, upload);
  await markWrong(db, upload, twice);
  await db.execute(sql`
    update import_figure f set held = m.id is not null
    from import_figure own join import_part i on i.upload = own.upload and i.row = own.first
      left join measurement m on m.part_revision_id = i.revision_id and m.key = own.key and m.source_id = own.source_id and m.text = own.text and m.method = own.method
    where f.upload = ${upload} and own.ctid = f.ctid`);
  await db.execute(sql`
    update import_part i set verdict = 'same'
    from part_revision r where i.upload = ${upload} and i.row = i.first and i.verdict <> 'wrong' and r.id = i.revision_id
      and (i.description is null or i.description = r.description) and (i.notes is null or i.notes = r.notes)
      and (i.supersedes is null or exists (select 1 from supersession s join part o on o.id = s.old_part_id where s.part_revision_id = r.id and lower(o.number) = lower(i.supersedes)))
      and (i.interchange is null or (select coalesce(jsonb_agg(jsonb_build_object('seller', seller, 'number', number)), '[]') from interchange x where x.part_revision_id = r.id) @> i.interchange)
      and (i.in_the_box is null or (select coalesce(jsonb_agg(jsonb_build_object('name', name, 'quantity', quantity, 'fromOld', from_old) order by ordinal), '[]') from box_item b where b.part_revision_id = r.id) = i.in_the_box)
      and not exists (select 1 from import_figure f where f.upload = i.upload and f.first = i.row and not f.held)`);
  await db.execute(sql`
    update import_part set verdict = 'changed' where upload = ${upload} and row = first and verdict = 'new' and part_id is not null`);
  return [...wrong, ...twice];
}

/** Rows of a part that is on record as another kind, or of another maker. */
async function otherParts(db: Db, upload: string): Promise<FoundWrong[]> {
  const { rows } = await db.execute<{ row: number; number: string; of: string; field: 'kind' | 'maker' }>(sql`
    select i.row, i.number, case when p.kind <> i.kind then p.kind::text else p.maker end as of, case when p.kind <> i.kind then 'kind' else 'maker' end as field
    from import_part i join part p on p.id = i.part_id where i.upload = ${upload} and (p.kind <> i.kind or lower(p.maker) <> lower(i.maker))`);
  return rows.map(({ row, number, of, field }) => ({
    row,
    problem: { field, code: field === 'kind' ? 'other-kind' : 'other-maker', said: number, of },
  }));
}

async function unknownPredecessors(db: Db, upload: string): Promise<FoundWrong[]> {
  const { rows } = await db.execute<{ row: number; said: string }>(sql`
    select i.row, i.supersedes as said from import_part i where i.upload = ${upload} and i.supersedes is not null
      and not exists (select 1 from part p where lower(p.number) = lower(i.supersedes))
      and not exists (select 1 from import_part o where o.upload = i.upload and lower(o.number) = lower(i.supersedes))`);
  return rows.map(({ row, said }) => ({ row, problem: { field: 'supersedes', code: 'supersedes-unknown', said } }));
} // prettier-ignore

/** Parts that would take each other’s places in a ring, those on record among them. */
async function rings(db: Db, upload: string): Promise<FoundWrong[]> {
  const { rows: staged } = await db.execute<{ row: number; number: string; old: string }>(sql`
    select row, number, supersedes as old from import_part where upload = ${upload} and row = first and supersedes is not null`);
  if (staged.length === 0) return [];
  const { rows: held } = await db.execute<{ number: string; old: string }>(sql`
    select p.number, o.number as old from supersession s join part_revision r on r.id = s.part_revision_id join part p on p.id = r.part_id join part o on o.id = s.old_part_id`);
  const before = new Map([...held, ...staged].map(({ number, old }) => [nameKey(number), nameKey(old)]));
  return staged.flatMap(({ row, number, old }): FoundWrong[] => {
    const seen = new Set<string>();
    for (let at: string | undefined = nameKey(old); at !== undefined && !seen.has(at); at = before.get(at)) {
      if (at === nameKey(number))
        return [{ row, problem: { field: 'supersedes', code: 'supersedes-ring', said: old } }];
      seen.add(at);
    }
    return [];
  });
}

async function figuresTwice(db: Db, upload: string): Promise<FoundWrong[]> {
  const { rows } = await db.execute<{ row: number; key: string; first: number }>(sql`
    select row, key, first_row as first from (
      select row, key, first_value(row) over same as first_row, row_number() over same as at from import_figure where upload = ${upload}
      window same as (partition by first, key, source_id order by row)
    ) each where at > 1`);
  return rows.map(({ row, key, first }) => ({
    row,
    problem: { field: key, code: 'figure-twice', of: String(first) },
  }));
}

/** Takes wrong rows out; with the first row of a part go its other rows, since they say nothing of it by themselves. */
async function markWrong(db: Db, upload: string, wrong: FoundWrong[]): Promise<void> {
  if (wrong.length === 0) return;
  const rows = [...new Set(wrong.map(({ row }) => row))];
  const { rows: along } = await db.execute<{ row: number; first: number }>(sql`
    update import_part set verdict = 'wrong' where upload = ${upload} and verdict <> 'wrong'
      and (${anyOf(sql`row`, rows)} or ${anyOf(sql`first`, rows)})
    returning row, first`);
  const known = new Map(wrong.map(({ row, problem }) => [row, problem]));
  for (const { row, first } of along) if (!known.has(row)) wrong.push({ row, problem: known.get(first)! });
  await db.execute(sql`
    delete from import_figure f using import_part i where f.upload = ${upload} and i.upload = f.upload and i.row = f.row and i.verdict = 'wrong'`);
}

/** How many staged parts are what against the library. */
export async function partCounts(
  db: Db,
  upload: string,
): Promise<{ new: number; changed: number; same: number }> {
  const counts = { new: 0, changed: 0, same: 0 };
  const { rows } = await db.execute<{ verdict: 'new' | 'changed' | 'same'; count: number }>(sql`
    select verdict, count(*)::int as count from import_part where upload = ${upload} and row = first and verdict <> 'wrong' group by verdict`);
  for (const { verdict, count } of rows) counts[verdict] = count;
  return counts;
}

/** Rows of the file that came in well, whatever they change. */
export async function goodPartRows(db: Db, upload: string): Promise<number[]> {
  const { rows } = await db.execute<{ row: number }>(sql`
    select row from import_part where upload = ${upload} and verdict <> 'wrong'`);
  return rows.map(({ row }) => row);
}

/** Holds every part on record that a staged upload changes, so that nobody else edits it meanwhile. */
export const lockStagedParts = (db: Db, upload: string): Promise<unknown> =>
  db.execute(
    sql`select 1 from part where id in (select part_id from import_part where upload = ${upload} and part_id is not null) order by id for no key update`,
  );

const BATCH = 2500;

/** Brings the staged parts in as drafts, in the transaction it is given; throws to undo all of it. */
export async function bringInParts(
  db: Db,
  upload: string,
  personId: number,
  progress: (done: number) => void = () => {},
): Promise<void> {
  const { rows } = await db.execute<{ last: number }>(
    sql`select coalesce(max(row), 0)::int as last from import_part where upload = ${upload}`,
  );
  const last = rows[0]!.last;
  for (let from = 0; from <= last; from += BATCH) {
    await bringInSome(db, upload, personId, [from, from + BATCH]);
    progress(Math.min(last, from + BATCH));
  }
  // An older part may stand further down in the file than the one that takes its place.
  await db.execute(sql`
    insert into supersession (part_revision_id, old_part_id)
    select i.draft_id, o.id from import_part i join part o on lower(o.number) = lower(i.supersedes)
    where i.upload = ${upload} and i.row = i.first and i.draft_id is not null and i.supersedes is not null
    on conflict (part_revision_id) do update set old_part_id = excluded.old_part_id`);
}

async function bringInSome(
  db: Db,
  upload: string,
  personId: number,
  [from, to]: readonly [number, number],
): Promise<void> {
  const own = sql`i.upload = ${upload} and i.row = i.first and i.row > ${from} and i.row <= ${to}`;
  await db.execute(sql`
    with fresh as (
      insert into part (number, maker, kind) select number, maker, kind from import_part i where ${own} and verdict = 'new' order by row returning id, number
    ) update import_part i set part_id = fresh.id from fresh where ${own} and i.number = fresh.number`);
  await db.execute(sql`
    with fresh as (
      insert into part_revision (part_id, kind, revision, author_id, writers, description, notes)
      select part_id, kind, 1, ${personId}, array[${personId}::integer], coalesce(description, number), coalesce(notes, '') from import_part i where ${own} and verdict = 'new' returning id, part_id
    ) update import_part i set draft_id = fresh.id from fresh where ${own} and i.part_id = fresh.part_id`);
  await copyReleased(db, own, personId);
  await db.execute(sql`
    with open as (
      update part_revision r set version = version + 1, state = 'draft', checked_by = null, sent_back_for = null,
        writers = case when ${personId} = any(r.writers) then r.writers else r.writers || ${personId}::integer end
      from import_part i where ${own} and i.verdict = 'changed' and r.id = i.revision_id and r.state <> 'released' returning r.id
    ) update import_part i set draft_id = open.id from open where ${own} and i.revision_id = open.id`);
  await db.execute(sql`
    update part_revision r set description = coalesce(i.description, r.description), notes = coalesce(i.notes, r.notes)
    from import_part i where ${own} and i.verdict = 'changed' and r.id = i.draft_id and (i.description is not null or i.notes is not null)`);
  await db.execute(sql`
    delete from box_item b using import_part i where ${own} and b.part_revision_id = i.draft_id and i.in_the_box is not null`);
  await db.execute(sql`
    insert into box_item (part_revision_id, ordinal, name, quantity, from_old)
    select i.draft_id, each.at - 1, each.item ->> 'name', (each.item ->> 'quantity')::smallint, (each.item ->> 'fromOld')::boolean
    from import_part i cross join lateral jsonb_array_elements(i.in_the_box) with ordinality as each (item, at) where ${own} and i.draft_id is not null`);
  await db.execute(sql`
    insert into interchange (part_revision_id, seller, number)
    select i.draft_id, each.item ->> 'seller', each.item ->> 'number' from import_part i cross join lateral jsonb_array_elements(i.interchange) as each (item)
    where ${own} and i.draft_id is not null on conflict do nothing`);
  await db.execute(sql`
    delete from measurement m using import_part i join import_figure f on f.upload = i.upload and f.first = i.row
    where ${own} and i.verdict = 'changed' and not f.held and m.part_revision_id = i.draft_id and m.key = f.key and m.source_id = f.source_id`);
  await db.execute(sql`
    insert into measurement (subject, part_revision_id, part_kind, key, type, value, u, choice, connector_id, text, method, source_id)
    select i.kind::text::subject_kind, i.draft_id, i.kind, f.key, f.type, f.value, f.u, f.choice, f.connector_id, f.text, f.method, f.source_id
    from import_part i join import_figure f on f.upload = i.upload and f.first = i.row where ${own} and i.draft_id is not null and not f.held order by f.row`);
}

/** Drafts of released parts that the file changes, with everything their released revisions hold. */
async function copyReleased(db: Db, own: ReturnType<typeof sql>, personId: number): Promise<void> {
  await db.execute(sql`
    with fresh as (
      insert into part_revision (part_id, kind, revision, author_id, writers, description, notes)
      select r.part_id, r.kind, r.revision + 1, ${personId}, array[${personId}::integer], r.description, r.notes
      from import_part i join part_revision r on r.id = i.revision_id where ${own} and i.verdict = 'changed' and r.state = 'released' returning id, part_id
    ) update import_part i set draft_id = fresh.id from fresh where ${own} and i.part_id = fresh.part_id`);
  const copied = sql`import_part i where ${own} and i.verdict = 'changed' and i.draft_id is not null and i.draft_id <> i.revision_id`;
  await db.execute(sql`
    insert into measurement (subject, part_revision_id, part_kind, key, type, value, u, choice, connector_id, text, method, source_id, "by", at)
    select m.subject, i.draft_id, m.part_kind, m.key, m.type, m.value, m.u, m.choice, m.connector_id, m.text, m.method, m.source_id, m."by", m.at
    from measurement m, ${copied} and m.part_revision_id = i.revision_id`);
  await db.execute(sql`
    insert into box_item (part_revision_id, ordinal, name, quantity, from_old)
    select i.draft_id, b.ordinal, b.name, b.quantity, b.from_old from box_item b, ${copied} and b.part_revision_id = i.revision_id`);
  await db.execute(sql`
    insert into interchange (part_revision_id, seller, number, "by", at)
    select i.draft_id, x.seller, x.number, x."by", x.at from interchange x, ${copied} and x.part_revision_id = i.revision_id`);
  await db.execute(sql`
    insert into supersession (part_revision_id, old_part_id, "by", at)
    select i.draft_id, s.old_part_id, s."by", s.at from supersession s, ${copied} and s.part_revision_id = i.revision_id`);
}

export const forgetParts = async (db: Db, upload: string): Promise<void> => {
  await db.execute(sql`delete from import_part where upload::text = ${upload}`);
  await db.execute(sql`delete from import_figure where upload::text = ${upload}`);
};
