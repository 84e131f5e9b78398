import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useRef, type ReactNode } from 'react';
import type { PlanJob, PlanMove, PlanRecord } from '@radiatrix/contract';
import { laidOut, type Laid } from './bars.ts';
import type { Clock } from './clock.ts';

const MINUTE = 60_000;
/** A bar is put down on the quarter of an hour. */
const SNAP = 15;
/** A target is 24 px at least (WCAG 2.2, 2.5.8), on a day that is drawn 668 px wide at least. */
const LEAST = 24 / 668;
/** Pixels a pointer moves before it drags. */
const PICKED_UP = 6;

interface Scale {
  from: number;
  to: number;
}
const shareOf = (at: number, { from, to }: Scale): number =>
  Math.max(0, Math.min(1, (at - from) / (to - from)));
const span = (from: string, to: string, scale: Scale) => {
  const [left, right] = [shareOf(Date.parse(from), scale), shareOf(Date.parse(to), scale)];
  return { left: `${100 * left}%`, width: `${100 * (right - left)}%` };
};
const meets = (from: string, to: string, { from: begin, to: end }: Scale): boolean =>
  Date.parse(from) < end && Date.parse(to) > begin;

/** What of a day is drawn: its hours, and what goes on before or after them. */
function scaleOf(plan: PlanRecord, clock: Clock, day: string): Scale {
  const own = plan.open.filter(({ from }) => clock.day(from) === day);
  const first = Math.min(
    ...own.map(({ from }) => Date.parse(from)),
    ...(clock.day(plan.from) === day ? [Date.parse(plan.from)] : []),
  );
  const last = Math.max(...own.map(({ to }) => Date.parse(to)));
  if (!Number.isFinite(first) || !Number.isFinite(last)) {
    const noon = Date.parse(clock.moment(`${day}T12:00`)!);
    return { from: noon - 240 * MINUTE, to: noon + 300 * MINUTE };
  }
  const hour = 60 * MINUTE;
  return { from: Math.floor(first / hour) * hour, to: Math.max(Math.ceil(last / hour) * hour, first + hour) };
}

export interface BoardProps {
  plan: PlanRecord;
  clock: Clock;
  day: string;
  chosen: number | null;
  onChoose: (id: number) => void;
  /** Undefined where this reader may not move anything. */
  onMove: ((move: PlanMove) => void) | undefined;
}

/** A day on the bench: what stands in each bay, and what each pair of hands does. */
export function Board({ plan, clock, day, chosen, onChoose, onMove }: BoardProps) {
  const scale = scaleOf(plan, clock, day);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: PICKED_UP } }));
  const track = useRef<HTMLDivElement>(null);
  const drop = ({ active, over, delta }: DragEndEvent): void => {
    const job = plan.jobs.find(({ id }) => id === Number(String(active.id).split(' ')[1]));
    const first = job?.tasks[0];
    if (!job || !first || !onMove) return;
    const wide = track.current?.getBoundingClientRect().width ?? 1;
    const moved = Math.round(((delta.x / wide) * (scale.to - scale.from)) / MINUTE / SNAP) * SNAP;
    const [what, key] = String(over?.id ?? '').split(' ');
    const move: PlanMove = {
      id: job.id,
      ...(what === 'bay' && key !== job.bay ? { bay: key! } : {}),
      ...(what === 'person' && Number(key) !== job.person ? { person: Number(key) } : {}),
      ...(moved === 0 ? {} : { at: new Date(Math.round((Date.parse(first.from) + moved * MINUTE) / (5 * MINUTE)) * 5 * MINUTE).toISOString() }),
    };
    if (Object.keys(move).length > 1) onMove(move);
  };
  const hours: number[] = [];
  for (let at = scale.from; at <= scale.to; at += 60 * MINUTE) hours.push(at);
  const closed = gapsOf(plan, clock, day, scale);
  const row = (drawn: Drawn[]): ReactNode[] => {
    const laid = laidOut(drawn.map(({ key, from, to }) => ({ key, left: shareOf(Date.parse(from), scale), right: shareOf(Date.parse(to), scale) })), LEAST);
    return drawn.map((each) => bar(each, laid.get(each.key)!));
  };
  const bar = ({ job, key, from, to, segments }: Drawn, laid: Laid): ReactNode => (
    <Bar key={key} id={key} job={job} laid={laid} chosen={chosen === job.id} fixed={!onMove || job.begun} onChoose={() => onChoose(job.id)} said={saidOf(job, clock, plan, from, to)}>
      {segments.filter((each) => meets(each.from, each.to, scale)).map((each) => {
        const within: Scale = { from: Math.max(Date.parse(from), scale.from), to: Math.min(Date.parse(to), scale.to) };
        return <i key={each.from} className={`absolute inset-y-0 ${each.kind === 'work' ? 'plan-work' : each.kind === 'watched' ? 'plan-watched' : 'plan-waiting'}`} style={span(each.from, each.to, within)} />;
      })}
    </Bar>
  );
  const now = Date.parse(plan.from);
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <div className="relative overflow-x-auto">
        <div className="min-w-[760px]">
          <div className="grid grid-cols-[92px_1fr]">
            <span />
            <div ref={track} className="border-ink relative h-6 border-b" aria-hidden="true">
              {hours.map((at) => (
                <span key={at} className="figure text-muted absolute bottom-0 border-l border-current pl-1 text-[13px] leading-none" style={{ left: `${100 * shareOf(at, scale)}%` }}>
                  {at < scale.to ? clock.time(at) : ''}
                </span>
              ))}
            </div>
          </div>
          <Rows title="Bays">
            {plan.bays.map(({ code, lift }) => (
              <Row key={code} id={`bay ${code}`} name={`Bay ${code}`} more={lift ? 'lift' : ''} closed={closed} now={now >= scale.from && now < scale.to ? shareOf(now, scale) : null}>
                {row(plan.jobs.filter((job) => job.bay === code && job.inBay && meets(job.inBay.from, job.inBay.to, scale)).map((job) => (
                  { job, key: `bay ${job.id}`, ...job.inBay!, segments: job.tasks.filter(({ from, to }) => from >= job.inBay!.from && to <= job.inBay!.to) })))}
              </Row>
            ))}
          </Rows>
          <Rows title="Hands">
            {plan.people.map(({ id, name }) => (
              <Row key={id} id={`person ${id}`} name={name} more="" closed={closed} now={now >= scale.from && now < scale.to ? shareOf(now, scale) : null}>
                {row(plan.jobs.flatMap((job) =>
                  together(job, id).filter(({ from, to }) => meets(from, to, scale)).map(({ from, to, parts }) => ({ job, key: `person-${id} ${job.id} ${from}`, from, to, segments: parts }))))}
              </Row>
            ))}
          </Rows>
        </div>
      </div>
    </DndContext>
  );
} // prettier-ignore

interface Drawn {
  job: PlanJob;
  key: string;
  from: string;
  to: string;
  segments: { from: string; to: string; kind: string; label: string }[];
}

/** Tasks of somebody on one job that follow each other at once, as one bar. */
function together(job: PlanJob, person: number): { from: string; to: string; parts: PlanJob['tasks'] }[] {
  const bars: { from: string; to: string; parts: PlanJob['tasks'] }[] = [];
  for (const task of job.tasks) {
    if (!task.people.includes(person)) continue;
    const last = bars.at(-1);
    if (last?.to === task.from) {
      last.to = task.to;
      last.parts.push(task);
    } else bars.push({ from: task.from, to: task.to, parts: [task] });
  }
  return bars;
}

const saidOf = (job: PlanJob, clock: Clock, plan: PlanRecord, from: string, to: string): string =>
  `${job.label}, ${clock.when(from, plan.from)} to ${clock.when(to, plan.from)}${job.bay ? `, bay ${job.bay}` : ''}${job.late > 0 ? ', late' : ''}`;

/** When nobody works within a day that is drawn. */
function gapsOf(
  plan: PlanRecord,
  clock: Clock,
  day: string,
  scale: Scale,
): { left: string; width: string }[] {
  const own = plan.open.filter(({ from }) => clock.day(from) === day);
  const gaps: { left: string; width: string }[] = [];
  let at = Math.max(scale.from, clock.day(plan.from) === day ? Date.parse(plan.from) : 0);
  const gap = (from: number, to: number): void => {
    if (to > from) gaps.push(span(new Date(from).toISOString(), new Date(to).toISOString(), scale));
  };
  for (const { from, to } of own) {
    gap(at, Date.parse(from));
    at = Math.max(at, Date.parse(to));
  }
  gap(at, scale.to);
  return gaps;
}

function Rows({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="font-label text-muted border-rule border-b pt-2 text-[14px] tracking-[0.06em] uppercase">{title}</h2>
      {children}
    </section>
  );
} // prettier-ignore

function Row({ id, name, more, closed, now, children }: { id: string; name: string; more: string; closed: { left: string; width: string }[]; now: number | null; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <div ref={setNodeRef} role="group" aria-label={name} className={`border-rule grid grid-cols-[92px_1fr] border-b ${isOver ? 'bg-raised' : ''}`}>
      <span className="self-center leading-tight">
        <span className="font-label text-[17px] font-semibold">{name}</span>
        {more && <span className="text-muted ml-1 text-[13px]">{more}</span>}
      </span>
      <div className="relative h-[46px]">
        {closed.map((gap) => <i key={gap.left} className="plan-closed absolute inset-y-0" style={gap} />)}
        {children}
        {now !== null && <i className="border-copper absolute inset-y-0 border-l-2" style={{ left: `${100 * now}%` }} />}
      </div>
    </div>
  );
} // prettier-ignore

function Bar({ id, job, laid, chosen, fixed, onChoose, said, children }: { id: string; job: PlanJob; laid: Laid; chosen: boolean; fixed: boolean; onChoose: () => void; said: string; children: ReactNode }) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, disabled: fixed || !laid.hit });
  const style = { left: `${100 * laid.left}%`, width: `${100 * laid.width}%` };
  if (!laid.hit) return <span role="img" aria-label={said} title={said} className={`plan-bar pointer-events-none absolute top-[4px] bottom-[4px] z-[1] overflow-hidden ${job.late > 0 ? 'plan-late' : ''}`} style={style} />;
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      aria-label={said}
      aria-pressed={chosen}
      title={said}
      onClick={onChoose}
      className={`plan-bar absolute top-[4px] bottom-[4px] overflow-hidden text-left ${chosen ? 'outline-copper outline-2' : ''} ${job.late > 0 ? 'plan-late' : ''} ${fixed ? '' : 'cursor-grab'} ${isDragging ? 'z-10 opacity-80' : ''}`}
      style={{ ...style, touchAction: 'pan-x', ...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}) }}
    >
      <span aria-hidden="true" className="plan-strip absolute inset-x-0 bottom-0 h-[13px]">{children}</span>
      <span className="font-label absolute inset-x-0 top-0 truncate px-1 text-[15px] leading-[23px] font-semibold">
        {job.pinned.at || job.pinned.bay ? '▾ ' : ''}
        {job.label || `job ${job.id}`}
      </span>
    </button>
  );
} // prettier-ignore
