import { Printer } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { SheetRecord } from '@radiatrix/contract';
import { api, problemOf } from '../../api/api.ts';
import { accessWords } from '@radiatrix/words/en/access';
import { prepareAddress } from '../../app/addresses.ts';
import { Empty, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { useLeadingSheet } from '../job/useLeadingSheet.ts';

/** Label sheets as stationers sell them: columns and rows, label and page margins in mm. */
const SHEETS = {
  'A4, 24 labels': { columns: 3, rows: 8, widthMm: 70, heightMm: 37, topMm: 0, leftMm: 0, gapMm: 0, page: 'A4' },
  'Letter, 30 labels': { columns: 3, rows: 10, widthMm: 66.7, heightMm: 25.4, topMm: 12.7, leftMm: 4.8, gapMm: 3.1, page: 'letter' },
  'A4, plain': { columns: 3, rows: 6, widthMm: 60, heightMm: 38, topMm: 8, leftMm: 8, gapMm: 4, page: 'A4' },
  'Letter, plain': { columns: 3, rows: 6, widthMm: 62, heightMm: 38, topMm: 8, leftMm: 8, gapMm: 4, page: 'letter' },
} as const; // prettier-ignore
type SheetName = keyof typeof SHEETS;

/** Labels of the tray, A to Z, and tags for the wires, each with its function and both colours. */
export function LabelsPage() {
  const id = Number(useParams().id);
  const { data } = api.useJobQuery({ id });
  const job = data?.record;
  const { part: first, sheet, error } = useLeadingSheet(job);
  const [name, setName] = useState<SheetName>('A4, 24 labels');
  const [from, setFrom] = useState(1);
  useHotkeys({ p: () => window.print() });
  if (!job) return <Waiting />;
  if (!first || (error && !sheet))
    return (
      <div className="mt-4">
        <Empty title="No labels yet">
          {problemOf(error)?.detail ?? 'Labels follow from the way in and the part that goes in.'}{' '}
          <Link to={prepareAddress(job.vehicle.id, id)}>To Prepare</Link>
        </Empty>
      </div>
    );
  if (!sheet) return <Waiting />;
  const form = SHEETS[name];
  return (
    <div className="mt-4">
      <style>{`@media print { @page { size: ${form.page}; margin: 0 } main { padding: 0 !important } }`}</style>
      <div className="no-print flex flex-wrap items-end gap-4">
        <h1 className="text-[25px]">Labels of job {id}</h1>
        <label>
          <span className="label-text">On</span>
          <select
            className="select !w-auto"
            value={name}
            onChange={(event) => setName(event.target.value as SheetName)}
          >
            {Object.keys(SHEETS).map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-text">First free label</span>
          <input
            type="number"
            className="input !w-[90px]"
            min={1}
            max={form.columns * form.rows}
            value={from}
            onChange={(event) =>
              setFrom(
                Math.min(form.columns * form.rows, Math.max(1, Math.floor(Number(event.target.value)) || 1)),
              )
            }
          />
        </label>
        <button type="button" className="btn btn-primary" onClick={() => window.print()}>
          <Printer size={17} aria-hidden="true" /> Print
        </button>
        <Link to={prepareAddress(job.vehicle.id, id)}>Back to Prepare</Link>
      </div>
      {/* The paper keeps its size; a phone moves along it. */}
      <div
        tabIndex={0}
        role="group"
        aria-label={accessWords('labels:paper')}
        className="overflow-x-auto print:overflow-visible"
      >
        <ul
          aria-label="Labels"
          className="mt-4 grid bg-white text-black print:mt-0"
          style={{
            gridTemplateColumns: `repeat(${form.columns}, ${form.widthMm}mm)`,
            columnGap: `${form.gapMm}mm`,
            rowGap:
              form.page === 'A4' && form.gapMm === 0 ? 0 : name.endsWith('plain') ? `${form.gapMm}mm` : 0,
            padding: `${form.topMm}mm ${form.leftMm}mm`,
            width: form.page === 'A4' ? '210mm' : '215.9mm',
          }}
        >
          {Array.from({ length: from - 1 }, (_, at) => (
            <li
              key={`used ${at}`}
              aria-hidden="true"
              className="border border-dotted border-neutral-300 print:border-transparent"
              style={{ height: `${form.heightMm}mm` }}
            />
          ))}
          {labelsOf(sheet, id).map((label) => (
            <li
              key={label.key}
              className="print-keep flex items-center gap-2 overflow-hidden border border-dotted border-neutral-400 px-[3mm] print:border-transparent"
              style={{ height: `${form.heightMm}mm` }}
            >
              <span
                className={`font-label shrink-0 font-semibold ${label.tag ? 'text-[20px]' : 'text-[44px] leading-none'}`}
              >
                {label.head}
              </span>
              <span className="min-w-0 text-[12px] leading-tight">
                <strong className="block text-[14px]">{label.title}</strong>
                {label.lines.map((line) => (
                  <span key={line} className="block">
                    {line}
                  </span>
                ))}
                <span className="block text-neutral-600">job {id}</span>
              </span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

interface Label {
  key: string;
  head: string;
  title: string;
  lines: string[];
  tag: boolean;
}

function labelsOf(sheet: SheetRecord, job: number): Label[] {
  const trays = sheet.sheet.hardware.map((each): Label => ({
    key: `${job} ${each.tray}`,
    head: each.tray,
    title: each.name,
    lines: [`${each.expected} × ${each.thread}`, each.tool, each.warning].filter(Boolean),
    tag: false,
  }));
  // One tag a function, with its colour on each side: colours do not match by name, functions do.
  const functions = [...new Set(sheet.connectors.flatMap(({ cavities }) => cavities.map((cavity) => cavity.function)))];
  const wires = functions.map((named): Label => ({
    key: named,
    head: 'wire',
    title: named,
    lines: [
      ...sheet.connectors.flatMap(({ code, cavities }) =>
        cavities.filter((cavity) => cavity.function === named).map((cavity) => `${code} ${cavity.position}: ${cavity.colour || 'no colour on record'}`),
      ),
      ...(sheet.kit?.ends.filter((end) => end.to?.includes(named)).map((end) => `kit: ${end.colour}`) ?? []),
    ],
    tag: true,
  })); // prettier-ignore
  return [...trays, ...wires];
} // prettier-ignore
