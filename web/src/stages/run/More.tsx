import { Camera, MessageSquare, Ruler, SkipForward, Timer } from 'lucide-react';
import { useRef, useState } from 'react';
import { DELAYS } from '@radiatrix/core/job';
import { isCoolDown, type SheetStep } from '@radiatrix/core/procedure';
import { runWords } from '@radiatrix/words/en/run';
import { NotAPhoto } from '../../offline/shrink.ts';
import { TakeFigure } from '../job/TakeFigure.tsx';
import { StepPhotos } from './StepPhotos.tsx';
import type { Run } from './useRun.ts';

const DELAY_WORDS = {
  rust: 'rust',
  broken: 'something broke',
  missing: 'something was missing',
  other: 'something else',
};

/** What else there is to say of a step: a photograph, a note, why it took longer, why it is skipped. */
export function More({ run, step, partId }: { run: Run; step: SheetStep; partId: number }) {
  const [open, setOpen] = useState<'note' | 'longer' | 'skip' | 'figure'>();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const notes = run.state.stepNotes.filter((note) => note.step === step.id);
  const delays = run.state.delays.filter((delay) => delay.step === step.id);
  const done = (): void => {
    setOpen(undefined);
    setText('');
  };
  const button = (what: typeof open, icon: React.ReactNode, label: string) => (
    <button
      type="button"
      aria-expanded={open === what}
      className={`btn btn-quiet !min-h-12 flex-1 !px-2 ${open === what ? '!border-copper' : ''}`}
      onClick={() => setOpen(open === what ? undefined : what)}
    >
      {icon} {label}
    </button>
  );
  return (
    <section aria-label="More of this step" className="mt-4">
      <div className="grid grid-cols-3 gap-2">
        <button
          type="button"
          className="btn btn-quiet !min-h-12 flex-1 !px-2"
          onClick={() => file.current?.click()}
        >
          <Camera size={18} aria-hidden="true" /> Photo
        </button>
        <input
          ref={file}
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          tabIndex={-1}
          aria-label="Photograph of this step"
          onChange={(event) => {
            const [taken] = event.target.files ?? [];
            event.target.value = '';
            if (!taken) return;
            setWrong('');
            run
              .photograph(step.id, taken)
              .catch((error: unknown) =>
                setWrong(
                  error instanceof NotAPhoto ? error.message : 'It could not be kept: this phone is full.',
                ),
              );
          }}
        />
        {button('note', <MessageSquare size={18} aria-hidden="true" />, 'Note')}
        {button('figure', <Ruler size={18} aria-hidden="true" />, runWords('figure'))}
        {button('longer', <Timer size={18} aria-hidden="true" />, 'Longer')}
        {!isCoolDown(step) && button('skip', <SkipForward size={18} aria-hidden="true" />, 'Skip')}
      </div>
      {isCoolDown(step) && <p className="text-muted mt-2 text-[15px]">{runWords('cool:no-skip')}</p>}
      {wrong && (
        <p role="alert" className="text-no mt-2 text-[16px] font-semibold">
          {wrong}
        </p>
      )}
      {open === 'figure' && (
        <TakeFigure say={run.say} busy={false} sourceId={run.job.ownSource ?? null} big />
      )}
      {open && open !== 'figure' && (
        <form
          className="mt-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (open === 'note' && text.trim())
              void run.say('step noted', { step: step.id, text: text.trim() }).then(done);
            if (open === 'skip' && text.trim().length > 2)
              void run
                .say('step skipped', { step: step.id, phase: step.phase, partId, reason: text.trim() })
                .then(done);
          }}
        >
          {open === 'longer' && <p className="text-[17px]">This took longer because of</p>}
          <label className="block">
            <span className="label-text">
              {open === 'skip' ? 'Why is it skipped?' : open === 'note' ? 'Note' : 'A word more, if you like'}
            </span>
            <input
              className="input !h-12"
              autoFocus
              maxLength={400}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <div className="mt-2 flex flex-wrap gap-2">
            {open === 'longer' ? (
              DELAYS.map((why) => (
                <button
                  key={why}
                  type="button"
                  className="btn !min-h-12"
                  onClick={() =>
                    void run.say('took longer', { step: step.id, why, note: text.trim() }).then(done)
                  }
                >
                  {DELAY_WORDS[why]}
                </button>
              ))
            ) : (
              <>
                {open === 'skip' &&
                  ['already missing', 'already off'].map((why) => (
                    <button
                      key={why}
                      type="button"
                      className="btn btn-quiet !min-h-12"
                      onClick={() => setText(why)}
                    >
                      {why}
                    </button>
                  ))}
                <button type="submit" className="btn btn-primary !min-h-12" disabled={text.trim().length < 3}>
                  {open === 'skip' ? 'Skip it' : 'Write it down'}
                </button>
              </>
            )}
          </div>
        </form>
      )}
      <StepPhotos run={run} step={step.id} />
      {[
        ...notes.map(({ text: said, by }) => `${by}: ${said}`),
        ...delays.map(({ why, note, by }) => `${by}: longer, ${DELAY_WORDS[why]}${note ? `, ${note}` : ''}`),
      ].map((line) => (
        <p key={line} className="border-rule text-[16px] border-b py-1.5">
          {line}
        </p>
      ))}
    </section>
  );
}
