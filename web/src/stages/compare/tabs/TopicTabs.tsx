import { useRef } from 'react';
import { TOPIC_NAMES, worstOf, type Found, type Topic } from '@radiatrix/core/fitment';
import { findingName, topicName } from '@radiatrix/words/fitment';
import { FindingShape } from '../FindingShape.tsx';

/** The parts of a comparison, each with the shape of its worst finding; arrows go along them. */
export function TopicTabs({
  findings,
  tab,
  onGo,
  onStep,
}: {
  findings: readonly Found[];
  tab: Topic;
  onGo: (topic: Topic) => void;
  onStep: (by: 1 | -1) => void;
}) {
  const list = useRef<HTMLDivElement>(null);
  return (
    <div role="tablist" aria-label="What is compared" ref={list} className="flex flex-wrap">
      {TOPIC_NAMES.map((topic, i) => {
        const worst = worstOf(findings, topic);
        const open = topic === tab;
        return (
          <button
            key={topic}
            type="button"
            role="tab"
            id={`tab-${topic}`}
            aria-selected={open}
            aria-controls="compared"
            tabIndex={open ? 0 : -1}
            onClick={() => onGo(topic)}
            onKeyDown={(event) => {
              const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
              if (!by) return;
              event.preventDefault();
              onStep(by);
              const next = (i + by + TOPIC_NAMES.length) % TOPIC_NAMES.length;
              list.current?.querySelectorAll<HTMLElement>('[role=tab]')[next]?.focus();
            }}
            className={`font-label -mb-px inline-flex items-center gap-1.5 border border-b-0 px-2.5 py-1 text-[17px] ${
              open ? 'border-ink bg-ground font-semibold' : 'text-muted hover:text-ink border-transparent'
            }`}
          >
            {worst && <FindingShape word={worst.word} size={11} />}
            {topicName(topic)}
            {worst && <span className="sr-only">, {findingName(worst.word)}</span>}
          </button>
        );
      })}
    </div>
  );
}
