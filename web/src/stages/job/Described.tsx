import { useState } from 'react';
import { jobPageWords } from '@radiatrix/words/en/jobs';
import type { JobProps } from './props.ts';

/** What it is called, what was complained of, what was changed on it: each save is one event. */
export function Described({ job, say, busy }: JobProps) {
  const { state } = job;
  const [open, setOpen] = useState(state.label === '' && state.complaint === '');
  const [label, setLabel] = useState(state.label);
  const [owner, setOwner] = useState(state.owner);
  const [complaint, setComplaint] = useState(state.complaint);
  const [odometer, setOdometer] = useState(state.odometerKm === null ? '' : String(state.odometerKm));
  const [alterations, setAlterations] = useState(state.alterations.join('\n'));
  if (!open)
    return (
      <button type="button" className="btn btn-quiet" onClick={() => setOpen(true)}>
        Change label, owner, complaint, alterations
      </button>
    );
  const km = odometer.trim() === '' ? null : Number(odometer.replace(/[^\d]/g, ''));
  const save = () =>
    void say('described', {
      label: label.trim(),
      owner: owner.trim(),
      complaint: complaint.trim(),
      odometerKm: km,
      alterations: alterations
        .split('\n')
        .map((each) => each.trim())
        .filter(Boolean),
    })
      .then(() => setOpen(false))
      .catch(() => {});
  return (
    <form
      aria-label="Job"
      className="border-copper border-l-[3px] pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <label className="block">
        <span className="label-text">Called in the shop</span>
        <input
          className="input"
          value={label}
          maxLength={80}
          placeholder="a plate, a name, a lift"
          onChange={(event) => setLabel(event.target.value)}
        />
      </label>
      <label className="mt-2 block">
        <span className="label-text">{jobPageWords('owner')}</span>
        <input
          className="input"
          value={owner}
          maxLength={80}
          placeholder={jobPageWords('owner:such')}
          onChange={(event) => setOwner(event.target.value)}
        />
        <span className="text-muted block text-[14px]">{jobPageWords('owner:why')}</span>
      </label>
      <label className="mt-2 block">
        <span className="label-text">Complaint, as it was told</span>
        <textarea
          className="textarea"
          rows={3}
          maxLength={2000}
          value={complaint}
          onChange={(event) => setComplaint(event.target.value)}
        />
      </label>
      <label className="mt-2 block">
        <span className="label-text">Odometer, km</span>
        <input
          className="input figure"
          inputMode="numeric"
          value={odometer}
          onChange={(event) => setOdometer(event.target.value)}
        />
      </label>
      <label className="mt-2 block">
        <span className="label-text">Changed on it already, one a line</span>
        <textarea
          className="textarea"
          rows={3}
          value={alterations}
          placeholder={'second transmission cooler\nradiator that is not the original'}
          onChange={(event) => setAlterations(event.target.value)}
        />
        <span className="text-muted block text-[14px]">
          What was proved on unaltered vehicles then proves nothing about this one.
        </span>
      </label>
      <p className="mt-2 flex gap-2">
        <button type="submit" className="btn btn-primary" disabled={busy}>
          Save
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => setOpen(false)}>
          Not now
        </button>
      </p>
    </form>
  );
}
