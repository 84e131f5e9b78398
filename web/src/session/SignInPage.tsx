import type { SessionState } from '@radiatrix/contract';
import { sessionWords } from '@radiatrix/words/en/session';
import { Wordmark } from '../app/Wordmark.tsx';
import { isLeaving } from './leaving.ts';
import { SignInForm } from './SignInForm.tsx';

export function SignInPage({ demo, left }: Pick<SessionState, 'demo' | 'left'>) {
  return (
    <main className="mx-auto grid min-h-screen max-w-[1000px] items-center gap-10 p-6 md:grid-cols-[1fr_420px]">
      <div>
        <Wordmark large />
        <p className="font-label mt-6 text-[34px] leading-tight font-medium">
          Does this cooling part go straight into that vehicle?
        </p>
        <p className="text-muted mt-3 max-w-md text-[17px]">
          Put a vehicle on the bench the way it was told to you. Every radiator, shroud and fan assembly that
          could concern it is held against its figures, and says why it goes in or does not. Then print the
          sheet that lets somebody else fit it.
        </p>
        <svg viewBox="0 0 420 90" className="text-strong mt-8 w-full max-w-md" aria-hidden="true">
          <g stroke="currentColor" fill="none">
            <path d="M10 70V84M410 70V84M10 78H410" />
            <path d="M10 78l10-4v8zM410 78l-10-4v8z" fill="currentColor" />
            <rect x="10" y="8" width="400" height="56" />
            <path d="M40 8V64M380 8V64" />
          </g>
          <g stroke="var(--color-primary)" strokeWidth="1">
            {Array.from({ length: 41 }, (_, index) => (
              <path key={index} d={`M${50 + index * 8} 12V60`} />
            ))}
          </g>
        </svg>
      </div>
      <section aria-label="Sign in" className="border-strong bg-raised border p-6">
        <h1 className="mb-3 text-[24px]">Sign in</h1>
        {left && (
          <p role="alert" className="text-no mb-3">
            The account of {left} is switched off. Whoever administers accounts here can switch it on again.
          </p>
        )}
        {isLeaving() && (
          <p role="status" className="text-changes mb-3">
            {sessionWords('leaving')}
          </p>
        )}
        <SignInForm demo={demo} />
      </section>
    </main>
  );
}
