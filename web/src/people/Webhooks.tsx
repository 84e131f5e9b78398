import { useState } from 'react';
import { WEBHOOK_EVENTS, type NewWebhook, type Webhook, type WebhookEvent } from '@radiatrix/contract';
import { webhookWords } from '@radiatrix/words/en/webhooks';
import { problemOf } from '../api/api.ts';
import { webhooksApi } from '../api/webhooks.ts';
import { Field } from '../ui/fields.tsx';
import { Failure, Waiting } from '../ui/notices.tsx';
import { SecretOnce } from './SecretOnce.tsx';

/** How often the list looks whether messages have gone, ms. */
const LOOK_MS = 5000;

/** Which programs hear of what happens here, and how their last messages went. */
export function Webhooks() {
  const { data, error } = webhooksApi.useWebhooksQuery(undefined, { pollingInterval: LOOK_MS });
  const [made, setMade] = useState<NewWebhook>();
  const words = { copy: webhookWords('copy'), copied: webhookWords('copied'), put: webhookWords('put') };
  return (
    <section aria-label={webhookWords('heading')} className="mt-8 max-w-[1000px]">
      <h2 className="heading">{webhookWords('heading')}</h2>
      <p className="text-muted max-w-[75ch]">{webhookWords('about')}</p>
      {error !== undefined && !data && <Failure error={error} />}
      {!data && !error && <Waiting what="Fetching the webhooks" />}
      {data?.length === 0 && <p className="mt-2">{webhookWords('none')}</p>}
      <ul className="mt-2">
        {data?.map((each) => (
          <Line key={each.id} webhook={each} />
        ))}
      </ul>
      {made ? (
        <SecretOnce
          about={webhookWords('once')}
          label={webhookWords('secret', { url: made.webhook.url })}
          secret={made.secret}
          words={words}
          onDone={() => setMade(undefined)}
        />
      ) : (
        <Add onMade={setMade} />
      )}
    </section>
  );
}

function howItGoes({ active, last, waiting, givenUp }: Webhook): string {
  const at = last && new Date(last.at).toISOString().slice(0, 16).replace('T', ' ');
  return [
    active ? '' : webhookWords('line:off'),
    !last ? webhookWords('line:never') : last.problem === null ? webhookWords('line:taken', { at: `${at} UTC` }) : webhookWords('line:failed', { at: `${at} UTC`, problem: webhookWords(`problem:${last.problem}`, { status: last.status ?? 0 }) }),
    waiting > 0 ? webhookWords('waiting', { n: waiting }) : '',
    givenUp > 0 ? webhookWords('given-up', { n: givenUp }) : '',
  ]
    .filter(Boolean)
    .join(' · ');
} // prettier-ignore

function Line({ webhook }: { webhook: Webhook }) {
  const { id, tag, url, events, active, inside, last, givenUp } = webhook;
  const [save, saved] = webhooksApi.useSaveWebhookMutation();
  const [drop, dropped] = webhooksApi.useDropWebhookMutation();
  const [trial, tried] = webhooksApi.useTryWebhookMutation();
  const [again, sent] = webhooksApi.useSendAgainMutation();
  const busy = [saved, dropped, tried, sent].some(({ isLoading }) => isLoading);
  const wrong = [saved, dropped, tried, sent].find(({ error }) => error !== undefined)?.error;
  const key = (): string => crypto.randomUUID();
  const act = (word: 'try' | 'again' | 'off' | 'on' | 'drop', onClick: () => unknown) => (
    <button type="button" className="text-steel min-h-6 text-[14px] underline" disabled={busy} aria-label={webhookWords(`which:${word}`, { url })} onClick={() => void onClick()}>
      {webhookWords(word)}
    </button>
  ); // prettier-ignore
  return (
    <li className="border-rule border-b py-1.5">
      <p className="figure break-all">{url}</p>
      <p className="text-muted text-[14px]">{events.map((event) => webhookWords(event)).join(', ')}</p>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <p className={`text-[14px] ${givenUp > 0 || (last && last.problem !== null) ? 'text-changes' : 'text-muted'}`}>
          {howItGoes(webhook)}
        </p>
        <p className="flex flex-wrap gap-x-4">
          {active && act('try', () => trial({ id, key: key() }))}
          {givenUp > 0 && act('again', () => again({ id, key: key() }))}
          {act(active ? 'off' : 'on', () => save({ id, etag: tag, body: { url, events, inside, active: !active }, key: key() }))}
          {act('drop', () => drop({ id, key: key() }))}
        </p>
      </div>
      {wrong !== undefined && <Failure error={wrong} />}
    </li>
  );
} // prettier-ignore

function Add({ onMade }: { onMade: (made: NewWebhook) => void }) {
  const [add, { error, isLoading }] = webhooksApi.useNewWebhookMutation();
  const [url, setUrl] = useState('');
  const [events, setEvents] = useState<readonly WebhookEvent[]>(WEBHOOK_EVENTS);
  const [inside, setInside] = useState(false);
  const problem = problemOf(error)?.fields?.find(({ path }) => path === 'url')?.message;
  return (
    <form
      className="mt-3"
      aria-label={webhookWords('add')}
      onSubmit={(event) => {
        event.preventDefault();
        void add({ body: { url: url.trim(), events: [...events], inside, active: true }, key: crypto.randomUUID() })
          .unwrap()
          .then((made) => {
            setUrl('');
            onMade(made);
          })
          .catch(() => {});
      }}
    >
      <Field label={webhookWords('url')} {...(problem ? { problem } : {})}>
        <input className="input figure w-full" type="url" required maxLength={500} placeholder="https://" value={url} onChange={(event) => setUrl(event.target.value)} />
      </Field>
      <fieldset className="mt-2">
        <legend className="label-text">{webhookWords('hears')}</legend>
        {WEBHOOK_EVENTS.map((each) => (
          <label key={each} className="flex min-h-6 items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={events.includes(each)}
              onChange={({ target }) => setEvents(WEBHOOK_EVENTS.filter((one) => (one === each ? target.checked : events.includes(one))))}
            />
            {webhookWords(each)}
          </label>
        ))}
      </fieldset>
      <label className="mt-2 flex min-h-6 items-center gap-2">
        <input type="checkbox" className="checkbox checkbox-sm" checked={inside} onChange={({ target }) => setInside(target.checked)} />
        {webhookWords('inside')}
      </label>
      <p className="text-muted text-[14px]">{webhookWords('inside:why')}</p>
      <button type="submit" className="btn btn-primary mt-3" disabled={isLoading || url.trim() === '' || events.length === 0}>
        {webhookWords('add')}
      </button>
      {error !== undefined && !problem && <Failure error={error} />}
    </form>
  );
} // prettier-ignore
