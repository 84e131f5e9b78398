import { useRef, useState } from 'react';
import { PHOTO_LIMIT_BYTES, PHOTO_TYPES, type Photo, type PhotoSubject } from '@radiatrix/contract';
import { isProposed } from '../api/api.ts';
import { recordingApi } from '../api/recording.ts';
import { Failure } from './notices.tsx';

/** Photographs of a record, and a way to attach one more. */
export function Photos({
  photos,
  subject,
  id,
  editable,
}: {
  photos: Photo[];
  subject: PhotoSubject;
  id: number;
  editable: boolean;
}) {
  const [add, { error, isLoading }] = recordingApi.useAddPhotoMutation();
  const [caption, setCaption] = useState('');
  const [refused, setRefused] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const send = async (file: File | undefined) => {
    if (!file) return;
    setRefused('');
    if (!(PHOTO_TYPES as readonly string[]).includes(file.type))
      return setRefused('A photograph is a JPEG, PNG or WebP picture.');
    if (file.size > PHOTO_LIMIT_BYTES)
      return setRefused('That picture is larger than 30 MB; save it smaller and attach it again.');
    const done = await add({ subject, id, caption, file, key: crypto.randomUUID() });
    if (!('error' in done) || isProposed(done.error)) setCaption('');
    if (input.current) input.current.value = '';
  };
  if (photos.length === 0 && !editable) return null;
  return (
    <section aria-label="Photographs">
      <h2 className="heading mt-6">Photographs</h2>
      <ul className="mt-2 flex flex-wrap gap-3">
        {photos.map((photo) => (
          <li key={photo.id} className="w-44">
            <a href={`/api/photos/${photo.id}`} target="_blank" rel="noreferrer">
              <img
                src={`/api/photos/${photo.id}?size=small`}
                alt={photo.caption || 'Photograph without a caption'}
                loading="lazy"
                className="border-strong h-32 w-44 border object-cover"
              />
            </a>
            <p className="text-[13px]">{photo.caption}</p>
            <p className="text-muted text-[13px]">
              {photo.stamp.by}, {photo.stamp.at.slice(0, 10)}
              {editable && <TakeAway photo={photo} />}
            </p>
          </li>
        ))}
      </ul>
      {editable && (
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <label className="w-64">
            <span className="label-text">What it shows</span>
            <input
              className="input"
              value={caption}
              maxLength={200}
              onChange={(event) => setCaption(event.target.value)}
            />
          </label>
          <label className="btn btn-quiet focus-within:outline-copper focus-within:outline-2">
            {isLoading ? 'Attaching…' : 'Attach a photograph'}
            <input
              ref={input}
              type="file"
              accept={PHOTO_TYPES.join(',')}
              className="sr-only"
              onChange={(event) => void send(event.target.files?.[0])}
            />
          </label>
          {refused && <p className="text-no">{refused}</p>}
        </div>
      )}
      {error !== undefined && <Failure error={error} />}
    </section>
  );
}

/** Takes a photograph away, with the reason; it stays with the history of what it showed. */
function TakeAway({ photo }: { photo: Photo }) {
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  const [remove, { error, isLoading }] = recordingApi.useRemovePhotoMutation();
  const what = photo.caption || 'photograph without a caption';
  if (!asked)
    return (
      <>
        {' '}
        <button
          type="button"
          className="text-steel underline"
          aria-label={`Take away: ${what}`}
          onClick={() => setAsked(true)}
        >
          take away
        </button>
      </>
    );
  return (
    <form
      className="mt-1 block"
      aria-label={`Take away: ${what}`}
      onSubmit={(event) => {
        event.preventDefault();
        void remove({ id: photo.id, body: { reason: reason.trim() }, key: crypto.randomUUID() });
      }}
    >
      <label>
        <span className="label-text">Because</span>
        <input
          className="input"
          autoFocus
          value={reason}
          maxLength={400}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <span className="mt-1 flex gap-2">
        <button type="submit" className="btn btn-quiet" disabled={isLoading || reason.trim().length < 5}>
          Take it away
        </button>
        <button type="button" className="text-steel underline" onClick={() => setAsked(false)}>
          keep it
        </button>
      </span>
      {error !== undefined && !isProposed(error) && <Failure error={error} />}
    </form>
  );
}
