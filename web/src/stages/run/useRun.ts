import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { openSteps, stepsStayingOff } from '@radiatrix/core/access';
import {
  CLOCK_START,
  foldJob,
  isStopped,
  leadingParts,
  runningTimers,
  trayOf,
  type EventKind,
  type EventPayloads,
  type JobEvent,
  type JobState,
  type Tray,
} from '@radiatrix/core/job';
import type { SheetStep } from '@radiatrix/core/procedure';
import type { JobEventDraft, JobRecord, Person, SheetRecord } from '@radiatrix/contract';
import { api, problemOf } from '../../api/api.ts';
import { useAppDispatch, useUnits } from '../../app/store.ts';
import { isFull, type Pack } from '../../offline/database.ts';
import {
  addToPack,
  keepEvents,
  keepPack,
  keepPhoto,
  keptEvents,
  merged,
  onKept,
  packOf,
} from '../../offline/outbox.ts';
import { shrunk } from '../../offline/shrink.ts';
import { useLive } from '../../offline/useLive.ts';
import { happened, sawEvents, sawServer, thisDevice } from '../job/device.ts';
import { photosOfRun } from './photo-of-step.ts';

export interface Run {
  job: JobRecord;
  /** Of the part whose steps these are. */
  sheet: SheetRecord | undefined;
  state: JobState;
  /** The state with what was tapped and is still being kept: what the next tap counts from. */
  latest: () => JobState;
  steps: SheetStep[];
  /** Done or skipped. */
  settled: ReadonlySet<string>;
  /** Steps that may be done now. */
  open: ReadonlySet<string>;
  tray: Tray;
  isStopped: boolean;
  timers: ReadonlyMap<string, number>;
  /** Events that this device has not sent yet. */
  unsent: ReadonlySet<string>;
  say: <K extends EventKind>(kind: K, payload: EventPayloads[K]) => Promise<void>;
  photograph: (step: string, file: Blob) => Promise<void>;
}

export type RunAnswer =
  | { run: Run; problem: string }
  /** Nothing on this phone yet, and the server cannot be asked or has nothing. */
  | { run: undefined; problem: string; waiting: boolean };

const leading = (job: JobRecord): number[] => leadingParts(job.parts).map(({ partId }) => partId);

/** What the server has of a job, and what this phone has kept of it, folded to one state: with signal or without. */
export function useRun(jobId: number, person: Person): RunAnswer {
  const dispatch = useAppDispatch();
  const units = useUnits();
  const [pack, setPack] = useState<Pack>();
  const [kept, setKept] = useState<JobEventDraft[]>([]);
  /** What a full phone could not keep: on screen until it can. */
  const [loose, setLoose] = useState<JobEventDraft[]>([]);
  const [problem, setProblem] = useState('');
  const [asked, setAsked] = useState(false);
  /** Tapped here, not yet on screen: a second tap may come before the first one is kept. */
  const onTheWay = useRef<JobEventDraft[]>([]);
  const who = useMemo(() => ({ id: person.id, name: person.name }), [person.id, person.name]);

  const read = useCallback(async () => {
    const [held, rows] = await Promise.all([packOf(person.id, jobId), keptEvents(person.id, jobId)]);
    if (held) {
      // A pack of an older version has no clock of the server's.
      sawServer(held.job.clock ?? CLOCK_START);
      sawEvents(held.events);
      setPack(held);
    }
    setKept(rows.map(({ draft }) => draft));
  }, [person.id, jobId]);

  const refresh = useCallback(async () => {
    try {
      const { record: job } = await dispatch(
        api.endpoints.job.initiate({ id: jobId }, { forceRefetch: true, subscribe: false }),
      ).unwrap();
      const held = await packOf(person.id, jobId);
      const sheets: SheetRecord[] = [];
      let said = '';
      for (const partId of leading(job)) {
        const answer = await dispatch(
          api.endpoints.sheet.initiate(
            { vehicleId: job.vehicle.id, partId, job: jobId, units },
            { forceRefetch: true, subscribe: false },
          ),
        );
        if (answer.data) sheets.push(answer.data);
        else said ||= problemOf(answer.error)?.detail ?? '';
      }
      let events = held?.events ?? [];
      for (;;) {
        const page = await dispatch(
          api.endpoints.jobEventsAfter.initiate(
            { id: jobId, after: events.at(-1)?.number ?? 0 },
            { forceRefetch: true, subscribe: false },
          ),
        ).unwrap();
        events = merged(events, page.events);
        if (!page.more) break;
      }
      // A sheet that was there stays: a refusal now does not take it from whoever is under the vehicle.
      await keepPack({
        jobId,
        personId: person.id,
        savedAt: Date.now(),
        job,
        sheets: sheets.length > 0 ? sheets : (held?.sheets ?? []),
        events,
        last: events.at(-1)?.number ?? 0,
      });
      // Asked for once, so that the service worker has them when there is no signal.
      for (const id of new Set(sheets.flatMap(({ run }) => photosOfRun(run))))
        void fetch(`/api/photos/${id}?size=small`).catch(() => {});
      setProblem(sheets.length > 0 || leading(job).length === 0 ? '' : said);
    } catch (error) {
      setProblem(problemOf(error)?.detail ?? problemOf(error)?.title ?? '');
    } finally {
      setAsked(true);
    }
  }, [dispatch, jobId, person.id, units]);

  useEffect(() => {
    void read().catch(() => {});
    void refresh()
      .then(read)
      .catch(() => {});
    const stop = onKept(() => void read().catch(() => {}));
    const again = (): void => void refresh();
    addEventListener('online', again);
    return () => {
      stop();
      removeEventListener('online', again);
    };
  }, [read, refresh]);

  const say = useCallback<Run['say']>(
    async (kind, payload) => {
      const draft = happened(kind, payload);
      onTheWay.current.push(draft);
      try {
        // Seen once it is kept: what is on screen as done is there after the battery fails.
        await keepEvents(jobId, who, [draft]);
        await read();
        setProblem('');
      } catch (error) {
        setLoose((now) => [...now, draft]);
        setProblem(
          isFull(error)
            ? 'This phone is full: the last move is on screen only. Free some space, then do the next one; both are kept then.'
            : 'This browser keeps nothing: what is done here is lost when the page is closed.',
        );
      }
    },
    [jobId, who, read],
  );
  // What a full phone could not keep is tried again with the next move.
  const waiting = useRef(loose);
  waiting.current = loose;
  useEffect(() => {
    if (loose.length < 2) return;
    const held = waiting.current;
    void keepEvents(jobId, who, held)
      .then(read)
      .then(() => setLoose((now) => now.filter(({ id }) => !held.some((each) => each.id === id))))
      .catch(() => {});
  }, [loose.length, jobId, who, read]);

  const photograph = useCallback<Run['photograph']>(
    async (step, file) => {
      const small = await shrunk(file);
      const id = crypto.randomUUID();
      await keepPhoto(jobId, who, id, small);
      await say('photo taken', { photo: id, step, caption: '' });
    },
    [jobId, who, say],
  );

  // What others do on this job is here as it happens, where there is signal.
  useLive(jobId, pack?.last, (events) => void addToPack(person.id, jobId, events).catch(() => {}));

  const run = useMemo((): Run | undefined => {
    if (!pack) return undefined;
    const byMe = (draft: JobEventDraft): JobEvent => ({ ...draft, person: person.name }) as JobEvent;
    const own = [...kept, ...loose].map(byMe);
    const events: JobEvent[] = [...pack.events, ...own];
    const state = foldJob(events);
    const sheet = pack.sheets[0];
    const steps = sheet?.sheet.sections.flatMap((section) => section.steps) ?? [];
    const settled = new Set([
      ...Object.entries(state.steps).flatMap(([id, { done }]) => (done ? [id] : [])),
      ...Object.keys(state.skipped),
    ]);
    return {
      job: pack.job,
      sheet,
      state,
      latest: () => {
        const shown = new Set(events.map(({ id }) => id));
        const more = onTheWay.current.filter(({ id }) => !shown.has(id));
        return more.length > 0 ? foldJob([...events, ...more.map(byMe)]) : state;
      },
      steps,
      settled,
      open: openSteps(steps, settled, sheet?.run ?? null),
      tray: trayOf(sheet?.sheet.hardware ?? [], state, stepsStayingOff(sheet?.run?.map)),
      isStopped: isStopped(state),
      timers: runningTimers(events, thisDevice()),
      unsent: new Set(own.map(({ id }) => id)),
      say,
      photograph,
    };
  }, [pack, kept, loose, person.name, say, photograph]);

  useEffect(() => {
    const shown = new Set([...kept, ...loose].map(({ id }) => id));
    onTheWay.current = onTheWay.current.filter(({ id }) => !shown.has(id));
  }, [kept, loose]);

  return run ? { run, problem } : { run: undefined, problem, waiting: !asked };
}
