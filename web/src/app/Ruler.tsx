import { Link, useLocation } from 'react-router';
import {
  compareAddress,
  diagnoseAddress,
  fileAddress,
  fillAddress,
  matchAddress,
  prepareAddress,
  proveAddress,
  runAddress,
  sheetAddress,
} from './addresses.ts';

export interface Stage {
  key: string;
  name: string;
  /** Where it is for the vehicle on the bench; undefined where there is nothing to go to. */
  to: (vehicleId: number | null, partId: string | null, job: string | null) => string | undefined;
  active: (path: string, hash: string) => boolean;
}

const sheet = (section: string) => (vehicleId: number | null, partId: string | null, job: string | null) =>
  vehicleId && partId ? sheetAddress(vehicleId, partId, job, section) : undefined;
const onSheet =
  (section: string, first = false) =>
  (path: string, hash: string) =>
    path.includes('/sheet/') && (hash === `#${section}` || (first && hash === ''));

/** With a job in hand its own page; without one, the sheet. */
const onJob =
  (section: string, address: (job: string) => string = runAddress) =>
  (vehicleId: number | null, partId: string | null, job: string | null) =>
    job ? address(job) : sheet(section)(vehicleId, partId, job);

export const STAGES: readonly Stage[] = [
  { key: '1', name: 'Ask', to: () => '/ask', active: (path) => path.startsWith('/ask') || path === '/' },
  {
    key: '2',
    name: 'Diagnose',
    to: (_vehicleId, _partId, job) => (job ? diagnoseAddress(job) : undefined),
    active: (path) => path.endsWith('/diagnose'),
  },
  {
    key: '3',
    name: 'Match',
    to: (vehicleId, partId, job) => (vehicleId ? matchAddress(vehicleId, job, partId) : undefined),
    active: (path) => path.endsWith('/match'),
  },
  {
    key: '4',
    name: 'Compare',
    to: (vehicleId, partId, job) => (vehicleId ? compareAddress(vehicleId, job, partId) : undefined),
    active: (path) => path.endsWith('/compare'),
  },
  {
    key: '5',
    name: 'Prepare',
    to: (vehicleId, _partId, job) => (vehicleId ? prepareAddress(vehicleId, job) : undefined),
    active: (path, hash) => path.endsWith('/prepare') || onSheet('prepare', true)(path, hash),
  },
  { key: '6', name: 'Remove', to: onJob('remove'), active: onSheet('remove') },
  { key: '7', name: 'Install', to: onJob('install'), active: onSheet('install') },
  {
    key: '8',
    name: 'Fill',
    to: onJob('fill', fillAddress),
    active: (path, hash) => /\/(fill|bleed)$/.test(path) || onSheet('fill')(path, hash),
  },
  {
    key: '9',
    name: 'Prove',
    to: onJob('prove', proveAddress),
    active: (path, hash) => /\/prove$|\/trials\//.test(path) || onSheet('prove')(path, hash),
  },
  {
    key: '0',
    name: 'File',
    to: (_vehicleId, _partId, job) => (job ? fileAddress(job) : undefined),
    active: (path) => /\/jobs\/\d+\/(file|report)$/.test(path),
  },
];

/** The job that is open: of the address, or the one whose page it is; an exercise from a filed job is nobody's job in hand. */
export const jobInHand = (path: string, search: string): string | null =>
  path.startsWith('/trainer')
    ? null
    : (/^\/jobs\/(\d+)/.exec(path)?.[1] ?? new URLSearchParams(search).get('job'));

/** The ten stages as a scale with a copper index. Digits go there. */
export function Ruler({ vehicleId, partId }: { vehicleId: number | null; partId: string | null }) {
  const { pathname, hash, search } = useLocation();
  const job = jobInHand(pathname, search);
  return (
    <nav aria-label="Stages" className="no-print relative hidden md:block">
      <ol className="grid grid-cols-10">
        {STAGES.map((stage) => {
          const to = stage.to(vehicleId, partId, job);
          const active = stage.active(pathname, hash);
          const text = (
            <>
              <span className="figure mr-1.5 text-[12px]">{stage.key}</span>
              {stage.name}
            </>
          );
          return (
            <li key={stage.key} className="relative pb-4 text-center">
              {to ? (
                <Link
                  to={to}
                  aria-current={active ? 'step' : undefined}
                  className={`font-label text-[17px] no-underline ${active ? 'text-copper font-semibold' : 'text-ink'}`}
                >
                  {text}
                </Link>
              ) : (
                <span
                  className="font-label text-muted cursor-default text-[17px]"
                  title={
                    stage.name === 'Diagnose' || stage.name === 'File'
                      ? 'Open a job first'
                      : 'Choose a part in Match first'
                  }
                >
                  {text}
                </span>
              )}
              {active && (
                <i
                  aria-hidden="true"
                  className="border-b-copper absolute bottom-0 left-1/2 -translate-x-1/2 border-x-[7px] border-b-[8px] border-x-transparent"
                />
              )}
            </li>
          );
        })}
      </ol>
      <svg
        aria-hidden="true"
        className="text-strong absolute bottom-0 left-0 h-3 w-full"
        preserveAspectRatio="none"
        viewBox="0 0 1000 12"
      >
        <path
          d={
            Array.from({ length: 101 }, (_, tick) => `M${tick * 10} 12V${tick % 10 === 5 ? 0 : 7}`).join('') +
            'M0 11.500H1000'
          }
          stroke="currentColor"
          fill="none"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
    </nav>
  );
}
