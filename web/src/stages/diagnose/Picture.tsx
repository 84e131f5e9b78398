import { Camera } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../app/store.ts';
import { NotAPhoto, shrunk } from '../../offline/shrink.ts';

/** A photograph that shows what was found: kept with the job as it is taken, so that a finding can point to it. */
export function Picture({ jobId, photo, onPhoto }: { jobId: number; photo: string | null; onPhoto: (photo: string | null) => void }) {
  const token = useAppSelector((state) => state.session.csrfToken);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setBusy(true);
    setProblem('');
    try {
      const picture = await shrunk(file);
      const id = crypto.randomUUID();
      const answer = await fetch(`/api/jobs/${jobId}/photos/${id}`, { method: 'PUT', headers: { 'Content-Type': picture.type || 'application/octet-stream', 'X-CSRF-Token': token }, body: picture });
      if (!answer.ok) throw new NotAPhoto(answer.status === 415 ? 'That is no photograph.' : 'The photograph was not taken; try again.');
      onPhoto(id);
    } catch (error) {
      setProblem(error instanceof NotAPhoto ? error.message : 'The photograph was not sent: no signal. Answer without it, or try again.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <p className="mt-1.5 flex flex-wrap items-center gap-3">
      {photo ? (
        <>
          <img src={`/api/jobs/${jobId}/photos/${photo}?size=small`} alt="What was found" className="border-rule h-14 border" />
          <button type="button" className="text-steel underline" onClick={() => onPhoto(null)}>without it</button>
        </>
      ) : (
        <label className="text-steel focus-within:outline-copper relative inline-flex min-h-8 cursor-pointer items-center gap-1.5 underline focus-within:outline-2">
          <Camera size={16} aria-hidden="true" /> {busy ? 'Keeping it…' : 'Photograph it'}
          <input type="file" accept="image/*" capture="environment" className="sr-only" disabled={busy} onChange={(event) => { void take(event.target.files?.[0]); event.target.value = ''; }} />
        </label>
      )}
      {problem && <span role="alert" className="text-no">{problem}</span>}
    </p>
  );
} // prettier-ignore
