import { Moon, Sun } from 'lucide-react';
import { lazy, Suspense, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { Link, Outlet, useLocation, useNavigate, useNavigationType, useSearchParams } from 'react-router';
import { canEdit, type Person } from '@radiatrix/contract';
import { api } from '../api/api.ts';
import { expired as sessionEnded } from '../session/slice.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { newVersion } from '../offline/worker.ts';
import { SendMark } from '../offline/SendMark.tsx';
import { useSender } from '../offline/sender.ts';
import { keepWho, keptWho } from '../offline/who.ts';
import { SignOut } from './SignOut.tsx';
import { Failure, isLost, Waiting } from '../ui/notices.tsx';
import { useHotkeys } from '../ui/useHotkeys.ts';
import { askPage } from './ahead.ts';
import { Proposed } from './Proposed.tsx';
import { JobPlate, Plate } from './Plate.tsx';
import { jobInHand, Ruler, STAGES } from './Ruler.tsx';
import { putOnBench, setTheme, setUnits } from './settings.ts';
import { useAppDispatch, useAppSelector } from './store.ts';
import { Wordmark } from './Wordmark.tsx';

/** Whoever is signed in already, as nearly everybody is, fetches neither of these before a first view. */
const SignInPage = lazy(async () => ({ default: (await import('../session/SignInPage.tsx')).SignInPage }));
const SignInForm = lazy(async () => ({ default: (await import('../session/SignInForm.tsx')).SignInForm }));
const Keys = lazy(async () => ({ default: (await import('./Keys.tsx')).Keys }));

/** Asks who is there, then shows the signed-in frame; an expired session asks again on top of whatever is open. */
export function Shell() {
  const { data, error, isLoading, refetch } = api.useSessionQuery();
  const expired = useAppSelector((state) => state.session.expired);
  const [last, setLast] = useState<Person | null>(keptWho);
  const dispatch = useAppDispatch();
  /** Without signal the session may have ended unseen: then it is asked for in place, and what is kept is sent. */
  const [wasOffline, setWasOffline] = useState(false);
  useEffect(() => {
    if (!data) return;
    if (data.person) {
      setLast(data.person);
      keepWho(data.person);
    } else if (wasOffline && keptWho()) dispatch(sessionEnded());
    else if (!keptWho()) setLast(null);
  }, [data, dispatch, wasOffline]);
  // Without signal the application opens for whoever was signed in last; the server is asked again once it can be.
  const offline = error !== undefined && !data && isLost(error) && last !== null;
  useEffect(() => {
    if (!offline) return;
    setWasOffline(true);
    const again = setInterval(() => void refetch(), 5000);
    return () => clearInterval(again);
  }, [offline, refetch]);
  useSender(data?.person?.id, data?.person !== undefined && data.person !== null && !expired);
  // Under the vehicle what this phone keeps is shown at once, to whoever it keeps it for; the server is asked meanwhile.
  const isRun = /\/(run|record|bleed)$/.test(useLocation().pathname);
  // Asked again without signal, the page stays as it is.
  const ahead = isLoading && (isRun || wasOffline) && last !== null;
  if (isLoading && !ahead) return <Waiting what="Opening" />;
  if (error && !data && !offline)
    return (
      <div className="mx-auto mt-16 max-w-lg">{<Failure error={error} retry={() => void refetch()} />}</div>
    );
  const person = data?.person ?? (expired || offline || ahead ? last : null);
  if (!person)
    return (
      <Suspense fallback={null}>
        <SignInPage demo={data?.demo ?? null} left={data?.left ?? null} />
      </Suspense>
    );
  return (
    <>
      <Frame person={person} />
      {expired && (
        <Dialog title="Your session ended" stay onClose={() => {}}>
          <p className="mb-3">Sign in again and go on: what you typed is still there.</p>
          <Suspense fallback={null}>
            <SignInForm demo={null} username={person.username} />
          </Suspense>
        </Dialog>
      )}
    </>
  );
}

function Frame({ person }: { person: Person }) {
  const { pathname, search } = useLocation();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const bench = useAppSelector((state) => state.settings.bench);
  const [keysShown, setKeysShown] = useState(false);
  const finder = useRef<HTMLInputElement>(null);
  const inPath = /^\/v\/(\d+)/.exec(pathname)?.[1];
  const jobId = Number(jobInHand(pathname, search)) || undefined;
  const job = api.useJobQuery({ id: jobId ?? 0 }, { skip: jobId === undefined });
  const vehicleOfJob = jobId === undefined ? undefined : job.data?.record.vehicle.id;
  // On a job's pages the vehicle is the job's; what is on the bench is for pages without one.
  const vehicleId = inPath ? Number(inPath) : jobId === undefined ? bench : (vehicleOfJob ?? null);
  const partId = /\/sheet\/(\d+)/.exec(pathname)?.[1] ?? params.get('part');

  useEffect(() => {
    if (inPath && jobId === undefined) dispatch(putOnBench(Number(inPath)));
  }, [inPath, jobId, dispatch]);
  useHotkeys({
    '/': () => finder.current?.focus(),
    '?': () => setKeysShown(true),
    ...Object.fromEntries(
      STAGES.map((stage) => [
        stage.key,
        () => {
          const to = stage.to(vehicleId, partId, jobInHand(pathname, window.location.search));
          if (to) void navigate(to);
        },
      ]),
    ),
  });

  const bare = pathname.includes('/sheet/');
  // Under the vehicle there is nothing but the move.
  if (/^\/jobs\/\d+\/(run|record|bleed)$/.test(pathname))
    return (
      <main id="main" tabIndex={-1} className="px-4 outline-none">
        <Outlet context={person} />
      </main>
    );
  return (
    <div className="mx-auto max-w-[1480px]">
      <a href="#main" className="bg-copper sr-only text-white focus:not-sr-only focus:absolute focus:p-2">
        Skip to the work
      </a>
      <header className="border-rule no-print flex flex-wrap items-center gap-x-5 gap-y-2 border-b px-[18px] py-2">
        <Link to="/" className="text-ink no-underline" aria-label="Radiatrix, to the desk">
          <Wordmark />
        </Link>
        <Finder inputRef={finder} />
        <nav aria-label="Library" className="font-label flex flex-wrap gap-x-5 text-[17px] [&>a]:py-1">
          <Link to="/plan" className="text-ink no-underline hover:underline">
            Plan
          </Link>
          <Link to="/library" className="text-ink no-underline hover:underline">
            Library
          </Link>
          <Link to="/coverage" className="text-ink no-underline hover:underline">
            Coverage
          </Link>
          {canEdit(person.role) && <ReviewLink />}
          {canEdit(person.role) && (
            <Link to="/import" className="text-ink no-underline hover:underline">
              Import
            </Link>
          )}
          {person.administers && (
            <Link to="/people" className="text-ink no-underline hover:underline">
              People
            </Link>
          )}
        </nav>
        <div className="ml-auto flex flex-wrap items-center gap-3">
          <NewVersion />
          <SendMark personId={person.id} quiet />
          <UnitSwitch />
          <ThemeSwitch />
          <button
            type="button"
            className="key min-h-6 min-w-6"
            aria-label="Keys of this view"
            onClick={() => setKeysShown(true)}
          >
            ?
          </button>
          <SignOut person={person} />
        </div>
      </header>
      {!bare && (jobId !== undefined || vehicleId) ? (
        <div className="no-print px-[18px] pt-3">
          {jobId !== undefined &&
          (!inPath || vehicleOfJob === undefined || vehicleOfJob === Number(inPath)) ? (
            <JobPlate jobId={jobId} />
          ) : (
            <Plate vehicleId={vehicleId!} />
          )}
        </div>
      ) : null}
      <div className="px-[18px] pt-3">
        <Ruler vehicleId={vehicleId} partId={partId} />
      </div>
      <main id="main" tabIndex={-1} className="px-[18px] pb-6 outline-none">
        <Proposed />
        <Outlet context={person} />
      </main>
      {keysShown && (
        <Suspense fallback={null}>
          <Keys onClose={() => setKeysShown(false)} />
        </Suspense>
      )}
    </div>
  );
}

/** A newer version is laid down and waits: taken up when somebody says so; what is not sent yet stays. */
function NewVersion() {
  const waits = useSyncExternalStore(newVersion.subscribe, newVersion.isWaiting, () => false);
  return waits ? (
    <button type="button" className="text-copper font-label text-[16px] underline" onClick={newVersion.take}>
      new version: reload
    </button>
  ) : null;
}

/** One line for everything: what is typed goes into the address of the Ask view, so it can be sent to a colleague. */
function Finder({ inputRef }: { inputRef: React.RefObject<HTMLInputElement | null> }) {
  const location = useLocation();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const arrival = useNavigationType();
  const asking = location.pathname === '/ask';
  const fromAddress = params.get('q') ?? '';
  const [text, setText] = useState(asking ? fromAddress : '');
  const leaving = useRef(false);
  // The line follows the address when that changes by itself (back, a link); while typing it runs ahead of it.
  const typed = arrival !== 'POP' && (location.state as { typed?: boolean } | null)?.typed === true;
  useEffect(() => {
    // A view that was asked for before the first key arrives after it: what is typed stands.
    if (typed) leaving.current = false;
    else if (asking && !leaving.current) setText(fromAddress);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once an arrival, whatever the address says then
  }, [location.key]);
  const type = (value: string) => {
    setText(value);
    void navigate(`/ask?${new URLSearchParams({ q: value })}`, {
      replace: asking || leaving.current,
      preventScrollReset: true,
      state: { typed: true },
    });
    leaving.current = true;
  };
  return (
    <form
      role="search"
      className="relative min-w-[220px] flex-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (asking) window.dispatchEvent(new CustomEvent('radiatrix:take-first'));
        else if (text)
          void navigate(`/ask?${new URLSearchParams({ q: text })}`, { state: { typed: true, take: true } });
      }}
    >
      <kbd
        aria-hidden="true"
        className="key bg-raised pointer-events-none absolute z-10 top-1/2 left-2.5 -translate-y-1/2"
      >
        /
      </kbd>
      <input
        ref={inputRef}
        type="search"
        aria-label="Describe a vehicle, a part number, a connector"
        placeholder="describe a vehicle, a part number, a connector…"
        className="input bg-raised h-[32px] w-full pl-9"
        value={text}
        maxLength={2000}
        autoComplete="off"
        spellCheck={false}
        onFocus={() => void askPage().catch(() => {})}
        onChange={(event) => type(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            event.preventDefault();
            event.currentTarget.blur();
          }
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            document.querySelector<HTMLElement>('[data-first-candidate]')?.focus();
          }
        }}
      />
    </form>
  );
}

function ReviewLink() {
  const { data } = api.useReviewQuery();
  return (
    <Link to="/review" className="text-ink no-underline hover:underline">
      Review{' '}
      {data && data.length > 0 ? <span className="text-copper font-semibold">{data.length}</span> : null}
    </Link>
  );
}

const UNITS = [
  ['metric', 'mm'],
  ['us', 'inch'],
  ['both', 'both'],
] as const;

function UnitSwitch() {
  const units = useAppSelector((state) => state.settings.units);
  const dispatch = useAppDispatch();
  return (
    <fieldset className="border-ink font-label flex border text-[16px]">
      <legend className="sr-only">Units shown</legend>
      {UNITS.map(([value, label]) => (
        <label
          key={value}
          className={`cursor-pointer px-3 py-0.5 has-focus-visible:outline-2 ${units === value ? 'bg-plate text-[#f5f2ea]' : ''}`}
        >
          <input
            type="radio"
            name="units"
            className="sr-only"
            checked={units === value}
            onChange={() => dispatch(setUnits(value))}
          />
          {label}
        </label>
      ))}
    </fieldset>
  );
}

function ThemeSwitch() {
  const theme = useAppSelector((state) => state.settings.theme);
  const dispatch = useAppDispatch();
  const other = theme === 'sheet' ? 'bay' : 'sheet';
  const Icon = theme === 'sheet' ? Moon : Sun;
  return (
    <button
      type="button"
      className="grid min-h-6 min-w-6 place-items-center"
      aria-label={other === 'bay' ? 'Dark, for the bay' : 'Light, as a sheet'}
      onClick={() => dispatch(setTheme(other))}
    >
      <Icon size={18} aria-hidden="true" />
    </button>
  );
}
