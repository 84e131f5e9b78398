import { useEffect, useRef } from 'react';
import type { Question } from '@radiatrix/core/vehicle';
import { useHotkeys } from '../../ui/useHotkeys.ts';

const LETTERS = 'abcdefghi';

/** The one detail worth asking for: what it decides, where to look, and its answers under a key each. */
export function NextQuestion({
  question,
  onAnswer,
  onUnknown,
}: {
  question: Question;
  onAnswer: (value: string) => void;
  onUnknown: () => void;
}) {
  const first = useRef<HTMLButtonElement>(null);
  useHotkeys({
    ...Object.fromEntries(
      question.answers.map((answer, index) => [LETTERS[index]!, () => onAnswer(answer.value)]),
    ),
    x: onUnknown,
  });
  useEffect(() => {
    const ask = () => first.current?.focus();
    window.addEventListener('radiatrix:ask', ask);
    return () => window.removeEventListener('radiatrix:ask', ask);
  }, []);
  const step = (event: React.KeyboardEvent<HTMLElement>) => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    const buttons = [...event.currentTarget.querySelectorAll('button')];
    buttons[buttons.indexOf(document.activeElement as HTMLButtonElement) + by]?.focus();
  };
  return (
    <section aria-label="Ask next" className="border-copper mt-5 border-l-[5px] pl-4">
      <p className="label-text text-copper">Ask next</p>
      <h2 className="text-[27px] leading-tight">{question.ask}</h2>
      <p className="text-[16px]">
        <span className="font-semibold">It {question.why}.</span>{' '}
        <span className="text-muted">Where to look: {question.where}.</span>
      </p>
      <div className="mt-2.5 flex flex-wrap gap-2" onKeyDown={step}>
        {question.answers.map((answer, index) => (
          <button
            key={answer.value}
            ref={index === 0 ? first : undefined}
            type="button"
            className="border-ink bg-raised hover:border-copper focus:border-copper grid grid-cols-[auto_1fr] items-baseline gap-x-2 border px-3 py-1.5 text-left"
            onClick={() => onAnswer(answer.value)}
          >
            <kbd className="key" aria-hidden="true">
              {LETTERS[index]}
            </kbd>
            <span className="font-label text-[19px] leading-tight font-semibold">{answer.label}</span>
            <span className="text-muted col-start-2 text-[13px]">
              {answer.vehicles === 1 ? '1 vehicle' : `${answer.vehicles} vehicles`}
              {answer.out > 0 && <span className="text-no"> · {answer.out} out</span>}
            </span>
          </button>
        ))}
        <button
          type="button"
          className="text-muted hover:text-ink grid grid-cols-[auto_1fr] content-center items-baseline gap-x-2 px-3"
          onClick={onUnknown}
        >
          <kbd className="key" aria-hidden="true">
            x
          </kbd>
          <span className="font-label text-[17px]">caller cannot say</span>
        </button>
      </div>
    </section>
  );
}
