import { useState } from 'react';

/** A secret that is shown this once: to be copied, and then put out of sight. */
export function SecretOnce({
  about,
  label,
  secret,
  words,
  onDone,
}: {
  about: string;
  label: string;
  secret: string;
  words: { copy: string; copied: string; put: string };
  onDone: () => void;
}) {
  const [copied, setCopied] = useState(false);
  return (
    <div role="status" className="border-ink mt-3 border-l-4 py-1 pl-3">
      <p className="font-semibold">{about}</p>
      <label className="mt-1 block">
        <span className="label-text">{label}</span>
        <input
          className="input figure w-full"
          readOnly
          value={secret}
          onFocus={(event) => event.target.select()}
        />
      </label>
      <p className="mt-2 flex gap-3">
        <button
          type="button"
          className="btn btn-primary"
          onClick={() =>
            void navigator.clipboard.writeText(secret).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          {copied ? words.copied : words.copy}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          {words.put}
        </button>
      </p>
    </div>
  );
}
