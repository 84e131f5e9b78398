import { useEffect, useState } from 'react';
import { store } from '../../offline/database.ts';
import type { Run } from './useRun.ts';

/** Photographs of a step: from this phone where it has them, else from the server. */
export function StepPhotos({ run, step }: { run: Run; step: string }) {
  const photos = run.state.photos.filter((photo) => photo.step === step);
  if (photos.length === 0) return null;
  return (
    <ul aria-label="Photographs of this step" className="mt-3 flex gap-2 overflow-x-auto">
      {photos.map(({ photo, by }) => (
        <li key={photo}>
          <Picture jobId={run.job.id} id={photo} alt={`Photograph by ${by}`} />
        </li>
      ))}
    </ul>
  );
}

function Picture({ jobId, id, alt }: { jobId: number; id: string; alt: string }) {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    let made: string | undefined;
    let wanted = true;
    void store()
      .then((db) => db.get('photos', id))
      .then((row) => {
        if (!wanted) return;
        if (row) made = URL.createObjectURL(row.blob);
        setUrl(made ?? `/api/jobs/${jobId}/photos/${id}?size=small`);
      })
      .catch(() => setUrl(`/api/jobs/${jobId}/photos/${id}?size=small`));
    return () => {
      wanted = false;
      if (made) URL.revokeObjectURL(made);
    };
  }, [jobId, id]);
  return url ? (
    <img src={url} alt={alt} className="border-strong h-24 w-auto border" />
  ) : (
    <span className="border-strong block size-24 border" />
  );
}
